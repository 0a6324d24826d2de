import { crossProducts } from '../algebra/crossProducts';
import { columnOf, entry, transpose, zeros, type Matrix } from '../algebra/matrix';
import { symmetricEigen, symmetricEigenvalues } from '../algebra/symmetricEigen';
import { quietHost, stretch, type Host } from '../host';
import type { Prepared } from '../preparation/prepare';
import { correlationMatrix } from '../suitability/correlationMatrix';
import { aboveAverage } from './aboveAverage';
import {
  aboveRandom,
  parallelAnalysis,
  randomRounds,
  reducedCorrelations,
  type ParallelAnalysis,
  type ParallelSettings,
  type RandomEigenvalues,
  type RandomRounds,
  type RandomWork,
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

/** What random data must be like to be held against the measures; null where the number of rows is not known. */
export function randomWork(
  prepared: Prepared,
  without: readonly string[],
  { data, seed }: Pick<ParallelSettings, 'data' | 'seed'>,
): RandomWork | null {
  const kept = keptColumns(prepared, without);
  const shuffled = data === 'permuted' && prepared.given === null && prepared.gaps === 0;
  const table = shuffled ? columnsOf(prepared.values, kept) : null;
  return prepared.n === null ? null : { n: prepared.n, p: kept.length, table, seed };
}

const keptColumns = (prepared: Prepared, without: readonly string[]): number[] =>
  [...prepared.measures.keys()].filter(j => !without.includes(prepared.measures[j]!));

/**
 * How many dimensions each rule would keep of the correlations of the measures, for components and for common factors
 * apart. Rules that need rows or an inverse have no vote where there is none.
 *
 * @param without measures to leave out
 * @param rounds the simulations, where they are at hand
 */
export function retention(
  prepared: Prepared,
  without: readonly string[],
  settings: RetentionSettings,
  host: Host = quietHost,
  rounds?: RandomRounds,
): Retention {
  const kept = keptColumns(prepared, without);
  const p = kept.length;
  const n = prepared.n;
  const table = prepared.given === null && prepared.gaps === 0 ? columnsOf(prepared.values, kept) : null;
  const work = randomWork(prepared, without, settings);
  const random =
    work === null
      ? null
      : parallelAnalysis(
          rounds ?? randomRounds(work, 0, settings.simulations, stretch(host, 0.2, 0.95)),
          settings.percentile,
        );
  if (n !== null && n <= p && table !== null && prepared.weights === null) {
    return ofFewRows(table, settings, random!);
  }
  const correlations = part(correlationMatrix(prepared, 'pearson', stretch(host, 0, 0.1)), kept);
  const eigen = symmetricEigen(correlations, stretch(host, 0.1, 0.2));
  const eigenvalues = eigen.values;
  const shares = eigenvalues.map(value => value / p);
  const reducedMatrix = reducedCorrelations(correlations);
  const reduced = reducedMatrix === null ? null : symmetricEigenvalues(reducedMatrix);
  const partial = partialAverages(correlations, eigen, MOST_TAKEN_OUT);
  const votes = [
    ...eigenvalueVotes(eigenvalues, shares, p, random?.components ?? null, settings),
    { rule: 'minimum average partial', of: 'components', count: partial.bySquared, source: 'Velicer 1976' },
    {
      rule: 'minimum average partial, 4th power',
      of: 'components',
      count: partial.byFourth,
      source: 'Velicer, Eaton and Fava 2000',
    },
    ...(reduced === null || !random?.factors
      ? []
      : parallelVotes(reduced, random.factors, 'factors', settings, 'Humphreys and Montanelli 1975')),
  ] satisfies Vote[];
  return {
    votes,
    eigenvalues,
    reduced,
    random: random?.components ?? null,
    randomReduced: random?.factors ?? null,
    sticks: stickShares(p).map(stick => stick * p),
    note: noteOf(n, reduced),
  };
}

/** With no more rows than measures: what the products of the rows can tell. */
function ofFewRows(table: Matrix, settings: RetentionSettings, { components }: ParallelAnalysis): Retention {
  const { rows: n, columns: p } = table;
  const scaled = zeros(n, p);
  for (let j = 0; j < p; j++) {
    const column = columnOf(table, j);
    let squares = 0;
    for (let i = 0; i < n; i++) squares += column[i]! * column[i]!;
    const length = Math.sqrt(squares);
    for (let i = 0; i < n; i++) scaled.values[j * n + i] = column[i]! / length;
  }
  const eigenvalues = symmetricEigenvalues(crossProducts(transpose(scaled))).slice(0, n - 1);
  return {
    votes: eigenvalueVotes(
      eigenvalues,
      eigenvalues.map(value => value / p),
      p,
      components,
      settings,
    ),
    eigenvalues,
    reduced: null,
    random: components,
    randomReduced: null,
    sticks: stickShares(p).map(stick => stick * p),
    note: noteOf(n, null),
  };
}

/** The votes that need no more than eigenvalues. */
function eigenvalueVotes(
  eigenvalues: Float64Array,
  shares: Float64Array,
  p: number,
  random: RandomEigenvalues | null,
  settings: RetentionSettings,
): Vote[] {
  const vote = (rule: string, count: number, source: string): Vote => ({
    rule,
    of: 'components',
    count,
    source,
  });
  return [
    ...(random === null
      ? []
      : parallelVotes(eigenvalues, random, 'components', settings, 'Horn 1965; Glorfeld 1995')),
    vote('above average', aboveAverage(eigenvalues), 'Kaiser 1960'),
    vote('broken stick', brokenStick(shares, p), 'MacArthur 1957; Jackson 1993'),
    vote('elbow', elbow(eigenvalues), 'farthest from the chord; Satopää and others 2011'),
    vote(
      `${Math.round(100 * settings.share)} % of the variance`,
      holding(shares, settings.share),
      'a share asked for',
    ),
  ];
}

function parallelVotes(
  eigenvalues: Float64Array,
  random: RandomEigenvalues,
  of: Vote['of'],
  { percentile }: RetentionSettings,
  source: string,
): Vote[] {
  return [
    {
      rule: `parallel analysis, ${percentile}th percentile`,
      of,
      count: aboveRandom(eigenvalues, random.percentile),
      source,
    },
    { rule: 'parallel analysis, mean', of, count: aboveRandom(eigenvalues, random.mean), source },
  ];
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
