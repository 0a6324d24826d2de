import { quietHost, stretch, type Host } from '../host';
import type { Table } from '../table/table';
import { quantile } from '../table/quantile';
import { valuesIn } from './missing';
import { quartileFences } from './outliers';
import type { PreparationInput } from './prepare';
import { measureOf, treat } from './treat';

/** Five numbers of a distribution, and what lies beyond its fences. */
export interface Box {
  readonly least: number;
  readonly lowerQuartile: number;
  readonly median: number;
  readonly upperQuartile: number;
  readonly most: number;
  /** The last entries within 1.5 interquartile ranges of the quartiles (Tukey 1977). */
  readonly lowWhisker: number;
  readonly highWhisker: number;
  readonly outliers: readonly { readonly row: number; readonly value: number }[];
}

/** A measure before and after treatment, before it is scaled. */
export interface MeasureBoxes {
  readonly measure: string;
  readonly before: Box;
  readonly after: Box;
  /** Whether a transform has brought the measure to another scale. */
  readonly rescaled: boolean;
}

const FENCE = 1.5;
const MOST_OUTLIERS = 60;

/** Each measure's distribution as it stands in the table, and as the treatment leaves it. */
export function measureBoxes(table: Table, input: PreparationInput, host: Host = quietHost): MeasureBoxes[] {
  const weight = input.weight === null ? null : measureOf(table, input.weight);
  const treated = treat(table, input.measures, weight, input, stretch(host, 0, 0.5));
  const transformed = new Set(treated.transforms.map(fitted => fitted.measure));
  const all = Uint32Array.from({ length: table.rows }, (_, row) => row);
  return treated.measures.map((measure, j) => {
    host.progress(0.5 + (0.5 * j) / treated.measures.length);
    return {
      measure,
      before: boxOf(valuesIn(measureOf(table, measure), all), all),
      after: boxOf(treated.columns[j]!, treated.rows),
      rescaled: input.rowTransform !== 'none' || transformed.has(measure),
    };
  });
}

/** The box of the entries that are present; `rows` names the row of each. */
export function boxOf(values: Float64Array, rows: Uint32Array): Box {
  const sorted = values.filter(value => !Number.isNaN(value)).sort();
  const fences = quartileFences(values, FENCE) ?? { low: -Infinity, high: Infinity };
  const outliers: { row: number; value: number }[] = [];
  values.forEach((value, i) => {
    const beyond = value < fences.low || value > fences.high;
    if (beyond && outliers.length < MOST_OUTLIERS) outliers.push({ row: rows[i]!, value });
  });
  return {
    least: quantile(sorted, 0),
    lowerQuartile: quantile(sorted, 0.25),
    median: quantile(sorted, 0.5),
    upperQuartile: quantile(sorted, 0.75),
    most: quantile(sorted, 1),
    lowWhisker: sorted.find(value => value >= fences.low) ?? NaN,
    highWhisker: sorted.findLast(value => value <= fences.high) ?? NaN,
    outliers,
  };
}
