import { Problem } from '../problem';
import {
  isMissing,
  levelAt,
  numberAt,
  textAt,
  type Column,
  type LevelColumn,
  type NumberColumn,
} from './column';
import { levelsBuilder } from './columnBuilder';
import { binnedDates, type DateSpan } from './dateBins';
import { quantile } from './quantile';

/** How many rows there are, and the key of the file that they come from. */
interface Rows {
  readonly rows: number;
  readonly fileKey: string;
  /** Rows at the end that were brought to be placed. */
  readonly newRows?: { readonly rows: number };
}

/** A label made from another column. */
export interface MadeColumn {
  readonly name: string;
  /** Null where rows are marked that no column tells. */
  readonly from: string | null;
  readonly how:
    | { readonly kind: 'quantiles'; readonly bins: number }
    /** Bins end at these numbers, ascending; a number on an edge belongs to the bin below it. */
    | { readonly kind: 'edges'; readonly edges: readonly number[] }
    /** The spans of time that dates lie in. */
    | { readonly kind: 'dates'; readonly by: DateSpan }
    /** New levels for old; levels not named stay as they are. */
    | {
        readonly kind: 'joined';
        readonly levels: readonly { readonly from: string; readonly to: string }[];
      }
    /** Rows marked by hand, by their place in the file of that key; of other files it says nothing. */
    | {
        readonly kind: 'marked';
        readonly of: string;
        readonly marks: readonly { readonly level: string; readonly rows: readonly number[] }[];
      };
}

/** Rows marked by hand; the others have the entry of the column it is made from, if there is one. */
function markRows(
  from: Column | null,
  name: string,
  { of, marks }: Extract<MadeColumn['how'], { kind: 'marked' }>,
  { rows, fileKey }: Rows,
): LevelColumn {
  const marked = new Map<number, string>();
  if (of === fileKey) for (const { level, rows: own } of marks) for (const row of own) marked.set(row, level);
  const builder = levelsBuilder(rows, text => text === '');
  for (let row = 0; row < rows; row++) {
    builder.add(marked.get(row) ?? (from === null || isMissing(from, row) ? '' : textAt(from, row)));
  }
  const old = from?.kind === 'levels' ? from.levels : [];
  return builder.finish(
    name,
    from?.kind === 'number' ? undefined : [...new Set([...old, ...marks.map(({ level }) => level)])],
  );
}

/**
 * Makes a label from a number, in bins of about equal count or with given edges, or from a label by joining levels, from dates by spans of time, or of rows marked by hand.
 *
 * @throws Problem when the column is not of the kind that this needs
 */
export function makeColumn(from: Column | null, { name, how }: MadeColumn, table: Rows): LevelColumn {
  const { rows } = table;
  if (how.kind === 'marked') return markRows(from, name, how, table);
  if (from === null) throw new RangeError(`“${name}” is made from no column.`);
  if (how.kind === 'joined') {
    if (from.kind !== 'levels') throw wrongKind(name, from.name, 'numbers');
    return joinLevels(from, name, new Map(how.levels.map(({ from: old, to }) => [old, to])), rows);
  }
  if (how.kind === 'dates') {
    const made = from.kind === 'levels' ? binnedDates(from, name, how.by) : null;
    if (made === null) throw wrongKind(name, from.name, 'no dates');
    return made;
  }
  if (from.kind !== 'number') throw wrongKind(name, from.name, 'no numbers');
  const edges =
    how.kind === 'edges'
      ? [...how.edges].sort((a, b) => a - b)
      : quantileEdges(from, how.bins, rows - (table.newRows?.rows ?? 0));
  return binNumbers(from, name, edges, rows);
}

/** Inner edges of bins with about as many entries each; fewer where many entries are equal. */
function quantileEdges(column: NumberColumn, bins: number, own: number): number[] {
  // Rows that were brought to be placed have no say.
  const sorted = Float64Array.from(column.values.subarray(0, own))
    .filter((_, row) => !isMissing(column, row))
    .sort();
  const edges = Array.from({ length: bins - 1 }, (_, i) => quantile(sorted, (i + 1) / bins));
  return [...new Set(edges)].filter(edge => edge < sorted[sorted.length - 1]!);
}

function binNumbers(column: NumberColumn, name: string, edges: readonly number[], rows: number): LevelColumn {
  const names = binNames(edges);
  const builder = levelsBuilder(rows);
  for (let row = 0; row < rows; row++) {
    const value = numberAt(column, row);
    if (Number.isNaN(value)) builder.add('');
    else {
      const bin = edges.findIndex(edge => value <= edge);
      builder.add(names[bin < 0 ? edges.length : bin]!);
    }
  }
  return builder.finish(name, names);
}

function binNames(edges: readonly number[]): string[] {
  const shown = edges.map(edge => String(Number(edge.toPrecision(6))));
  if (shown.length === 0) return ['all'];
  return [
    `up to ${shown[0]}`,
    ...shown.slice(1).map((edge, index) => `${shown[index]} to ${edge}`),
    `over ${shown.at(-1)}`,
  ];
}

function joinLevels(
  column: LevelColumn,
  name: string,
  joined: ReadonlyMap<string, string>,
  rows: number,
): LevelColumn {
  const builder = levelsBuilder(rows, text => text === '');
  for (let row = 0; row < rows; row++) {
    const level = levelAt(column, row);
    builder.add(level === null ? '' : (joined.get(level) ?? level));
  }
  // In the order of the levels they come from.
  return builder.finish(name, [...new Set(column.levels.map(level => joined.get(level) ?? level))]);
}

function wrongKind(name: string, from: string, what: string): Problem {
  return new Problem(
    `it is made from “${from}”, which holds ${what}`,
    'Delete the made column, or give its source another type.',
    `column “${name}”`,
  );
}
