import { quietHost, type Host } from '../host';
import type { Table } from '../table/table';
import type { Weights } from '../table/moments';
import { ordered } from '../table/order';
import { quantileOf } from '../table/quantile';
import { valuesIn, weightAt } from './missing';
import { rowWeights } from './rowWeights';
import { fencesAround, nextBeyond } from './outliers';
import { weightFor } from './prepare';
import type { PreparationInput } from './prepared';
import { measureOf } from './measureOf';
import type { Treated } from './treatment';

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

/** A measure as it stands in the table. */
export interface OriginalBox {
  readonly measure: string;
  readonly before: Box;
}

/** A measure after treatment, before it is scaled. */
export interface TreatedBox {
  readonly measure: string;
  readonly after: Box;
  /** Whether a transform has brought the measure to another scale. */
  readonly rescaled: boolean;
}

export type MeasureBoxes = OriginalBox & TreatedBox;

const FENCE = 1.5;
export const MOST_OUTLIERS = 60;

/** Each measure's distribution as it stands in the table, over all rows or, where rows weigh, over those that do. */
export function originalBoxes(
  table: Table,
  measures: readonly string[],
  weighing: Pick<PreparationInput, 'weight' | 'weighting'>,
  host: Host = quietHost,
): OriginalBox[] {
  const { rows, weights } = weighedRows(table, weighing);
  return measures.map((measure, j) => {
    host.progress(j / measures.length);
    return { measure, before: boxOf(valuesIn(measureOf(table, measure), rows), rows, weights) };
  });
}

/** The rows of a table that weigh, all where there are no weights, and their weights. */
export function weighedRows(
  table: Table,
  weighing: Pick<PreparationInput, 'weight' | 'weighting'>,
): { readonly rows: Uint32Array; readonly weights: Weights } {
  const all = Uint32Array.from({ length: table.rows }, (_, row) => row);
  const weight = weightFor(table, weighing);
  const rows = weight === null ? all : all.filter(row => weightAt(weight.column, row) > 0);
  return { rows, weights: rowWeights(weight, rows).weights };
}

/** Each treated measure's distribution. */
export function treatedBoxes(table: Table, treated: Treated, input: PreparationInput): TreatedBox[] {
  const transformed = new Set(treated.transforms.map(fitted => fitted.measure));
  const { weights } = rowWeights(weightFor(table, input), treated.rows);
  return treated.measures.map((measure, j) => ({
    measure,
    after: boxOf(treated.columns[j]!, treated.rows, weights),
    rescaled: input.rowTransform !== 'none' || transformed.has(measure),
  }));
}

/** Each treated measure before and after. */
export function measureBoxes(
  originals: readonly OriginalBox[],
  treated: readonly TreatedBox[],
): MeasureBoxes[] {
  const known = new Map(originals.map(original => [original.measure, original]));
  return treated.flatMap(box => {
    const original = known.get(box.measure);
    return original === undefined ? [] : [{ ...original, ...box }];
  });
}

/** The box of the entries that are present, weighted; `rows` names the row of each. */
export function boxOf(values: Float64Array, rows: Uint32Array, weights: Weights = null): Box {
  const inOrder = ordered(values, weights);
  const sorted = inOrder.values;
  const [lowerQuartile, median, upperQuartile] = [0.25, 0.5, 0.75].map(q => quantileOf(inOrder, q)) as [
    number,
    number,
    number,
  ];
  const fences = fencesAround(lowerQuartile, upperQuartile, FENCE) ?? { low: -Infinity, high: Infinity };
  const [least = NaN, most = NaN] = [sorted.at(0), sorted.at(-1)];
  const outliers: { row: number; value: number }[] = [];
  if (least < fences.low || most > fences.high) {
    for (let i = nextBeyond(values, fences, 0); i < values.length; i = nextBeyond(values, fences, i + 1)) {
      if (outliers.push({ row: rows[i]!, value: values[i]! }) === MOST_OUTLIERS) break;
    }
  }
  return {
    least,
    lowerQuartile,
    median,
    upperQuartile,
    most,
    lowWhisker: sorted.find(value => value >= fences.low) ?? NaN,
    highWhisker: sorted.findLast(value => value <= fences.high) ?? NaN,
    outliers,
  };
}
