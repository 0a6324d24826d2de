import { divergingColour } from '../../theme/ramp';
import type { Mode } from '../../theme/tokens';

/** Steps of colour from 0 to 1, and from 0 to −1. */
const STEPS = 255;

/**
 * The colours of square cells as red, green, blue and opacity, row by row.
 *
 * @param value of a cell by its row and column, from −1 to 1
 */
export function cellColours(
  count: number,
  value: (row: number, column: number) => number,
  mode: Mode,
): Uint8ClampedArray<ArrayBuffer> {
  const steps = Array.from({ length: 2 * STEPS + 1 }, (_, k) => divergingColour(k / STEPS - 1, mode));
  const colours = new Uint8ClampedArray(4 * count * count);
  let at = 0;
  for (let row = 0; row < count; row++) {
    for (let column = 0; column < count; column++) {
      const place = Math.max(-1, Math.min(1, value(row, column)));
      const colour = steps[Math.round((place + 1) * STEPS)]!;
      colours[at++] = colour[0];
      colours[at++] = colour[1];
      colours[at++] = colour[2];
      colours[at++] = 255;
    }
  }
  return colours;
}

/** A picture with a pixel for each cell. */
export function cellPicture(
  count: number,
  value: (row: number, column: number) => number,
  mode: Mode,
  diagonal: string,
): HTMLCanvasElement {
  const picture = document.createElement('canvas');
  picture.width = count;
  picture.height = count;
  const pen = picture.getContext('2d')!;
  pen.putImageData(new ImageData(cellColours(count, value, mode), count, count), 0, 0);
  pen.fillStyle = diagonal;
  for (let k = 0; k < count; k++) pen.fillRect(k, k, 1, 1);
  return picture;
}
