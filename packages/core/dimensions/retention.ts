import { entry, zeros, columnOf, type Matrix } from '../algebra/matrix';
import { symmetricEigen, symmetricEigenvalues } from '../algebra/symmetricEigen';
import { quietHost, stretch, type Host } from '../host';
import type { Prepared } from '../preparation/prepare';
import { correlationMatrix } from '../suitability/correlationMatrix';
import { aboveAverage } from './aboveAverage';
import {
  aboveRandom,
  parallelAnalysis,
  reducedCorrelations,
  type ParallelSettings,
  type RandomEigenvalues,
} from './parallelAnalysis';
import { partialAverages } from './partialAverage';
import { brokenStick, elbow, holding, stickShares } from './rules';

export interface RetentionSettings extends ParallelSettings {
  /** The share of all variance that the last rule asks for. */
  readonly share: number;
}

export const PLAIN_RETENTION: RetentionSettings = {
  data: 'normal',
  simulations: 200,
  percentile: 95,
  seed: 1,
  share: 0.7,
};

/** What one rule says of how many dimensions there are. */
export interface Vote {
  readonly rule: string;
  readonly of: 'components' | 'factors';
  readonly count: number;
  readonly source: string;
}

/** Votes of all rules on the correlations, and what they were held against. */
export interface Retention {
  readonly votes: readonly Vote[];
  readonly eigenvalues: Float64Array;
  /** Of the correlations with squared multiple correlations on the diagonal; null where these cannot be had. */
  readonly reduced: Float64Array | null;
  readonly random: RandomEigenvalues | null;
  readonly randomReduced: RandomEigenvalues | null;
  /** Eigenvalues that a stick broken at random would have. */
  readonly sticks: Float64Array;
  /** Why some rules have no vote, or null. */
  readonly note: string | null;
}

/** Components taken out, at most, in search of the least average partial correlation. */
const MOST_TAKEN_OUT = 60;

/**
 * How many dimensions each rule would keep of the correlations of the measures, for components and for common factors
 * apart. Rules that need rows or an inverse have no vote where there is none.
 *
 * @param without measures to leave out
 */
export function retention(
  prepared: Prepared,
  without: readonly string[],
  settings: RetentionSettings,
  host: Host = quietHost,
): Retention {
  const kept = [...prepared.measures.keys()].filter(j => !without.includes(prepared.measures[j]!));
  const correlations = part(correlationMatrix(prepared, 'pearson', stretch(host, 0, 0.1)), kept);
  const p = kept.length;
  const n = prepared.n;
  const eigen = symmetricEigen(correlations, stretch(host, 0.1, 0.2));
  const eigenvalues = n === null || n > p ? eigen.values : eigen.values.slice(0, n - 1);
  const shares = eigenvalues.map(value => value / p);
  const reducedMatrix = n === null || n > p ? reducedCorrelations(correlations) : null;
  const reduced = reducedMatrix === null ? null : symmetricEigenvalues(reducedMatrix);
  const table = prepared.given === null && prepared.gaps === 0 ? columnsOf(prepared.values, kept) : null;
  const parallel = n === null ? null : parallelAnalysis(n, p, table, settings, stretch(host, 0.2, 0.95));
  const partial = partialAverages(correlations, eigen, MOST_TAKEN_OUT);
  const percent = `${settings.percentile}th percentile`;
  const vote = (rule: string, of: Vote['of'], count: number, source: string): Vote => ({
    rule,
    of,
    count,
    source,
  });
  const votes = [
    ...(parallel === null
      ? []
      : [
          vote(
            `parallel analysis, ${percent}`,
            'components',
            aboveRandom(eigenvalues, parallel.components.percentile),
            'Horn 1965; Glorfeld 1995',
          ),
          vote(
            'parallel analysis, mean',
            'components',
            aboveRandom(eigenvalues, parallel.components.mean),
            'Horn 1965',
          ),
        ]),
    vote('minimum average partial', 'components', partial.bySquared, 'Velicer 1976'),
    vote(
      'minimum average partial, 4th power',
      'components',
      partial.byFourth,
      'Velicer, Eaton and Fava 2000',
    ),
    vote('above average', 'components', aboveAverage(eigenvalues), 'Kaiser 1960'),
    vote('broken stick', 'components', brokenStick(shares, p), 'MacArthur 1957; Jackson 1993'),
    vote('elbow', 'components', elbow(eigenvalues), 'farthest from the chord; Satopää and others 2011'),
    vote(
      `${Math.round(100 * settings.share)} % of the variance`,
      'components',
      holding(shares, settings.share),
      'a share asked for',
    ),
    ...(reduced === null || !parallel?.factors
      ? []
      : [
          vote(
            `parallel analysis, ${percent}`,
            'factors',
            aboveRandom(reduced, parallel.factors.percentile),
            'Humphreys and Montanelli 1975',
          ),
          vote(
            'parallel analysis, mean',
            'factors',
            aboveRandom(reduced, parallel.factors.mean),
            'Humphreys and Montanelli 1975',
          ),
        ]),
  ] satisfies Vote[];
  return {
    votes,
    eigenvalues,
    reduced,
    random: parallel?.components ?? null,
    randomReduced: parallel?.factors ?? null,
    sticks: stickShares(p).map(stick => stick * p),
    note: noteOf(n, reduced),
  };
}

function noteOf(n: number | null, reduced: Float64Array | null): string | null {
  if (n === null) return 'Parallel analysis needs the number of rows: give it in question 1.';
  return reduced === null ? 'The correlations are singular: common factors have no vote.' : null;
}

function part(matrix: Matrix, kept: readonly number[]): Matrix {
  const result = zeros(kept.length, kept.length);
  kept.forEach((a, i) => kept.forEach((b, j) => (result.values[j * kept.length + i] = entry(matrix, a, b))));
  return result;
}

function columnsOf(matrix: Matrix, kept: readonly number[]): Matrix {
  const result = zeros(matrix.rows, kept.length);
  kept.forEach((from, to) => columnOf(result, to).set(columnOf(matrix, from)));
  return result;
}
