import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { numberAt, type NumberColumn } from '../table/column';
import { findColumn, type Table } from '../table/table';
import { filling, gapsByRow, tooGappy, valuesIn, type MissingRule } from './missing';
import { pulledIn, quartileFences, robustLimits, type Fences, type OutlierRule } from './outliers';
import { emptyRows, transformRows, type RowTransform } from './rowTransform';
import { transformColumn, type ColumnTransform } from './transform';

/** Rows of one table that are set aside by hand. They say nothing of another table. */
export interface RowsAside {
  /** Key of the table. */
  readonly of: string;
  readonly rows: readonly { readonly row: number; readonly reason: string }[];
}

/** What is done to the measures, in this order, before they are scaled. */
export interface Treatment {
  readonly rowsAside: RowsAside;
  readonly missing: MissingRule;
  /** Measures with a larger share of missing entries are set aside; 1 sets none aside but the empty. */
  readonly gapsAllowed: number;
  readonly outliers: OutlierRule;
  /** Interquartile ranges beyond the quartiles, or the robust z score, from which an entry is an outlier. */
  readonly reach: number;
  /** Measures whose outliers are left as they are. */
  readonly unfenced: readonly string[];
  /** For all measures together, row by row; `transform` and `transforms` come after it. */
  readonly rowTransform: RowTransform;
  readonly transform: ColumnTransform;
  /** Measures with a transform of their own. */
  readonly transforms: Readonly<Record<string, ColumnTransform>>;
}

export interface RowLeftOut {
  readonly row: number;
  readonly step: 'set aside' | 'missing' | 'weight' | 'outlier' | 'empty';
  /** The columns that are the reason. */
  readonly because: readonly string[];
}

export interface MeasureSetAside {
  readonly name: string;
  readonly because: 'constant' | 'no entries' | 'gaps';
}

/** An entry that was changed: filled where it was missing, or pulled in. */
export interface CellChange {
  readonly step: 'filled' | 'pulled in';
  readonly row: number;
  readonly measure: string;
  /** NaN where it was missing. */
  readonly from: number;
  readonly to: number;
}

export interface FittedTransform {
  readonly measure: string;
  readonly transform: ColumnTransform;
  readonly power: number | null;
}

/** The measures after treatment, over the rows that are left. */
export interface Treated {
  readonly rows: Uint32Array;
  readonly measures: readonly string[];
  /** One array per measure, entry i for row `rows[i]`. */
  readonly columns: readonly Float64Array[];
  readonly rowsLeftOut: readonly RowLeftOut[];
  readonly measuresSetAside: readonly MeasureSetAside[];
  readonly changes: readonly CellChange[];
  readonly transforms: readonly FittedTransform[];
}

/** The column of numbers of that name. @throws Problem when there is none */
export function measureOf(table: Table, name: string): NumberColumn {
  const column = findColumn(table, name);
  if (column === undefined) {
    throw new Problem(
      'the table has no such column',
      'Open the table the recipe was made for, or rename the column.',
      `column “${name}”`,
    );
  }
  if (column.kind !== 'number') {
    throw new Problem(
      'the column does not hold numbers',
      'Give it another role in Table.',
      `column “${name}”`,
    );
  }
  return column;
}

/**
 * Treats the measures step by step: gaps, outliers, transforms. Each step is taken once, over the rows that the steps
 * before have left; new fences on what is left may flag entries again.
 *
 * @throws Problem when a transform is not defined for an entry
 */
export function treat(
  table: Table,
  names: readonly string[],
  weight: NumberColumn | null,
  treatment: Treatment,
  host: Host = quietHost,
): Treated {
  const chosen = names.map(name => measureOf(table, name));
  const measuresSetAside: MeasureSetAside[] = [];
  const empty = new Set(chosen.filter(({ missing }) => missing?.every(mark => mark === 1) ?? false));
  const gappy = new Set(tooGappy(chosen, table.rows, treatment.gapsAllowed));
  for (const column of chosen) {
    if (empty.has(column)) measuresSetAside.push({ name: column.name, because: 'no entries' });
    else if (gappy.has(column)) measuresSetAside.push({ name: column.name, because: 'gaps' });
  }
  const kept = chosen.filter(column => !empty.has(column) && !gappy.has(column));

  const rowsLeftOut: RowLeftOut[] = [];
  let rows = firstRows(table, kept, weight, treatment, rowsLeftOut);
  const changes: CellChange[] = [];
  let columns = kept.map((column, j) => {
    host.progress(j / kept.length / 2);
    const values = valuesIn(column, rows);
    if (treatment.missing !== 'leave-out-rows') fill(values, treatment.missing, column.name, rows, changes);
    return values;
  });
  const measures = kept.map(column => column.name);

  const flagged = fence(columns, measures, rows, treatment, changes);
  if (flagged.size > 0) ({ rows, columns } = without(rows, columns, flagged, rowsLeftOut, 'outlier'));

  if (treatment.rowTransform !== 'none') {
    const blank = new Map(emptyRows(columns).map(i => [i, ['all measures are 0']]));
    if (blank.size > 0) ({ rows, columns } = without(rows, columns, blank, rowsLeftOut, 'empty'));
    transformRows(columns, treatment.rowTransform, measures, rows);
  }
  const transforms: FittedTransform[] = [];
  columns = columns.map((values, j) => {
    host.progress(0.5 + j / kept.length / 2);
    const measure = measures[j]!;
    const transform = treatment.transforms[measure] ?? treatment.transform;
    if (transform === 'none' || rows.length === 0) return values;
    const transformed = transformColumn(values, transform, { name: measure, rows });
    transforms.push({ measure, transform, power: transformed.power });
    return transformed.values;
  });
  rowsLeftOut.sort((a, b) => a.row - b.row);
  return { rows, measures, columns, rowsLeftOut, measuresSetAside, changes, transforms };
}

/** The rows that have what they need at the start. */
function firstRows(
  table: Table,
  measures: readonly NumberColumn[],
  weight: NumberColumn | null,
  { missing, rowsAside }: Treatment,
  leftOut: RowLeftOut[],
): Uint32Array {
  const aside = new Map(
    rowsAside.of === table.key ? rowsAside.rows.map(({ row, reason }) => [row, reason]) : [],
  );
  const gaps = gapsByRow(measures, table.rows);
  const rows: number[] = [];
  for (let row = 0; row < table.rows; row++) {
    const lacks = gaps.get(row) ?? [];
    const reason = aside.get(row);
    if (reason !== undefined) {
      leftOut.push({ row, step: 'set aside', because: [reason] });
    } else if (weight !== null && !(numberAt(weight, row) > 0)) {
      leftOut.push({ row, step: 'weight', because: [weight.name] });
    } else if (lacks.length > 0 && (missing === 'leave-out-rows' || lacks.length === measures.length)) {
      leftOut.push({ row, step: 'missing', because: lacks });
    } else rows.push(row);
  }
  return Uint32Array.from(rows);
}

function fill(
  values: Float64Array,
  rule: 'mean' | 'median',
  measure: string,
  rows: Uint32Array,
  changes: CellChange[],
): void {
  if (!values.some(Number.isNaN)) return;
  const to = filling(values, rule, measure);
  values.forEach((value, i) => {
    if (!Number.isNaN(value)) return;
    changes.push({ step: 'filled', row: rows[i]!, measure, from: NaN, to });
    values[i] = to;
  });
}

/** Pulls outliers in, or gives the rows (by their place) that have one. */
function fence(
  columns: readonly Float64Array[],
  measures: readonly string[],
  rows: Uint32Array,
  { outliers, reach, unfenced }: Treatment,
  changes: CellChange[],
): Map<number, string[]> {
  const flagged = new Map<number, string[]>();
  if (outliers === 'none') return flagged;
  columns.forEach((values, j) => {
    const measure = measures[j]!;
    if (unfenced.includes(measure)) return;
    const fences: Fences | null =
      outliers === 'robust-z' ? robustLimits(values, reach) : quartileFences(values, reach);
    if (fences === null) return;
    values.forEach((value, i) => {
      const to = pulledIn(value, fences);
      if (to === value) return;
      if (outliers === 'leave-out-rows') flagged.set(i, [...(flagged.get(i) ?? []), measure]);
      else {
        changes.push({ step: 'pulled in', row: rows[i]!, measure, from: value, to });
        values[i] = to;
      }
    });
  });
  return flagged;
}

function without(
  rows: Uint32Array,
  columns: readonly Float64Array[],
  places: ReadonlyMap<number, string[]>,
  leftOut: RowLeftOut[],
  step: RowLeftOut['step'],
): { rows: Uint32Array; columns: Float64Array[] } {
  for (const [i, because] of places) leftOut.push({ row: rows[i]!, step, because });
  return {
    rows: rows.filter((_, i) => !places.has(i)),
    columns: columns.map(values => values.filter((_, i) => !places.has(i))),
  };
}
