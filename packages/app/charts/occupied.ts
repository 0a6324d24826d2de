import type { Box } from './placeNames';
import type { Size } from './size';

/**
 * Tells whether a box runs into any of very many others, in the same time however many there are: by how many of the
 * plot's pixels up to each corner are taken (Crow 1984).
 */
export function occupied(boxes: Iterable<Box>, { width, height }: Size): (box: Box) => boolean {
  const [columns, rows] = [Math.ceil(width), Math.ceil(height)];
  const stride = columns + 1;
  const column = (x: number) => Math.max(0, Math.min(columns, Math.round(x)));
  const row = (y: number) => Math.max(0, Math.min(rows, Math.round(y)));
  const taken = new Uint32Array(stride * (rows + 1));
  for (const { left, right, top, bottom } of boxes) {
    const [from, to] = [column(left), column(right)];
    for (let y = row(top); y < row(bottom); y++) {
      taken.fill(1, (y + 1) * stride + from + 1, (y + 1) * stride + to + 1);
    }
  }
  for (let y = 1; y <= rows; y++) {
    for (let x = 1; x <= columns; x++) {
      const at = y * stride + x;
      taken[at] = taken[at]! + taken[at - 1]! + taken[at - stride]! - taken[at - stride - 1]!;
    }
  }
  return ({ left, right, top, bottom }) => {
    const [x0, x1, y0, y1] = [column(left), column(right), row(top) * stride, row(bottom) * stride];
    return taken[y1 + x1]! - taken[y1 + x0]! - taken[y0 + x1]! + taken[y0 + x0]! > 0;
  };
}
