import { writeGeoTiff } from './scenes/writeGeoTiff';
import { seededRandom } from './algebra/random';
import { isMissing, numberAt, type NumberValues } from './table/column';
import { type FileSource } from './table/fileSource';
import { sourceOf } from './testScenes';
import { sceneOf, type Table } from './table/table';
import { stackHeader } from './table/scene/stack';
import type { ScenePlace } from './table/scene/scene';

export const KINDS = [
  Uint8Array,
  Int8Array,
  Uint16Array,
  Int16Array,
  Uint32Array,
  Int32Array,
  Float32Array,
  Float64Array,
] as const;

/** Made-up bands: whole numbers that every kind holds. */
export function madeUp(
  width: number,
  height: number,
  bands: number,
  kind: number,
  seed: number,
): NumberValues[] {
  const random = seededRandom(seed);
  const Kind = KINDS[kind]!;
  return Array.from({ length: bands }, () => {
    const values = new Kind(width * height);
    for (let i = 0; i < values.length; i++) values[i] = random.whole(100);
    return values;
  });
}

export const PLACE: ScenePlace = {
  pixelScale: [30, 30, 0],
  tiepoint: [0, 0, 0, 500_000, 5_400_000, 0],
  transformation: null,
  keys: [1, 1, 0, 1, 1024, 0, 1, 1],
  doubles: null,
  ascii: 'UTM zone of an invented valley|',
};

/** Looks up the entry of a band at a pixel of the whole picture, by the table's own x and y. */
export function looker(table: Table): (band: number, x: number, y: number) => number | null {
  const { bands } = sceneOf(table)!;
  const [xs, ys] = [table.columns[bands.length]!, table.columns[bands.length + 1]!];
  if (xs.kind !== 'number' || ys.kind !== 'number') throw new Error('no places');
  const rows = new Map(Array.from(xs.values, (x, row) => [`${x} ${ys.values[row]}`, row]));
  return (band, x, y) => {
    const row = rows.get(`${x} ${y}`);
    const column = table.columns[band]!;
    if (row === undefined || column.kind !== 'number' || isMissing(column, row)) return null;
    return numberAt(column, row);
  };
}

export const at = (table: Table, band: number, x: number, y: number) => looker(table)(band, x, y);

export const oneBand = (
  name: string,
  size: number,
  value: number,
  place: ScenePlace | null = null,
  packed?: 'deflate',
) => {
  const values = new Uint8Array(size * size).map((_, i) => (value + i) % 251);
  return {
    name,
    pieces: writeGeoTiff(
      { width: size, height: size, bands: [{ name: '', values }], noData: null, place },
      packed ? { packed, tile: 16 } : {},
    ),
  };
};

export function stackOf(
  files: readonly { readonly name: string; readonly pieces: readonly Uint8Array[] }[],
): FileSource {
  const sized = files.map(({ name, pieces }) => ({ name, size: sourceOf(pieces).size }));
  return sourceOf([new TextEncoder().encode(stackHeader(sized)), ...files.flatMap(({ pieces }) => pieces)]);
}
