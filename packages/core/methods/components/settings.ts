import { PLAIN_RETENTION, type RetentionSettings } from '../../dimensions/retentionSettings';
import type { Keep } from './components';
import { NO_ROTATION, type Rotation } from './rotation';

/** What a reduction's eigenvalues are those of: as the preparation has it, or one of the two whatever that is. */
export const BASES = ['prepared', 'correlations', 'covariances'] as const;

/** What an analyst decides of a reduction by principal components, beside what all reductions share. */
export interface ComponentsSettings {
  readonly method: 'components';
  readonly basis: (typeof BASES)[number];
  /** Columns of numbers that are placed on the dimensions, not used for them. */
  readonly placed: readonly string[];
  readonly rotation: Rotation;
  readonly keep: Keep;
  /** How the rules that vote on the number of dimensions are set. */
  readonly retention: RetentionSettings;
  /** Loadings below this size fade in the ledger. */
  readonly fade: number;
  /** Whether those below it fade or are left out. */
  readonly small: 'fade' | 'leave out';
  /** Share of rows that lie within each limit of distance, were the table normal. */
  readonly limit: number;
  /** The column whose levels are compared. */
  readonly groupsBy: string | null;
  /** The column that the scores foretell. */
  readonly outcome: string | null;
}

/** Leading dimensions of words that are found where fewer are kept. */
export const LEADING = 50;

/** Tables of words dealt out anew, which leading dimensions are held against. */
export const SHUFFLES = 5;

/** Steps of 200 random tables that take about two seconds. */
const QUICK = 2e6;

/** Whether parallel analysis is quick for a table of that size, on whichever machine. */
function isQuick(rows: number, measures: number): boolean {
  if (rows < 3 || measures === 0) return false;
  const steps = measures < rows ? measures ** 3 : rows ** 3 + 20 * rows * measures;
  return steps <= QUICK;
}

/**
 * Those that a new reduction starts from: as many dimensions as parallel analysis gives, where it is quick.
 *
 * @param rows of the table, 0 where it has none
 * @param words whether the measures are words: then the leading dimensions
 */
export const freshComponents = (
  rows: number,
  measures: number,
  _label: string | null = null,
  words = false,
): ComponentsSettings => ({
  method: 'components',
  basis: 'prepared',
  placed: [],
  rotation: { ...NO_ROTATION },
  keep: words ? LEADING : isQuick(rows, measures) ? 'parallel' : 'above-average',
  retention: { ...PLAIN_RETENTION },
  fade: 0.4,
  small: 'fade',
  limit: 0.95,
  groupsBy: null,
  outcome: null,
});
