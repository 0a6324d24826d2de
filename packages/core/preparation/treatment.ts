import type { Condition } from '../table/condition';
import type { RepeatRule } from '../table/repeats';
import type { Changes } from './changes';

import type { Imputation, ImputationDimensions } from './imputeComponents';
import type { MissingRule } from './missing';
import type { OutlierRule } from './outliers';
import type { RowBlock, RowTransform } from './rowTransform';
import type { ColumnTransform } from './transform';

/** Rows of one file that are set aside, or only placed, by hand. They say nothing of another file. */
export interface RowsAside {
  /** Key of the file. */
  readonly of: string;
  readonly rows: readonly {
    readonly row: number;
    readonly reason: string;
    /** Placed on what the others make, rather than left out. */
    readonly placed: boolean;
  }[];
}

/** The ends of a measure's scale. */
export interface ScaleEnds {
  readonly least: number;
  readonly most: number;
}

/** What is done to the measures, in this order, before they are scaled. */
export interface Treatment {
  readonly rowsAside: RowsAside;
  /** Rows that do not meet all of these are left out. */
  readonly only: readonly Condition[];
  /** Rows that meet any of these are placed, not used. */
  readonly supplementary: readonly Condition[];
  readonly repeats: RepeatRule;
  /** Columns that tell repeats; all where there is none. */
  readonly repeatKeys: readonly string[];
  readonly missing: MissingRule;
  /** Dimensions that fill gaps, where components do. */
  readonly imputation: ImputationDimensions;
  /** Measures with a larger share of missing entries are set aside; 1 sets none aside but the empty. */
  readonly gapsAllowed: number;
  /** Measures to be reversed on their scale; null takes their least and largest entry for its ends. */
  readonly reversed: readonly { readonly measure: string; readonly ends: ScaleEnds | null }[];
  readonly outliers: OutlierRule;
  /** Interquartile ranges beyond the quartiles, or the robust z score, from which an entry is an outlier. */
  readonly reach: number;
  /** Measures whose outliers are left as they are. */
  readonly unfenced: readonly string[];
  /** For all measures together, row by row; `transform` and `transforms` come after it. */
  readonly rowTransform: RowTransform;
  readonly transform: ColumnTransform;
  /** Measures with a transform of their own. */
  readonly transforms: readonly { readonly measure: string; readonly transform: ColumnTransform }[];
}

export interface MeasureSetAside {
  readonly name: string;
  readonly because: 'constant' | 'no entries' | 'gaps';
}

export interface FittedTransform {
  readonly measure: string;
  readonly transform: ColumnTransform;
  readonly power: number | null;
  /** The number a power is taken about; see {@link FittedPower}. */
  readonly centre: number | null;
  /** Whether the power stands at the end of the range that was looked through. */
  readonly atBound: boolean;
}

/** A measure that was reversed: each entry x became least + most − x. */
export interface Reversal extends ScaleEnds {
  readonly measure: string;
}

/** The measures after treatment, over the rows that are left. */
export interface Treated {
  readonly rows: Uint32Array;
  readonly measures: readonly string[];
  /** One array per measure, entry i for row `rows[i]`; NaN where missing and kept. */
  readonly columns: readonly Float64Array[];
  /** Rows that are placed and not used, treated by what the others gave. */
  readonly placed: RowBlock;
  readonly rowsLeftOut: readonly RowLeftOut[];
  readonly measuresSetAside: readonly MeasureSetAside[];
  readonly changes: Changes;
  readonly reversals: readonly Reversal[];
  readonly imputation: Imputation | null;
  readonly transforms: readonly FittedTransform[];
}

/** A row that is not used, at which step, and why. */
export interface RowLeftOut {
  readonly row: number;
  readonly step: 'set aside' | 'filter' | 'repeat' | 'missing' | 'weight' | 'outlier' | 'empty';
  /** The columns that are the reason, or its words. */
  readonly because: readonly string[];
}
