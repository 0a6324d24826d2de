import type { Matrix } from '../algebra/matrix';
import type { SparseRows } from '../algebra/sparseRows';
import { Problem } from '../problem';
import type { LeftOut } from '../words/countWords';
import type { WordsSettings } from '../words/settings';
import type { Fences } from './outliers';
import type { Weighting } from './rowWeights';
import type { Treated, Treatment } from './treatment';

export const SCALES = ['unit-variance', 'centre', 'range', 'robust', 'none'] as const;

/**
 * How measures are made comparable. All but the last are centred, and divided by the standard deviation (n − 1), by
 * nothing, by the range, or by the robust standard deviation (1.4826 MAD); `none` leaves origin and unit as they are,
 * and every spread is then about zero.
 */
export type Scale = (typeof SCALES)[number];

/** Preparation at rest: rows with gaps left out, nothing else treated, unit variance. */
export const PLAIN_PREPARATION = {
  rowsAside: { of: '', rows: [] },
  only: [],
  supplementary: [],
  repeats: 'keep',
  repeatKeys: [],
  missing: 'leave-out-rows',
  imputation: 2,
  reversed: [],
  gapsAllowed: 1,
  outliers: 'none',
  reach: 1.5,
  unfenced: [],
  rowTransform: 'none',
  transform: 'none',
  transforms: [],
  scale: 'unit-variance',
  weighting: 'proportional',
  cases: null,
  words: null,
} satisfies Omit<PreparationInput, 'measures' | 'weight'>;

export interface PreparationInput extends Treatment {
  /** Names of columns of numbers. */
  readonly measures: readonly string[];
  /** Name of the column of row weights, or null where every row counts once. */
  readonly weight: string | null;
  readonly weighting: Weighting;
  readonly scale: Scale;
  /** How many rows a given matrix was made from, where that is known. */
  readonly cases: number | null;
  /** How a column of text is split into words, which then are the measures; null where the measures are columns. */
  readonly words: WordsSettings | null;
  /** Of a sample of a table in its engine: whether figures are of the sample alone; of the whole where it is absent. */
  readonly extent?: 'sample' | undefined;
}

/** What was done to arrive at the prepared numbers, without the numbers themselves. */
export interface Account extends Omit<Treated, 'columns' | 'placed'> {
  /** The text whose words the measures are; null where they are columns. */
  readonly words: string | null;
  /** Rows that are placed, not used. */
  readonly placedRows: Uint32Array;
  /**
   * Rows that the figures stand on: those used, or Σw where weights are counts, or those that a given matrix was made
   * from; null where that is not known.
   */
  readonly n: number | null;
  readonly scale: Scale;
  /** Weighted means and standard deviations of the treated measures over the rows used; 0, and about 0, where nothing is scaled. */
  readonly means: Float64Array;
  readonly sds: Float64Array;
  /** What each centred measure was divided by. */
  readonly divisors: Float64Array;
  /** Means and standard deviations of the measures as they stand in the table, over the rows used. */
  readonly originalMeans: Float64Array;
  readonly originalSds: Float64Array;
  /** A weight per row used, or null where all are 1. Real weights sum to n. */
  readonly weights: Float64Array | null;
  /** Whether the weights are counts. */
  readonly counts: boolean;
  /** Rows that a whole table in its engine had when its moments were taken; absent without. */
  readonly wholeRows?: number;
  /** Fences around quartiles of a whole table in its engine, of each measure asked for; absent without. */
  readonly wholeFences?: readonly (Fences | null)[];
  /** What cross-products are divided by: n − 1, or Σw − 1 for counts. */
  readonly divisor: number;
}

/** Rows that methods work from, dense. */
export interface PreparedRows extends Account {
  readonly kind: 'rows';
  /** Rows used × measures used, centred and scaled; NaN where an entry is missing and kept. */
  readonly values: Matrix;
  /** Rows placed × measures used, centred and scaled as the others were. */
  readonly placedValues: Matrix;
  /** How many entries of `values` are missing. */
  readonly gaps: number;
  /** The measures before they were centred and scaled, where all of them are bytes; null where they are not. */
  readonly bytes: readonly Uint8Array[] | null;
}

/** Second moments that methods work from where the table gives these in place of rows, or stays in its engine. */
export interface PreparedMoments extends Account {
  readonly kind: 'moments';
  /** Covariances of the scaled measures. */
  readonly covariances: Matrix;
  /** How far an entry of these may be off, for the digits it is given with. */
  readonly precision: number;
  /** Rows in the same means and units, where these are moments of a table in its engine: a sample of it. Else null. */
  readonly sample: PreparedRows | null;
}

/** Distances of the rows used, where the table gives these in place of measures. */
export interface PreparedDistances extends Account {
  readonly kind: 'distances';
  /** Each row's own, which is also that of its column. */
  readonly names: readonly string[];
  /** Rows × rows, symmetric. */
  readonly distances: Matrix;
}

/** A sparse block of entries × words, where a column of text is split. */
export interface PreparedWords extends Account {
  readonly kind: 'words';
  /** Rows used × words, weighed and scaled, not centred: each row less `offsets` is. */
  readonly sparse: SparseRows;
  /** Zeros where the words stand from the origin. */
  readonly offsets: Float64Array;
  readonly placedSparse: SparseRows;
  /** How often each entry holds each word. */
  readonly occurrences: SparseRows;
  readonly vocabulary: {
    /** How many entries hold each word, and how often it stands in all of them, those without another word too. */
    readonly entries: Float64Array;
    readonly times: Float64Array;
    /** Different words that were left out, by why. */
    readonly leftOut: readonly { readonly why: LeftOut; readonly words: number }[];
  };
}

/** What methods of measures work from. */
export type Prepared = PreparedRows | PreparedMoments;

/** What is made of a table. */
export type AnyPrepared = Prepared | PreparedDistances | PreparedWords;

/** Measures, or their moments. @throws Problem where there are distances in their place */
export function measuresOf(prepared: AnyPrepared): Prepared {
  if (prepared.kind === 'distances') throw noMeasures();
  if (prepared.kind === 'words') throw ofWords();
  return prepared;
}

/** That a table of distances has no measures. */
export const noMeasures = (): Problem =>
  new Problem(
    'the table holds distances between its rows, and no measures.',
    'Draw a neighbour map of them, or open the table that they were made from.',
  );

/** Measures, their moments, or words. @throws Problem where there are distances in their place */
export function measuresOrWordsOf(prepared: AnyPrepared): Prepared | PreparedWords {
  if (prepared.kind === 'distances') throw noMeasures();
  return prepared;
}

/** That what is asked is not there for words. */
export const ofWords = (): Problem =>
  new Problem(
    'the measures are words of a text, and this is not found for words.',
    'Reduce the words by components or by a map of neighbours.',
  );

/** The rows' block, a sample's where the whole is in its engine; or null. */
export const rowsAtHand = (prepared: Prepared): PreparedRows | null =>
  prepared.kind === 'rows' ? prepared : prepared.sample;

/** The same, for relations that only rows tell: the sample, where there is one. */
export const ofRows = (prepared: Prepared): Prepared => rowsAtHand(prepared) ?? prepared;

/** The rows' block, a sample's where the whole is in its engine. @throws Problem where there are none */
export function rowsOf(any: AnyPrepared): PreparedRows {
  const rows = rowsAtHand(measuresOf(any));
  if (rows !== null) return rows;
  throw new Problem(
    'a table of relations has no rows to be placed on its dimensions.',
    'Open the table that it was made from.',
  );
}

/** The rows' block where it is there without gaps, or null. */
export function completeRows(prepared: Prepared): PreparedRows | null {
  return prepared.kind === 'rows' && prepared.gaps === 0 ? prepared : null;
}

/** What was done, without the numbers that methods work from. */
export function accountOf(prepared: AnyPrepared): Account {
  if (prepared.kind === 'distances') {
    const { kind: _k, names: _n, distances: _d, ...account } = prepared;
    return account;
  }
  if (prepared.kind === 'rows') {
    const { kind: _k, values: _v, placedValues: _p, gaps: _g, bytes: _b, ...account } = prepared;
    return account;
  }
  if (prepared.kind === 'words') {
    const {
      kind: _k,
      sparse: _s,
      offsets: _f,
      placedSparse: _p,
      occurrences: _c,
      vocabulary: _v,
      ...account
    } = prepared;
    return account;
  }
  const { kind: _k, covariances: _c, precision: _p, sample: _s, ...account } = prepared;
  return account;
}
