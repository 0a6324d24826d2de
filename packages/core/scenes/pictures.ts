import { encode } from 'fast-png';
import type { Matrix } from '../algebra/matrix';
import { columnOf } from '../algebra/matrix';
import type { LevelColumn } from '../table/column';
import type { Scene, SceneGrid, ScenePlace } from '../table/scene/scene';
import { compositeOf, type Stretch } from './composite';
import { planeOf } from './grid';
import { placeOnGrid } from './placeOnGrid';
import { writeGeoTiff } from './writeGeoTiff';

type Pieces = Uint8Array<ArrayBuffer>[];

/** What stands for no value in a picture of classes: they are counted from 1. */
const NO_CLASS = 0;

/** Dimensions as layers of float32, NaN where a pixel has no place, with the scene's place. */
export function layersFile(
  size: { readonly width: number; readonly height: number },
  planes: readonly Float32Array[],
  names: readonly string[],
  place: ScenePlace | null,
): Pieces {
  return writeGeoTiff(
    {
      ...size,
      bands: planes.map((values, d) => ({ name: names[d]!, values })),
      noData: NaN,
      place,
    },
    { packed: 'none' },
  );
}

/** Where rows are, as the layers of {@link layersFile}, on the pixels that were read. */
export function layersOnGrid(
  scene: Scene,
  grid: SceneGrid,
  rows: ArrayLike<number>,
  at: Matrix,
  names: readonly string[],
): Pieces {
  const planes = names.map((_, d) => Float32Array.from(planeOf(grid, rows, columnOf(at, d))));
  return layersFile(grid, planes, names, placeOnGrid(scene));
}

/** A label as a picture of whole numbers: its levels from 1 on in their order, 0 where there is none. */
export function classesFile(scene: Scene, grid: SceneGrid, label: LevelColumn): Pieces {
  const { codes, levels, missing, name } = label;
  const values = levels.length < 256 ? new Uint8Array(grid.rowAt.length) : new Uint16Array(grid.rowAt.length);
  for (let row = 0; row < codes.length; row++) {
    values[grid.pixelOf[row]!] = missing?.[row] === 1 ? NO_CLASS : codes[row]! + 1;
  }
  return writeGeoTiff(
    { ...grid, bands: [{ name, values }], noData: NO_CLASS, place: placeOnGrid(scene) },
    { packed: 'deflate' },
  );
}

/** A composite as a PNG of 8 bits, clear where a pixel has no value. */
export function compositeFile(
  { width, height }: { readonly width: number; readonly height: number },
  planes: readonly Float64Array[],
  stretch: Stretch,
): Pieces {
  return rgbaFile({ width, height }, compositeOf(planes, stretch));
}

/** Four bytes a pixel as a PNG. */
export const rgbaFile = (
  { width, height }: { readonly width: number; readonly height: number },
  data: Uint8ClampedArray,
): Pieces => [new Uint8Array(encode({ width, height, data, channels: 4, depth: 8 }))];
