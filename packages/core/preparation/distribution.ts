import { normalQuantile } from '../algebra/normalQuantile';
import { histogram, type Histogram } from '../table/describe';
import { shapeOf, type Shape } from '../table/shape';
import type { Table } from '../table/table';
import { valuesIn } from './missing';
import { suggestTransform, type Suggestion } from './suggest';
import { measureOf, type Treated } from './treat';

/** A measure's entries at one time, in full. */
export interface Distribution extends Shape {
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

/** One measure as it stands in the table, and as the treatment leaves it. */
export function measureDistribution(table: Table, measure: string, treated: Treated): MeasureDistribution {
  const index = treated.measures.indexOf(measure);
  const all = Uint32Array.from({ length: table.rows }, (_, row) => row);
  const present = valuesIn(measureOf(table, measure), all).filter(value => !Number.isNaN(value));
  const before = distributionOf(present);
  const after = index < 0 ? before : distributionOf(treated.columns[index]!);
  return { measure, before, after, suggestion: suggestTransform(present) };
}

function distributionOf(values: Float64Array): Distribution {
  const sorted = values.slice().sort();
  const n = sorted.length;
  const shown = Math.min(n, MOST_QUANTILES);
  const quantiles = Array.from({ length: shown }, (_, k): [number, number] => {
    const i = shown === 1 ? 0 : Math.round((k * (n - 1)) / (shown - 1));
    return [normalQuantile((i + 1 - 0.375) / (n + 0.25)), sorted[i]!];
  });
  const zeros = sorted.reduce((count, value) => count + Number(value === 0), 0);
  return { n, zeros, histogram: histogram(sorted), quantiles, ...shapeOf(sorted) };
}
