import { block } from '../../algebra/block';
import { columnOf, someColumns, transpose, zeros, type Matrix } from '../../algebra/matrix';
import { identity, product } from '../../algebra/product';
import { inverseOf } from '../../algebra/inverseOf';
import { rowSquares } from '../../algebra/rowSquares';
import { quietHost } from '../../host';
import type { PreparedRows } from '../../preparation/prepared';
import { Problem } from '../../problem';
import { rotateLoadings } from '../../rotation/rotateLoadings';
import { correlationMatrix } from '../../suitability/correlationMatrix';
import type { DimensionsAnew, FoundAgain } from '../anew';
import { factorsAgainWork } from './againWork';
import { extract } from './extract';
import { ranAway } from './extraction';
import type { Factors, FactorsAsked } from './factors';
import { scoring } from './scores';
import { smoothed } from './smoothed';

/** Rotations of a draw start at its own axes and at few others: it is near a solution that was found with many. */
const STARTS = { starts: 1, most: 2 };

/**
 * Common factors found again from rows that weigh otherwise: correlations of the same kind, extracted and rotated by the
 * same rules.
 *
 * @throws Problem where gaps are kept
 */
export function factorsFoundAnew(
  prepared: PreparedRows,
  found: Factors,
  asked: FactorsAsked,
): DimensionsAnew {
  if (prepared.gaps > 0) {
    throw new Problem('gaps are kept, and resamples are not found with these.', 'Fill them in question 2.');
  }
  const places = found.measures.map(name => prepared.measures.indexOf(name));
  const { pattern, oblique } = found.rotated;
  const own = { ...prepared, measures: found.measures, values: someColumns(prepared.values, places) };
  return {
    rows: prepared.rows,
    weights: prepared.weights,
    counts: prepared.counts,
    lengths: rowSquares(own.values),
    measures: found.measures,
    values: found.reducedEigenvalues,
    loadings: pattern,
    turns: false,
    oblique,
    work: factorsAgainWork(found),
    again: (times, turned) => {
      try {
        return again(own, asked, times, turned);
      } catch (thrown) {
        // Draws without factors of their own are counted, and tell how near the table is to having none.
        if (thrown instanceof Problem) return null;
        throw thrown;
      }
    },
  };
}

function again(
  { values: x, ...prepared }: PreparedRows,
  { kind, factors, extraction, rotation, scoring: by }: FactorsAsked,
  times: Float64Array,
  turned: boolean,
): FoundAgain | null {
  const { means, sds } = spreads(x, times);
  if (sds.some(sd => !(sd > 1e-9))) return null;
  const there = [...times.keys()].filter(i => times[i]! > 0);
  const rows: PreparedRows = {
    ...prepared,
    values: standardised(x, there, means, sds),
    weights: Float64Array.from(there, i => times[i]!),
    counts: true,
    bytes: null,
    scale: 'unit-variance',
  };
  const all = correlationMatrix(rows, kind, quietHost);
  const { correlations } = smoothed(block(all, [...Array(x.columns).keys()]));
  const found = extract(correlations, factors, extraction, quietHost);
  if (ranAway(found)) return null;
  const own = turned ? null : rotateLoadings(found.loadings, { ...rotation, ...STARTS });
  const phi = own?.phi ?? identity(factors);
  return {
    values: found.reducedEigenvalues,
    loadings: own?.pattern ?? found.loadings,
    improper: found.heywood.length > 0,
    places: (laid, transformation) => {
      const back = inverseOf(transformation);
      if (back === null) return null;
      const laidPhi = product(product(back, phi), transpose(back));
      const { uniquenesses } = found;
      try {
        const { coefficients } = scoring(correlations, { pattern: laid, phi: laidPhi, uniquenesses }, by);
        const everyone = standardised(x, [...times.keys()], means, sds);
        return product(everyone, coefficients);
      } catch (thrown) {
        if (thrown instanceof Problem) return null;
        throw thrown;
      }
    },
  };
}

/** Weighted means, and standard deviations by Σw − 1. */
function spreads(x: Matrix, times: Float64Array) {
  const total = times.reduce((sum, weight) => sum + weight, 0);
  const [means, sds] = [new Float64Array(x.columns), new Float64Array(x.columns)];
  for (let j = 0; j < x.columns; j++) {
    const column = columnOf(x, j);
    let sum = 0;
    for (let i = 0; i < column.length; i++) sum += times[i]! * column[i]!;
    const mean = sum / total;
    let squares = 0;
    for (let i = 0; i < column.length; i++) squares += times[i]! * (column[i]! - mean) ** 2;
    means[j] = mean;
    sds[j] = Math.sqrt(squares / (total - 1));
  }
  return { means, sds };
}

function standardised(x: Matrix, places: readonly number[], means: Float64Array, sds: Float64Array): Matrix {
  const result = zeros(places.length, x.columns);
  for (let j = 0; j < x.columns; j++) {
    const [from, to] = [columnOf(x, j), columnOf(result, j)];
    for (let i = 0; i < to.length; i++) to[i] = (from[places[i]!]! - means[j]!) / sds[j]!;
  }
  return result;
}
