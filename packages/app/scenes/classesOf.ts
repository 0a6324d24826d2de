import type { SceneGrid } from '@wold/core/table/scene/scene';
import type { Colouring } from '../readings/map/colouring';

/** Each pixel in the colour that it has on the map: four bytes a pixel, clear where it has none. */
export function classesOf(
  by: Colouring,
  rows: Uint32Array,
  { rowAt, pixelOf }: Pick<SceneGrid, 'rowAt' | 'pixelOf'>,
): Uint8ClampedArray<ArrayBuffer> {
  const picture = new Uint8ClampedArray(4 * rowAt.length);
  if (by.kind === 'alike') return picture;
  const known = new Map<string, readonly number[]>();
  const channelsOf = (colour: string): readonly number[] => {
    const channels = known.get(colour) ?? channelsIn(colour);
    known.set(colour, channels);
    return channels;
  };
  const groups =
    by.kind === 'levels' ? new Map(by.groups.map(({ code, style }) => [code, style.colour])) : null;
  for (const row of rows) {
    const colour = by.kind === 'levels' ? groups!.get(by.codeOf(row)) : by.shades[by.shadeOf(row)];
    if (colour !== undefined) picture.set([...channelsOf(colour), 255], 4 * pixelOf[row]!);
  }
  return picture;
}

/** Red, green and blue of a colour as our themes write them: #rrggbb, or rgb(r, g, b). */
function channelsIn(colour: string): readonly number[] {
  if (colour.startsWith('#')) return [1, 3, 5].map(at => parseInt(colour.slice(at, at + 2), 16));
  return (colour.match(/\d+/g) ?? []).slice(0, 3).map(Number);
}
