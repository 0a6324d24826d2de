import { quietHost, type Host } from '../host';
import type { Table } from '../table/table';
import { sortedOf } from '../table/order';
import { quantile } from '../table/quantile';
import { valuesIn } from './missing';
import { fencesAround, nextBeyond } from './outliers';
import type { PreparationInput } from './prepare';
import { measureOf, type Treated } from './treat';

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
const MOST_OUTLIERS = 60;

/** Each measure's distribution as it stands in the table. */
export function originalBoxes(
  table: Table,
  measures: readonly string[],
  host: Host = quietHost,
): OriginalBox[] {
  const all = Uint32Array.from({ length: table.rows }, (_, row) => row);
  return measures.map((measure, j) => {
    host.progress(j / measures.length);
    return { measure, before: boxOf(valuesIn(measureOf(table, measure), all), all) };
  });
}

/** Each treated measure's distribution. */
export function treatedBoxes(treated: Treated, { rowTransform }: PreparationInput): TreatedBox[] {
  const transformed = new Set(treated.transforms.map(fitted => fitted.measure));
  return treated.measures.map((measure, j) => ({
    measure,
    after: boxOf(treated.columns[j]!, treated.rows),
    rescaled: rowTransform !== 'none' || transformed.has(measure),
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

/** The box of the entries that are present; `rows` names the row of each. */
export function boxOf(values: Float64Array, rows: Uint32Array): Box {
  const sorted = sortedOf(values);
  const [lowerQuartile, median, upperQuartile] = [0.25, 0.5, 0.75].map(q => quantile(sorted, q)) as [
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
