import { quietHost, type Host } from '../../host';
import { isMissing, numberAt, type NumberColumn } from '../../table/column';
import { overlapOf } from '../../table/overlap';
import { Problem } from '../../problem';
import { findColumn, type Table } from '../../table/table';
import type { AnyPrepared } from '../../preparation/prepared';

/** Rows of a map that are held against all others: those of a level, or some by their place in the table. */
export type Region =
  | { readonly kind: 'level'; readonly column: string; readonly level: string }
  | { readonly kind: 'rows'; readonly rows: readonly number[] };

/** How a column of numbers differs between the rows of a region and the others. */
export interface ColumnApart {
  readonly column: string;
  /** Means of the entries as they stand in the table. */
  readonly mean: number;
  readonly meanOfOthers: number;
  /** Their difference over the standard deviation within both (Cohen 1988); NaN where there is none. */
  readonly d: number;
  /**
   * 1 where an entry of the region is as often above one of the others as below, 0 where all are on one side: twice the
   * smaller of the shares of pairs (Mann and Whitney 1947), half of equal ones counted to each.
   */
  readonly overlap: number;
}

/** What sets a region apart: its rows, those beside it, and every column, most different first. */
export interface RegionApart {
  readonly n: number;
  readonly others: number;
  readonly columns: readonly ColumnApart[];
}

/** Holds the rows of a region against the other rows used, column by column, weighted. @throws Problem where either has no row */
export function setApart(
  table: Table,
  { rows, weights }: AnyPrepared,
  region: Region,
  host: Host = quietHost,
): RegionApart {
  const inside = insideOf(table, rows, region);
  const weightAt = (i: number): number => weights?.[i] ?? 1;
  let [n, others] = [0, 0];
  inside.forEach((is, i) => (is === 1 ? (n += weightAt(i)) : (others += weightAt(i))));
  if (n === 0 || others === 0) {
    throw new Problem(
      n === 0 ? 'none of the rows used lies in it.' : 'all of the rows used lie in it.',
      'Choose another level, or select other rows.',
      region.kind === 'level' ? `column “${region.column}”, level “${region.level}”` : 'the selected rows',
    );
  }
  // How far rows are from each other tells of no column.
  const distances = new Set(table.matrix?.names);
  const numbers = table.columns.filter(
    (column): column is NumberColumn => column.kind === 'number' && !distances.has(column.name),
  );
  const columns = numbers.flatMap((column, place) => {
    host.progress(place / numbers.length);
    return columnApart(column, rows, inside, weightAt);
  });
  const size = ({ d }: ColumnApart): number => (Number.isNaN(d) ? -1 : Math.abs(d));
  return { n, others, columns: columns.sort((a, b) => size(b) - size(a)) };
}

function insideOf(table: Table, rows: Uint32Array, region: Region): Uint8Array {
  if (region.kind === 'rows') {
    const chosen = new Set(region.rows);
    return Uint8Array.from(rows, row => Number(chosen.has(row)));
  }
  const column = findColumn(table, region.column);
  if (column?.kind !== 'levels') {
    throw new Problem('it is no label of the table.', 'Choose another label.', `column “${region.column}”`);
  }
  const code = column.levels.indexOf(region.level);
  return Uint8Array.from(rows, row => Number(!isMissing(column, row) && column.codes[row] === code));
}

interface Half {
  weight: number;
  sum: number;
  squares: number;
}

function columnApart(
  column: NumberColumn,
  rows: Uint32Array,
  inside: Uint8Array,
  weightAt: (i: number) => number,
): ColumnApart[] {
  const places = [...rows.keys()].filter(i => !isMissing(column, rows[i]!));
  const halves: [Half, Half] = [
    { weight: 0, sum: 0, squares: 0 },
    { weight: 0, sum: 0, squares: 0 },
  ];
  const first = places.length === 0 ? 0 : numberAt(column, rows[places[0]!]!);
  for (const i of places) {
    const half = halves[inside[i]! as 0 | 1];
    half.weight += weightAt(i);
    half.sum += weightAt(i) * (numberAt(column, rows[i]!) - first);
  }
  const [out, own] = halves;
  if (own.weight === 0 || out.weight === 0) return [];
  const means = halves.map(({ sum, weight }) => sum / weight);
  for (const i of places) {
    const off = numberAt(column, rows[i]!) - first - means[inside[i]!]!;
    halves[inside[i]! as 0 | 1].squares += weightAt(i) * off * off;
  }
  const sd = Math.sqrt((own.squares + out.squares) / (own.weight + out.weight - 2));
  const d = sd > 0 ? (means[1]! - means[0]!) / sd : NaN;
  const [meanOfOthers, mean] = [means[0]! + first, means[1]! + first];
  return [
    {
      column: column.name,
      mean,
      meanOfOthers,
      d,
      overlap: overlapOf(column, rows, places, inside, weightAt),
    },
  ];
}
