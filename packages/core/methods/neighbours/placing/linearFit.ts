import { invertDefinite } from '../../../algebra/cholesky';
import { columnOf, zeros, type Matrix } from '../../../algebra/matrix';
import { crossed, product } from '../../../algebra/product';
import type { FlatRows } from '../../../nearest/rows';

/** Places as sums of the rows' entries, and what they would be of rows that had no say. */
export interface LinearFit {
  /** (1 + entries) × outcomes; the first is the intercept. */
  readonly coefficients: Matrix;
  /** Rows × outcomes: each row foretold by the others (Allen 1974). */
  readonly withoutIt: Matrix;
}

/** Of the mean of a column's squares, what is added where columns depend on each other. */
const RIDGE = 1e-8;

/** Least squares of several outcomes on the entries of rows; of columns that depend on each other nearly so. */
export function linearFit(x: FlatRows, y: Matrix): LinearFit {
  const design = designOf(x);
  const squares = crossed(design, design);
  const inverse = (invertDefinite(squares) ?? invertDefinite(ridged(squares)))!.inverse;
  const coefficients = product(inverse, crossed(design, y));
  const fitted = product(design, coefficients);
  const weighed = product(design, inverse);
  const withoutIt = zeros(x.n, y.columns);
  for (let i = 0; i < x.n; i++) {
    let leverage = 0;
    for (let j = 0; j < design.columns; j++) {
      leverage += weighed.values[j * x.n + i]! * design.values[j * x.n + i]!;
    }
    for (let d = 0; d < y.columns; d++) {
      const at = d * x.n + i;
      const rest = (y.values[at]! - fitted.values[at]!) / (1 - leverage);
      // A row that alone holds a coefficient is not foretold by the others.
      withoutIt.values[at] = leverage < 1 - 1e-9 ? y.values[at]! - rest : NaN;
    }
  }
  return { coefficients, withoutIt };
}

/** What a fit makes of rows. */
export const fittedPlaces = ({ coefficients }: LinearFit, x: FlatRows): Matrix =>
  product(designOf(x), coefficients);

/** Ones, then the entries. */
function designOf({ n, entries, stride, values }: FlatRows): Matrix {
  const design = zeros(n, entries + 1);
  columnOf(design, 0).fill(1);
  for (let j = 0; j < entries; j++) {
    const column = columnOf(design, j + 1);
    for (let i = 0; i < n; i++) column[i] = values[i * stride + j]!;
  }
  return design;
}

function ridged(squares: Matrix): Matrix {
  const p = squares.rows;
  const result = { ...squares, values: squares.values.slice() };
  let trace = 0;
  for (let j = 0; j < p; j++) trace += squares.values[j * p + j]!;
  for (let j = 0; j < p; j++) result.values[j * p + j]! += (RIDGE * trace) / p;
  return result;
}
