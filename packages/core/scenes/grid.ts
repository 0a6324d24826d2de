import type { NumberValues } from '../table/column';
import { gridSize, type SceneGrid } from '../table/scene/scene';
import { sceneOf, type Table } from '../table/table';

/**
 * Where the rows of a scene's table lie as pixels of a picture of their own; null where they are no pixels.
 */
export function sceneGrid(table: Table): SceneGrid | null {
  const scene = sceneOf(table);
  if (scene === null) return null;
  const { region, step, bands } = scene;
  const { width, height } = gridSize(scene);
  // They stand after the bands, whatever they are called.
  const [x, y] = [table.columns[bands.length], table.columns[bands.length + 1]];
  if (x?.kind !== 'number' || y?.kind !== 'number') return null;
  const rowAt = new Int32Array(width * height).fill(-1);
  const pixelOf = new Uint32Array(table.rows);
  for (let row = 0; row < table.rows; row++) {
    const pixel = ((y.values[row]! - region.y) / step) * width + (x.values[row]! - region.x) / step;
    rowAt[pixel] = row;
    pixelOf[row] = pixel;
  }
  return { width, height, rowAt, pixelOf };
}

/** A number for each pixel from one for each of some rows; NaN where none is. */
export function planeOf(
  { width, height, pixelOf }: SceneGrid,
  rows: ArrayLike<number>,
  values: NumberValues | ((i: number) => number),
): Float64Array {
  const plane = new Float64Array(width * height).fill(NaN);
  const at = typeof values === 'function' ? values : (i: number) => values[i]!;
  for (let i = 0; i < rows.length; i++) plane[pixelOf[rows[i]!]!] = at(i);
  return plane;
}
