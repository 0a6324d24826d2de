import { Problem } from '../../problem';
import { isMissing, type LevelColumn } from '../../table/column';
import { findColumn, type Table } from '../../table/table';
import type { DiscriminantSettings } from './settings';

/** The groups that a label makes, and each row's. */
export interface Groups {
  readonly levels: readonly string[];
  /** For each row of the table a place among the levels; −1 where it has no level, or one that is not known. */
  readonly group: Int32Array;
}

const NOT_KNOWN = new Set(['unknown', 'not known', 'unidentified', 'undetermined', 'unassigned', '?', '??']);

/** Whether a level says that it is not known. */
export const isUnknown = (level: string): boolean => NOT_KNOWN.has(level.trim().toLowerCase());

/** The levels of a label whose rows are placed and not used. */
export const unknownLevels = (
  { levels }: Pick<LevelColumn, 'levels'>,
  unknown: DiscriminantSettings['unknown'],
): string[] => levels.filter(level => (unknown === 'so named' ? isUnknown(level) : unknown.includes(level)));

/** That there is nothing to part. */
export const noLabel = (): Problem =>
  new Problem('no label is chosen.', 'Choose the label whose levels the axes are to part.');

/**
 * The groups of a label over some rows: levels that one of these has.
 *
 * @throws Problem where no label is chosen, it is not there, or has fewer than two levels among the rows
 */
export function groupsBy(
  table: Table,
  label: string | null,
  unknown: DiscriminantSettings['unknown'],
  rows: Uint32Array,
): Groups {
  if (label === null) throw noLabel();
  const column = findColumn(table, label);
  if (column?.kind !== 'levels') {
    throw new Problem(
      column === undefined ? 'there is no such column.' : 'it holds numbers, not levels.',
      'Choose a label, or make one of it in question 1.',
      `label “${label}”`,
    );
  }
  const left = new Set(unknownLevels(column, unknown));
  const levelOf = (row: number) => (isMissing(column, row) ? -1 : column.codes[row]!);
  const met = new Set(Array.from(rows, levelOf));
  const places = [...column.levels.keys()].filter(code => met.has(code) && !left.has(column.levels[code]!));
  if (places.length < 2) {
    throw new Problem(
      `${places.length === 0 ? 'no level has' : 'only one level has'} rows that are used.`,
      'Choose a label with two levels at least, or take rows back in.',
      `label “${label}”`,
    );
  }
  const placeOf = new Map(places.map((code, place) => [code, place]));
  return {
    levels: places.map(code => column.levels[code]!),
    group: Int32Array.from({ length: table.rows }, (_, row) => placeOf.get(levelOf(row)) ?? -1),
  };
}
