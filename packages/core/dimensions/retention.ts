import { block } from '../algebra/block';
import { crossProducts } from '../algebra/crossProducts';
import { columnOf, someColumns, transpose, weighted, zeros, type Matrix } from '../algebra/matrix';
import { symmetricEigen, symmetricEigenvalues } from '../algebra/symmetricEigen';
import { quietHost, stretch, type Host } from '../host';
import { completeRows, type Prepared } from '../preparation/prepared';
import { meanOf } from '../table/moments';
import { correlationMatrix } from '../suitability/correlationMatrix';
import { aboveAverage } from './aboveAverage';
import {
  aboveRandom,
  parallelAnalysis,
  randomRounds,
  reducedCorrelations,
  type ParallelAnalysis,
  type RandomEigenvalues,
  type RandomRounds,
  type RandomWork,
} from './parallelAnalysis';
import type { ParallelSettings, RetentionSettings } from './retentionSettings';
import { partialAverages } from './partialAverage';
import { brokenStick, elbow, holding, stickShares } from './rules';

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
/** Entries of a table whose rows are repeated as their counts say, at most. */
const MOST_REPEATED = 2e7;

/** What random data must be like to be held against the measures; null where the number of rows is not known. */
export function randomWork(
  prepared: Prepared,
  without: readonly string[],
  { data, seed }: Pick<ParallelSettings, 'data' | 'seed'>,
): RandomWork | null {
  if (prepared.n === null) return null;
  const kept = keptColumns(prepared, without);
  const rows = data === 'permuted' ? completeRows(prepared) : null;
  const table = rows === null ? null : repeated(someColumns(rows.values, kept), prepared);
  return { n: table?.rows ?? Math.round(prepared.n), p: kept.length, table, seed };
}

/** Rows that counts stand for are repeated, where their numbers can be held. */
function repeated(x: Matrix, { weights, counts }: Prepared): Matrix {
  if (weights === null || !counts) return x;
  const times = weights.map(Math.round);
  const n = times.reduce((sum, count) => sum + count, 0);
  if (n * x.columns > MOST_REPEATED || n < 3) return x;
  const rows = [...times].flatMap((count, i) => Array<number>(count).fill(i));
  const result = zeros(n, x.columns);
  for (let j = 0; j < x.columns; j++) {
    const source = columnOf(x, j);
    columnOf(result, j).set(rows.map(i => source[i]!));
  }
  return result;
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
  const work = randomWork(prepared, without, settings);
  const random =
    work === null
      ? null
      : parallelAnalysis(
          rounds ?? randomRounds(work, 0, settings.simulations, stretch(host, 0.2, 0.95)),
          settings.percentile,
        );
  const note = (reduced: Float64Array | null) => noteOf(prepared, reduced, settings);
  if (hasFewRows(prepared, p)) {
    const eigenvalues = fewRowsEigenvalues(prepared, kept);
    return ofFewRows(eigenvalues, p, random!, settings, note(null));
  }
  const correlations = block(correlationMatrix(prepared, 'pearson', stretch(host, 0, 0.1)), kept);
  const eigen = symmetricEigen(correlations, stretch(host, 0.1, 0.2));
  const eigenvalues = eigen.values.slice(0, mostDimensions(n, p));

  const reducedMatrix = reducedCorrelations(correlations);
  const reduced = reducedMatrix === null ? null : symmetricEigenvalues(reducedMatrix);
  const votes = [
    ...eigenvalueVotes(eigenvalues, p, random?.components ?? null, settings),
    ...partialVotes(partialAverages(correlations, eigen, MOST_TAKEN_OUT)),
    ...(reduced === null || !random?.factors
      ? []
      : parallelVotes(reduced, random.factors, 'factors', settings, 'Humphreys and Montanelli 1975')),
  ];
  return {
    votes,
    eigenvalues,
    reduced,
    random: random?.components ?? null,
    randomReduced: random?.factors ?? null,
    sticks: stickShares(p).map(stick => stick * p),
    note: note(reduced),
  };
}

function partialVotes({ bySquared, byFourth }: ReturnType<typeof partialAverages>): Vote[] {
  return [
    { rule: 'minimum average partial', of: 'components', count: bySquared, source: 'Velicer 1976' },
    {
      rule: 'minimum average partial, 4th power',
      of: 'components',
      count: byFourth,
      source: 'Velicer, Eaton and Fava 2000',
    },
  ];
}

/** As many dimensions as the rows allow, as a reduction has them. */
const mostDimensions = (n: number | null, p: number): number =>
  n === null ? p : Math.max(1, Math.min(p, Math.ceil(n) - 1));

const hasFewRows = (prepared: Prepared, p: number): boolean =>
  prepared.n !== null && prepared.n <= p && completeRows(prepared) !== null;

/**
 * Eigenvalues of the correlations of the measures, as many as there can be.
 *
 * @param without measures to leave out
 */
export function eigenvaluesOf(
  prepared: Prepared,
  without: readonly string[],
  host: Host = quietHost,
): Float64Array {
  const kept = keptColumns(prepared, without);
  if (hasFewRows(prepared, kept.length)) return fewRowsEigenvalues(prepared, kept);
  const correlations = block(correlationMatrix(prepared, 'pearson', host), kept);
  return symmetricEigenvalues(correlations).slice(0, mostDimensions(prepared.n, kept.length));
}

/**
 * How many common factors stand above random data; null where squared multiple correlations cannot be had.
 *
 * @param random reduced eigenvalues of random data, at the percentile asked for
 */
export function factorsAboveRandom(
  prepared: Prepared,
  without: readonly string[],
  random: Float64Array,
  host: Host = quietHost,
): number | null {
  const kept = keptColumns(prepared, without);
  if (hasFewRows(prepared, kept.length)) return null;
  const reduced = reducedCorrelations(block(correlationMatrix(prepared, 'pearson', host), kept));
  return reduced === null ? null : aboveRandom(countedFactors(symmetricEigenvalues(reduced)), random);
}

/** Common factors have no negative variance: those from the first on that is not above 0 do not count. */
const countedFactors = (eigenvalues: Float64Array): Float64Array => eigenvalues.filter(value => value > 0);

/** With no more rows than measures: those of the products of the rows, centred and weighted. */
function fewRowsEigenvalues(prepared: Prepared, kept: readonly number[]): Float64Array {
  const { weights } = prepared;
  const table = someColumns(completeRows(prepared)!.values, kept);
  const x = weighted(centred(table, weights), weights);
  const { rows, columns: p } = x;
  const scaled = zeros(rows, p);
  for (let j = 0; j < p; j++) {
    const column = columnOf(x, j);
    let squares = 0;
    for (let i = 0; i < rows; i++) squares += column[i]! * column[i]!;
    const length = Math.sqrt(squares);
    for (let i = 0; i < rows; i++) scaled.values[j * rows + i] = column[i]! / length;
  }
  const most = Math.ceil(prepared.n!) - 1;
  const eigenvalues = new Float64Array(most);
  eigenvalues.set(symmetricEigenvalues(crossProducts(transpose(scaled))).slice(0, most));
  return eigenvalues;
}

/** The rules that need no more than the eigenvalues have a vote where rows are no more than measures. */
function ofFewRows(
  eigenvalues: Float64Array,
  p: number,
  { components }: ParallelAnalysis,
  settings: RetentionSettings,
  note: string | null,
): Retention {
  return {
    votes: eigenvalueVotes(eigenvalues, p, components, settings),
    eigenvalues,
    reduced: null,
    random: components,
    randomReduced: null,
    sticks: stickShares(p).map(stick => stick * p),
    note,
  };
}

/** Each column less its weighted mean. */
function centred(x: Matrix, weights: Float64Array | null): Matrix {
  const result = zeros(x.rows, x.columns);
  for (let j = 0; j < x.columns; j++) {
    const column = columnOf(x, j);
    const mean = meanOf(column, weights);
    columnOf(result, j).set(column.map(value => value - mean));
  }
  return result;
}

/** The votes that need no more than eigenvalues. */
function eigenvalueVotes(
  eigenvalues: Float64Array,
  p: number,
  random: RandomEigenvalues | null,
  settings: RetentionSettings,
): Vote[] {
  const shares = eigenvalues.map(value => value / p);
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
    vote('above average', aboveAverage(eigenvalues, p / eigenvalues.length), 'Kaiser 1960'),
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
  const counted = of === 'factors' ? countedFactors(eigenvalues) : eigenvalues;
  return [
    {
      rule: `parallel analysis, ${percentile}th percentile`,
      of,
      count: aboveRandom(counted, random.percentile),
      source,
    },
    { rule: 'parallel analysis, mean', of, count: aboveRandom(counted, random.mean), source },
  ];
}

function noteOf(
  { n, weights, counts }: Prepared,
  reduced: Float64Array | null,
  { data }: RetentionSettings,
): string | null {
  if (n === null) return 'Parallel analysis needs the number of rows: give it in question 1.';
  const notes = [
    ...(reduced === null ? ['The correlations are singular: common factors have no vote.'] : []),
    ...(data === 'permuted' && weights !== null && !counts ? ['Shuffled columns take no weights.'] : []),
  ];
  return notes.length === 0 ? null : notes.join(' ');
}
