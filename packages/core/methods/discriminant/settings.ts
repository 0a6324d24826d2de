/**
 * When the within-group covariance is shrunk towards equal variances: where its degrees of freedom are few or it has no
 * inverse, where it has no inverse, always, or never.
 */
export const SHRINKAGES = ['where-few', 'where-singular', 'always', 'never'] as const;

/** Degrees of freedom for each measure below which they are few: the inverse of a covariance is mostly noise then. */
export const FEW_FREEDOM = 5;
export type Shrinkage = (typeof SHRINKAGES)[number];

/** How likely a row is to be of a group before it is looked at: by the groups' sizes, or all alike. */
export const PRIORS = ['sizes', 'equal'] as const;
export type Priors = (typeof PRIORS)[number];

/** What an analyst decides of discriminant axes, beside what all reductions share. */
export interface DiscriminantSettings {
  readonly method: 'discriminant';
  /** The label whose levels are parted; null until one is chosen. */
  readonly label: string | null;
  /** Levels whose rows are placed and not used; 'so named' for those that say that it is not known. */
  readonly unknown: readonly string[] | 'so named';
  /** How many axes are kept; all that there are. */
  readonly keep: number | 'all';
  readonly shrinkage: Shrinkage;
  readonly priors: Priors;
  /** Parts of the rows that are held out in turn, and the seed by which they are drawn. */
  readonly folds: number;
  readonly seed: number;
  /** Entries of the ledger below this size fade. */
  readonly fade: number;
}

export const MOST_FOLDS = 50;

/** Those that new axes start from. */
export const freshDiscriminant = (
  _rows: number,
  _measures: number,
  label: string | null,
): DiscriminantSettings => ({
  method: 'discriminant',
  label,
  unknown: 'so named',
  keep: 'all',
  shrinkage: 'where-few',
  priors: 'sizes',
  folds: 10,
  seed: 1,
  fade: 0.3,
});
