import { quietHost, stretch, type Host } from '../host';
import { type NumberColumn } from '../table/column';
import { ownTable } from '../table/newRows';
import type { Table } from '../table/table';
import { changesBuilder } from './changes';
import { averagedRepeats, chooseRows } from './chooseRows';
import type { RowLeftOut } from './treatment';
import { tooGappy, valuesIn } from './missing';
import { rowWeights, type RowWeight } from './rowWeights';
import { emptyRows, transformRows, type RowBlock } from './rowTransform';
import { measureOf } from './measureOf';
import type { Treatment, Treated, MeasureSetAside } from './treatment';
import { reverse } from './reverse';
import { fence } from './fence';
import type { Fences } from './outliers';
import { fillGaps } from './fillGaps';
import { transformColumns } from './transformColumns';

/** How a treatment is done, beside what the analyst decides. */
export interface TreatmentWay {
  /** Whether components that fill gaps work on unit variance. */
  readonly scaled?: boolean;
  /** Fences of measures that were found elsewhere, null for none; those of the rows themselves where it is left out. */
  readonly fences?: ReadonlyMap<string, Fences | null>;
  /** Whether outliers of rows that are only placed are pulled in as well, to the fences of the others. */
  readonly fencesPlaced?: boolean;
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
  { scaled = true, fencesPlaced = false, fences }: TreatmentWay = {},
): Treated {
  const chosen = names.map(name => measureOf(table, name));
  // Rows that were brought to be placed have no say in which measures are used.
  const own = ownTable(table);
  const looked = own === table ? chosen : names.map(name => measureOf(own, name));
  const found = withoutGappy(looked, own.rows, treatment.gapsAllowed, weight);
  const { measuresSetAside } = found;
  const kept = chosen.filter((_, j) => found.kept.includes(looked[j]!));
  const measures = kept.map(column => column.name);
  const changes = changesBuilder();
  const averages = averagedRepeats(table, kept, weight, treatment, changes);
  const { used, placed: placedRows, leftOut } = chooseRows(table, kept, weight, treatment, averages);
  const blockOf = (rows: Uint32Array): RowBlock => {
    // Side by side, so that they can become a matrix where they stand.
    const room = new Float64Array(rows.length * kept.length);
    const columns = kept.map((column, j) =>
      valuesIn(column, rows, room.subarray(j * rows.length, (j + 1) * rows.length)),
    );
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

  const flagged = fence(block, fencesPlaced ? placed : null, weights, measures, treatment, changes, fences);
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
