import { columnOf, type Matrix } from './matrix';

/** The squared length of each row. */
export function rowSquares(x: Matrix): Float64Array {
  const lengths = new Float64Array(x.rows);
  for (let j = 0; j < x.columns; j++) {
    const column = columnOf(x, j);
    for (let i = 0; i < column.length; i++) lengths[i]! += column[i]! * column[i]!;
  }
  return lengths;
}
