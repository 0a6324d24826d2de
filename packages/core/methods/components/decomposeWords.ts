import { leadingSparse } from '../../algebra/leadingSparse';
import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { turnLargestPositive } from '../../algebra/sign';
import { alongDirections } from '../../algebra/sparseRows';
import { quietHost, type Host } from '../../host';
import type { PreparedWords } from '../../preparation/prepared';
import type { Decomposition } from './decompose';
import { LEADING } from './settings';
import type { Leading } from './keep';

/** Dimensions of words that are looked for at most where these are to hold a share. */
const MOST_LEADING = 400;

/**
 * The leading dimensions of words, which are centred as they are multiplied: the block stays sparse. The variance of all
 * dimensions is known without them.
 *
 * @param asked how many are found, where there are as many; or the share of all variance that they are to hold
 */
export function decomposeWords(
  prepared: PreparedWords,
  asked: Leading,
  host: Host = quietHost,
): Decomposition {
  if (typeof asked === 'number') return leadingOf(prepared, asked, host);
  // Twice as many each time, until they hold enough or are as many as are ever looked at.
  for (let count = LEADING; ; count = Math.min(2 * count, MOST_LEADING)) {
    const found = leadingOf(prepared, count, host);
    const held = found.shares.reduce((sum, share) => sum + share, 0);
    if (found.cutShort === null || held >= asked.share) return found;
    if (count < MOST_LEADING) continue;
    return {
      ...found,
      cutShort: `${found.cutShort} They hold ${(100 * held).toFixed(0)} %, and no more are looked for.`,
    };
  }
}

function leadingOf(prepared: PreparedWords, asked: number, host: Host): Decomposition {
  const { sparse, offsets, weights, divisor, measures, sds, divisors, scale } = prepared;
  const n = Math.max(sparse.rows, Math.ceil(prepared.n ?? 0));
  const most = Math.min(measures.length, scale === 'none' ? n : n - 1);
  const shown = Math.min(most, asked);
  // Entries that stand for several add no dimension.
  const found = leadingSparse(sparse, offsets, weights, divisor, Math.min(shown, sparse.rows), host);
  const floor = Math.max(sparse.rows, measures.length) * Number.EPSILON * (found.values[0] ?? 0);
  const eigenvalues = new Float64Array(shown);
  eigenvalues.set(found.values.map(value => (value > floor ? value : 0)));
  const total = sds.reduce((sum, sd, j) => sum + (sd / divisors[j]!) ** 2, 0);
  const coefficients = zeros(measures.length, shown);
  for (let d = 0; d < found.values.length; d++) {
    const vector = columnOf(coefficients, d);
    vector.set(columnOf(found.vectors, d));
    turnLargestPositive(vector);
  }
  const left = found.residual.toExponential(0).replace('-', '−');
  const searched =
    found.residual === 0 ? '' : `, with a residual of ${left} of the first in ${found.rounds} rounds`;
  return {
    measures,
    eigenvalues,
    shares: eigenvalues.map(value => value / total),
    average: total / most,
    cutShort:
      shown < Math.min(most, sparse.rows)
        ? `The leading ${shown} of ${most.toLocaleString('en')} dimensions are found${searched}.`
        : null,
    coefficients,
    scores: null,
  };
}

/** Scores of entries: their words about the offsets, along the dimensions. */
export const wordScores = (prepared: PreparedWords, coefficients: Matrix) => ({
  scores: alongDirections(prepared.sparse, prepared.offsets, coefficients),
  placedScores: alongDirections(prepared.placedSparse, prepared.offsets, coefficients),
});
