import { useMemo } from 'react';
import { columnOf } from '@wold/core/algebra/matrix';
import type { Placement } from '@wold/core/methods/placement';
import { allPlaced, layersShown } from '@wold/core/recipe/sceneFiles';
import type { Reduction } from '@wold/core/recipe/schema';
import { compositeOf } from '@wold/core/scenes/composite';
import { planeOf } from '@wold/core/scenes/grid';
import type { SceneGrid } from '@wold/core/table/scene/scene';
import type { Colouring } from '../readings/map/colouring';
import { useColumnColouring } from '../readings/map/useColumnColouring';
import { rowsOn } from '../readings/map/points';

/** The picture of a reduction's dimensions, or, where it shows none, of what colours the map: four bytes a pixel. */
export function useLayers(
  reduction: Reduction,
  placement: Placement,
  grid: SceneGrid,
): Uint8ClampedArray<ArrayBuffer> {
  const by = useColumnColouring(reduction, placement);
  const { stretch, clip } = reduction.map;
  const shown = layersShown(reduction.map, placement.at.columns).join(' ');
  return useMemo(() => {
    if (shown === '') return classesOf(by, rowsOn(placement), grid);
    const { rows, at } = allPlaced(placement);
    const planes = shown.split(' ').map(d => planeOf(grid, rows, columnOf(at, Number(d) - 1)));
    return compositeOf(planes, { stretch, clip });
  }, [shown, placement, grid, stretch, clip, by]);
}

/** Each pixel in the colour that it has on the map; clear where it has none. */
function classesOf(by: Colouring, rows: Uint32Array, grid: SceneGrid): Uint8ClampedArray<ArrayBuffer> {
  const picture = new Uint8ClampedArray(4 * grid.rowAt.length);
  if (by.kind === 'alike') return picture;
  const channels = new Map<string, readonly number[]>();
  const channelsOf = (colour: string) => {
    const known = channels.get(colour) ?? [1, 3, 5].map(at => parseInt(colour.slice(at, at + 2), 16));
    channels.set(colour, known);
    return known;
  };
  const groups =
    by.kind === 'levels' ? new Map(by.groups.map(({ code, style }) => [code, style.colour])) : null;
  for (const row of rows) {
    const colour = by.kind === 'levels' ? groups!.get(by.codeOf(row)) : by.shades[by.shadeOf(row)];
    if (colour === undefined || !colour.startsWith('#')) continue;
    picture.set([...channelsOf(colour), 255], 4 * grid.pixelOf[row]!);
  }
  return picture;
}
