import { quietHost, stretch, type Host } from '../host';
import { Problem } from '../problem';
import { type NumberColumn } from '../table/column';
import type { Condition } from '../table/condition';
import type { RepeatRule } from '../table/repeats';
import { findColumn, type Table } from '../table/table';
import { changesBuilder, type Changes, type ChangesBuilder } from './changes';
import { averagedRepeats, chooseRows, type RowLeftOut } from './chooseRows';
import { imputeComponents, type Imputation, type ImputationDimensions } from './imputeComponents';
import type { Weights } from '../table/moments';
import { filling, tooGappy, valuesIn, type MissingRule } from './missing';
import {
  nextBeyond,
  pulledIn,
  quartileFences,
  robustLimits,
  type Fences,
  type OutlierRule,
} from './outliers';
import { rowWeights, type RowWeight } from './rowWeights';
import { emptyRows, transformRows, type RowBlock, type RowTransform } from './rowTransform';
import {
  refuseOutside,
  transformColumn,
  type ColumnTransform,
  type Placed,
  type Transformed,
} from './transform';

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

/** How a treatment is done, beside what the analyst decides. */
export interface TreatmentWay {
  /** Whether components that fill gaps work on unit variance. */
  readonly scaled?: boolean;
  /** Whether outliers of rows that are only placed are pulled in as well, to the fences of the others. */
  readonly fencesPlaced?: boolean;
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
 * Treats the measures step by step: repeats, gaps, reversed scales, outliers, transforms. Each step is taken once, over
 * the rows that the steps before have left and with their weights; new fences on what is left may flag entries again.
 * Rows that are only placed have no say in any step: gaps in them take what the used rows gave (their mean where
 * components fill or gaps are kept), and their outliers stay.
 *
 * @throws Problem when a transform is not defined for an entry, or gaps cannot be filled
 */
export function treat(
  table: Table,
  names: readonly string[],
  weight: RowWeight | null,
  treatment: Treatment,
  host: Host = quietHost,
  { scaled = true, fencesPlaced = false }: TreatmentWay = {},
): Treated {
  const chosen = names.map(name => measureOf(table, name));
  const { kept, measuresSetAside } = withoutGappy(chosen, table.rows, treatment.gapsAllowed, weight);
  const measures = kept.map(column => column.name);
  const changes = changesBuilder();
  const averages = averagedRepeats(table, kept, weight, treatment, changes);
  const { used, placed: placedRows, leftOut } = chooseRows(table, kept, weight, treatment, averages);
  const blockOf = (rows: Uint32Array): RowBlock => {
    const columns = kept.map(column => valuesIn(column, rows));
    rows.forEach((row, i) => {
      const values = averages.get(row);
      if (values !== undefined) columns.forEach((column, j) => (column[i] = values[j]!));
    });
    return { rows, columns };
  };
  let block = blockOf(used);
  const placed = blockOf(placedRows);
  let weights = rowWeights(weight, used).weights;

  const filled = { block, placed, weights, measures };
  const imputation = fillGaps(filled, treatment, scaled, changes, stretch(host, 0, 0.5));
  const reversals = reverse([block, placed], kept, treatment.reversed);

  const flagged = fence(block, fencesPlaced ? placed : null, weights, measures, treatment, changes);
  if (flagged.size > 0) block = without(block, flagged, leftOut, 'outlier');

  if (treatment.rowTransform !== 'none') {
    const blank = new Map(emptyRows(block.columns).map(i => [i, ['all measures are 0']]));
    if (blank.size > 0) block = without(block, blank, leftOut, 'empty');
    transformRows([block, placed], treatment.rowTransform, measures);
  }
  weights = rowWeights(weight, block.rows).weights;
  const { columns, transforms } = transformColumns(
    { block, placed, weights, measures },
    treatment,
    stretch(host, 0.5, 1),
  );
  leftOut.sort((a, b) => a.row - b.row);
  return {
    rows: block.rows,
    measures,
    columns,
    placed,
    rowsLeftOut: leftOut,
    measuresSetAside,
    changes: changes.finish(),
    reversals,
    imputation,
    transforms,
  };
}

/** The rows used and those placed, at one step. */
interface Blocks {
  readonly block: RowBlock;
  readonly placed: RowBlock;
  /** Of the rows used. */
  readonly weights: Weights;
  readonly measures: readonly string[];
}

function withoutGappy(
  chosen: readonly NumberColumn[],
  rows: number,
  allowed: number,
  weight: RowWeight | null,
) {
  const empty = new Set(chosen.filter(({ missing }) => missing?.every(mark => mark === 1) ?? false));
  const gappy = new Set(tooGappy(chosen, rows, allowed, weight?.column ?? null));
  const measuresSetAside: MeasureSetAside[] = [];
  for (const column of chosen) {
    if (empty.has(column)) measuresSetAside.push({ name: column.name, because: 'no entries' });
    else if (gappy.has(column)) measuresSetAside.push({ name: column.name, because: 'gaps' });
  }
  return { kept: chosen.filter(column => !empty.has(column) && !gappy.has(column)), measuresSetAside };
}

function fillGaps(
  { block, placed, weights, measures }: Blocks,
  { missing, imputation: dimensions }: Treatment,
  scaled: boolean,
  changes: ChangesBuilder,
  host: Host,
): Imputation | null {
  const gaps = block.columns.map(gapsIn);
  const rule = missing === 'median' ? 'median' : 'mean';
  placed.columns.forEach((values, j) => {
    if (!values.some(Number.isNaN) || block.rows.length === 0) return;
    const to = filling(block.columns[j]!, rule, measures[j]!, weights);
    fillWith(values, to, measures[j]!, placed.rows, changes);
  });
  if (missing === 'components' && gaps.some(rows => rows.length > 0)) {
    const imputation = imputeComponents(block.columns, dimensions, scaled, host, weights);
    gaps.forEach((rows, j) => {
      for (const i of rows) {
        changes.add('filled', block.rows[i]!, measures[j]!, NaN, block.columns[j]![i]!);
      }
    });
    return imputation;
  }
  if (missing === 'mean' || missing === 'median') {
    block.columns.forEach((values, j) => {
      host.progress(j / block.columns.length);
      if (gaps[j]!.length === 0) return;
      fillWith(values, filling(values, rule, measures[j]!, weights), measures[j]!, block.rows, changes);
    });
  }
  return null;
}

function fillWith(
  values: Float64Array,
  to: number,
  measure: string,
  rows: Uint32Array,
  changes: ChangesBuilder,
): void {
  values.forEach((value, i) => {
    if (!Number.isNaN(value)) return;
    changes.add('filled', rows[i]!, measure, NaN, to);
    values[i] = to;
  });
}

/** Reverses measures in place. */
function reverse(
  blocks: readonly RowBlock[],
  columns: readonly NumberColumn[],
  reversed: Treatment['reversed'],
): Reversal[] {
  const endsByMeasure = new Map(reversed.map(({ measure, ends }) => [measure, ends]));
  return columns.flatMap((column, j) => {
    const ends = endsByMeasure.get(column.name);
    if (ends === undefined) return [];
    const { least, most } = ends ?? endsOf(column);
    for (const block of blocks) {
      const values = block.columns[j]!;
      for (let i = 0; i < values.length; i++) values[i] = least + most - values[i]!;
    }
    return [{ measure: column.name, least, most }];
  });
}

function endsOf({ values, missing }: NumberColumn): ScaleEnds {
  let [least, most] = [Infinity, -Infinity];
  for (let row = 0; row < values.length; row++) {
    if (missing !== null && missing[row] === 1) continue;
    least = Math.min(least, values[row]!);
    most = Math.max(most, values[row]!);
  }
  return { least, most };
}

/** Pulls outliers in, or gives the rows (by their place) that have one. */
function fence(
  { columns, rows }: RowBlock,
  placed: RowBlock | null,
  weights: Weights,
  measures: readonly string[],
  { outliers, reach, unfenced }: Treatment,
  changes: ChangesBuilder,
): Map<number, string[]> {
  const flagged = new Map<number, string[]>();
  if (outliers === 'none') return flagged;
  columns.forEach((values, j) => {
    const measure = measures[j]!;
    if (unfenced.includes(measure)) return;
    const fences: Fences | null = (outliers === 'robust-z' ? robustLimits : quartileFences)(
      values,
      reach,
      weights,
    );
    if (fences === null) return;
    for (let i = nextBeyond(values, fences, 0); i < values.length; i = nextBeyond(values, fences, i + 1)) {
      const value = values[i]!;
      const to = pulledIn(value, fences);
      if (outliers === 'leave-out-rows') flagged.set(i, [...(flagged.get(i) ?? []), measure]);
      else {
        changes.add('pulled in', rows[i]!, measure, value, to);
        values[i] = to;
      }
    }
    if (placed === null || outliers === 'leave-out-rows') return;
    const others = placed.columns[j]!;
    for (let i = 0; i < others.length; i++) others[i] = pulledIn(others[i]!, fences);
  });
  return flagged;
}

function transformColumns({ block, placed, weights, measures }: Blocks, treatment: Treatment, host: Host) {
  const transforms: FittedTransform[] = [];
  const ownTransform = new Map(treatment.transforms.map(({ measure, transform }) => [measure, transform]));
  const columns = block.columns.map((values, j) => {
    host.progress(j / measures.length);
    const measure = measures[j]!;
    const transform = ownTransform.get(measure) ?? treatment.transform;
    if (transform === 'none' || block.rows.length === 0) return values;
    const of = { name: measure, rows: block.rows };
    const transformed =
      gapsIn(values).length === 0
        ? transformColumn(values, transform, of, weights)
        : transformPresent(values, transform, of, weights);
    const { power, centre, atBound } = transformed;
    transforms.push({ measure, transform, power, centre, atBound });
    const others = placed.columns[j]!;
    refuseOutside(others, transform, { name: measure, rows: placed.rows });
    for (let i = 0; i < others.length; i++) {
      const to = transformed.apply(others[i]!);
      if (!Number.isFinite(to) && Number.isFinite(others[i]!)) {
        throw new Problem(
          `the power fitted to the rows used takes ${others[i]} beyond what double precision holds`,
          'Choose another transform for this column, or set the row aside.',
          `column “${measure}”, row ${placed.rows[i]! + 1}`,
        );
      }
      others[i] = to;
    }
    return transformed.values;
  });
  return { columns, transforms };
}

/** Transforms the values that are there. */
function transformPresent(
  values: Float64Array,
  transform: ColumnTransform,
  { name, rows }: Placed,
  weights: Weights,
): Transformed {
  const there = (_: number, i: number) => !Number.isNaN(values[i]!);
  const transformed = transformColumn(
    values.filter(there),
    transform,
    { name, rows: rows.filter(there) },
    weights && Float64Array.from(weights).filter(there),
  );
  let next = 0;
  return {
    ...transformed,
    values: values.map(value => (Number.isNaN(value) ? NaN : transformed.values[next++]!)),
  };
}

/** Places of the entries that are missing. */
function gapsIn(values: Float64Array): number[] {
  const gaps: number[] = [];
  for (let i = 0; i < values.length; i++) if (Number.isNaN(values[i]!)) gaps.push(i);
  return gaps;
}

function without(
  { rows, columns }: RowBlock,
  places: ReadonlyMap<number, string[]>,
  leftOut: RowLeftOut[],
  step: RowLeftOut['step'],
): RowBlock {
  for (const [i, because] of places) leftOut.push({ row: rows[i]!, step, because });
  return {
    rows: rows.filter((_, i) => !places.has(i)),
    columns: columns.map(values => values.filter((_, i) => !places.has(i))),
  };
}
