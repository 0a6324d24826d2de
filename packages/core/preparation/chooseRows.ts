import { numberAt, type NumberColumn } from '../table/column';
import { rowTest } from '../table/condition';
import { ownCount, ownTable } from '../table/newRows';
import { findRepeats } from '../table/repeats';
import type { Table } from '../table/table';
import { meanOf } from '../table/moments';
import { gapsByRow, weightAt } from './missing';
import type { ChangesBuilder } from './changes';
import type { RowWeight } from './rowWeights';
import type { RowLeftOut, Treatment } from './treatment';

export interface ChosenRows {
  readonly used: Uint32Array;
  /** Placed on what the used rows make. */
  readonly placed: Uint32Array;
  readonly leftOut: RowLeftOut[];
}

/** Weighted averages of the measures by the first row of each group of repeats; notes each entry that they change. */
export function averagedRepeats(
  table: Table,
  measures: readonly NumberColumn[],
  weight: RowWeight | null,
  treatment: Treatment,
  changes: ChangesBuilder,
): Map<number, Float64Array> {
  const averages = new Map<number, Float64Array>();
  if (treatment.repeats !== 'average') return averages;
  for (const group of repeatsInUse(table, treatment)) {
    const first = group[0]!;
    const weights = weight && group.map(row => weightAt(weight.column, row));
    const values = Float64Array.from(measures, column => {
      const mean = meanOf(
        group.map(row => numberAt(column, row)),
        weights,
      );
      const from = numberAt(column, first);
      if (!Number.isNaN(mean) && mean !== from) {
        changes.add('averaged', first, column.name, from, mean);
      }
      return mean;
    });
    averages.set(first, values);
  }
  return averages;
}

/** The rows that have what they need at the start. */
export function chooseRows(
  table: Table,
  measures: readonly NumberColumn[],
  weight: RowWeight | null,
  treatment: Treatment,
  averages: ReadonlyMap<number, Float64Array>,
): ChosenRows {
  const { missing, rowsAside, only, supplementary } = treatment;
  const aside = new Map(
    rowsAside.of === table.fileKey ? rowsAside.rows.map(entry => [entry.row, entry]) : [],
  );
  const gaps = gapsByRow(measures);
  for (const [row, values] of averages) {
    const lacks = measures.filter((_, j) => Number.isNaN(values[j]!)).map(column => column.name);
    if (lacks.length > 0) gaps.set(row, lacks);
    else gaps.delete(row);
  }
  const repeated = new Set(
    treatment.repeats === 'keep' ? [] : repeatsInUse(table, treatment).flatMap(group => group.slice(1)),
  );
  const needed = only.map(condition => ({ column: condition.column, met: rowTest(table, condition) }));
  const onlyPlaced = supplementary.map(condition => rowTest(table, condition));
  const leftOut: RowLeftOut[] = [];
  const used: number[] = [];
  const placed: number[] = [];
  const own = ownCount(table);
  for (let row = 0; row < table.rows; row++) {
    const lacks = gaps.get(row) ?? [];
    const byHand = aside.get(row);
    const unmet = needed.filter(({ met }) => !met(row));
    if (byHand !== undefined && !byHand.placed) {
      leftOut.push({ row, step: 'set aside', because: [byHand.reason] });
    } else if (unmet.length > 0 && row < own) {
      leftOut.push({ row, step: 'filter', because: unmet.map(({ column }) => column) });
    } else if (repeated.has(row)) {
      leftOut.push({ row, step: 'repeat', because: treatment.repeatKeys });
    } else if (row < own && weight !== null && weightAt(weight.column, row) === 0) {
      leftOut.push({ row, step: 'weight', because: [weight.column.name] });
    } else if (lacks.length > 0 && (missing === 'leave-out-rows' || lacks.length === measures.length)) {
      leftOut.push({ row, step: 'missing', because: lacks });
    } else if (row >= own || byHand?.placed === true || onlyPlaced.some(met => met(row))) {
      placed.push(row);
    } else used.push(row);
  }
  return { used: Uint32Array.from(used), placed: Uint32Array.from(placed), leftOut };
}

/** Groups of repeats among the rows that are neither set aside nor filtered out. */
function repeatsInUse(table: Table, { repeatKeys, rowsAside, only }: Treatment): number[][] {
  const aside = new Set(
    rowsAside.of === table.fileKey
      ? rowsAside.rows.filter(({ placed }) => !placed).map(({ row }) => row)
      : [],
  );
  const needed = only.map(condition => rowTest(table, condition));
  return findRepeats(ownTable(table), repeatKeys)
    .map(group => group.filter(row => !aside.has(row) && needed.every(met => met(row))))
    .filter(group => group.length > 1);
}
