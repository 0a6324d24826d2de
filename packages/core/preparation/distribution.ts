import { normalQuantile } from '../algebra/normalQuantile';
import { histogram, type Histogram } from '../table/describe';
import { shapeOf, type Shape } from '../table/shape';
import type { Table } from '../table/table';
import { weightOf, type Weights } from '../table/moments';
import { ordered } from '../table/order';
import { weighedRows } from './boxes';
import { valuesIn } from './missing';
import { weightFor } from './prepare';
import type { PreparationInput } from './prepared';
import { rowWeights } from './rowWeights';
import { suggestTransform, type Suggestion } from './suggest';
import { measureOf } from './measureOf';
import type { Treated } from './treatment';

/** A measure's entries at one time, in full. */
export interface Distribution extends Shape {
  /** Entries, or how many they stand for where rows weigh; zeros likewise. */
  readonly n: number;
  readonly zeros: number;
  readonly histogram: Histogram;
  /** Pairs of a normal quantile and an entry, at the places (i − 3/8) / (n + 1/4) (Blom 1958), thinned out. */
  readonly quantiles: readonly (readonly [number, number])[];
}

/** A measure before and after treatment, and what might be done about its shape. */
export interface MeasureDistribution {
  readonly measure: string;
  readonly before: Distribution;
  readonly after: Distribution;
  readonly suggestion: Suggestion | null;
}

const MOST_QUANTILES = 160;

/** One measure as it stands in the table, and as the treatment leaves it, weighted. */
export function measureDistribution(
  table: Table,
  measure: string,
  treated: Treated,
  weighing: Pick<PreparationInput, 'weight' | 'weighting'>,
): MeasureDistribution {
  const index = treated.measures.indexOf(measure);
  const { rows, weights } = weighedRows(table, weighing);
  const values = valuesIn(measureOf(table, measure), rows);
  const before = distributionOf(values, weights);
  const own = rowWeights(weightFor(table, weighing), treated.rows).weights;
  const after = index < 0 ? before : distributionOf(treated.columns[index]!, own);
  const present = (_: number, i: number) => !Number.isNaN(values[i]!);
  const suggestion = suggestTransform(
    values.filter(present),
    weights && Float64Array.from(weights).filter(present),
  );
  return { measure, before, after, suggestion };
}

function distributionOf(values: Float64Array, weights: Weights): Distribution {
  const { values: sorted, upTo } = ordered(values, weights);
  const n = weightOf(values, weights);
  const shown = Math.min(sorted.length, MOST_QUANTILES);
  const quantiles = Array.from({ length: shown }, (_, k): [number, number] => {
    const i = shown === 1 ? 0 : Math.round((k * (sorted.length - 1)) / (shown - 1));
    // The middle of the places that an entry takes.
    const place = upTo === null ? i + 1 : ((i > 0 ? upTo[i - 1]! : 0) + upTo[i]! + 1) / 2;
    return [normalQuantile((place - 0.375) / (n + 0.25)), sorted[i]!];
  });
  let zeros = 0;
  sorted.forEach((value, i) => {
    if (value === 0) zeros += upTo === null ? 1 : upTo[i]! - (i > 0 ? upTo[i - 1]! : 0);
  });
  return { n, zeros, histogram: histogram(sorted, upTo), quantiles, ...shapeOf(values, weights) };
}
