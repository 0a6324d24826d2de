import { crossProducts } from '../../algebra/crossProducts';
import { columnOf, someColumns, weighted, zeros, type Matrix } from '../../algebra/matrix';
import { product } from '../../algebra/product';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { sumOfSquares } from '../../rotation/arranged';
import { Problem } from '../../problem';
import type { PreparedRows } from '../../preparation/prepared';
import { rowSquares } from '../../algebra/rowSquares';
import type { DimensionsAnew } from '../anew';
import { componentsAgainWork } from './againWork';
import type { Components } from './components';

/** Decompositions of more measures take too long to be done hundreds of times. */
const MOST_MEASURES = 400;

/** Prepared measures have a standard deviation of 1. */
const FLAT = 1e-9;

/**
 * Components found again from rows that weigh otherwise. The table is not treated anew; measures of unit variance are
 * brought to that each time.
 *
 * @throws Problem where gaps are kept, or measures are too many
 */
export function componentsFoundAnew(prepared: PreparedRows, found: Components): DimensionsAnew {
  const places = found.measures.map(name => prepared.measures.indexOf(name));
  const p = places.length;
  if (prepared.gaps > 0) {
    throw new Problem('gaps are kept, and resamples are not found with these.', 'Fill them in question 2.');
  }
  if (p > MOST_MEASURES) {
    throw new Problem(
      `${p} measures are too many to be decomposed hundreds of times.`,
      `Take ${MOST_MEASURES} measures in at most.`,
    );
  }
  const x = someColumns(prepared.values, places);
  return {
    rows: prepared.rows,
    weights: prepared.weights,
    counts: prepared.counts,
    lengths: rowSquares(x),
    measures: found.measures,
    values: found.eigenvalues,
    loadings: found.loadings,
    turns: found.rotation !== null,
    oblique: (found.rotation?.phi ?? null) !== null,
    work: componentsAgainWork(found),
    again: times => {
      const eigen = decomposed(x, prepared, times);
      if (eigen === null) return null;
      const { values, vectors, means, sds } = eigen;
      const k = Math.min(found.kept, values.length);
      const lengths = Float64Array.from({ length: k }, (_, d) => Math.sqrt(Math.max(0, values[d]!)));
      const loadings = zeros(p, k);
      for (let d = 0; d < k; d++) {
        columnOf(loadings, d).set(columnOf(vectors, d).map(value => value * lengths[d]!));
      }
      return {
        values,
        loadings,
        improper: false,
        places: (laid, by) => {
          const unit = zeros(p, k);
          for (let d = 0; d < k; d++) {
            const [from, to] = [columnOf(vectors, d), columnOf(unit, d)];
            for (let j = 0; j < p; j++) to[j] = lengths[d]! > 0 ? from[j]! / (lengths[d]! * sds[j]!) : 0;
          }
          return placed(x, means, product(unit, by), found.rotation === null ? laid : null);
        },
      };
    },
  };
}

/** Rows less their means on axes; each as long as its laid loadings, where these are given, else of unit variance. */
function placed(x: Matrix, means: Float64Array, axes: Matrix, laid: Matrix | null): Matrix {
  const scores = product(x, axes);
  for (let d = 0; d < axes.columns; d++) {
    const [score, axis] = [columnOf(scores, d), columnOf(axes, d)];
    let origin = 0;
    for (let j = 0; j < axis.length; j++) origin += means[j]! * axis[j]!;
    const size = laid === null ? 1 : Math.sqrt(sumOfSquares(columnOf(laid, d)));
    for (let i = 0; i < score.length; i++) score[i] = (score[i]! - origin) * size;
  }
  return scores;
}

/** Eigenvalues and vectors of the covariances, or correlations, of rows that weigh; null where a measure does not vary. */
function decomposed(x: Matrix, { scale, divisor }: PreparedRows, times: Float64Array) {
  const p = x.columns;
  const products = crossProducts(weighted(x, times));
  const total = times.reduce((sum, weight) => sum + weight, 0);
  const centres = scale !== 'none';
  const means = Float64Array.from({ length: p }, (_, j) => {
    const column = columnOf(x, j);
    let sum = 0;
    for (let i = 0; i < column.length; i++) sum += times[i]! * column[i]!;
    return centres ? sum / total : 0;
  });
  // Of as many rows the divisor is that of all; of fewer the same share of their weight.
  const by = divisor * (total / (divisor + 1));
  const covariances = zeros(p, p);
  for (let j = 0; j < p; j++) {
    for (let i = 0; i < p; i++) {
      const at = j * p + i;
      covariances.values[at] = (products.values[at]! - total * means[i]! * means[j]!) / by;
    }
  }
  const sds = new Float64Array(p).fill(1);
  if (scale === 'unit-variance') {
    for (let j = 0; j < p; j++) sds[j] = Math.sqrt(covariances.values[j * p + j]!);
    if (sds.some(sd => !(sd > FLAT))) return null;
    for (let j = 0; j < p; j++) {
      for (let i = 0; i < p; i++) covariances.values[j * p + i]! /= sds[i]! * sds[j]!;
    }
  }
  return { ...symmetricEigen(covariances), means, sds };
}
