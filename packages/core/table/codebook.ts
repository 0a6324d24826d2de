import { Problem } from '../problem';
import { textAt, type Column } from './column';
import type { Table } from './table';

/** What a codebook says of a column. */
export interface CodebookEntry {
  readonly name: string;
  /** What was asked, or what was measured, in full. */
  readonly wording?: string | undefined;
  readonly unit?: string | undefined;
  /** The ends of its scale. */
  readonly scale?: { readonly least: number; readonly most: number } | undefined;
  /** Whether a high mark means little of what the others mean. */
  readonly reversed?: boolean | undefined;
}

/** What the columns of a codebook may be called. */
const HEADS = {
  name: /^(name|column|item|variable|code|key|id)( name)?$/i,
  wording: /^(wording|text|question|label|description|statement|meaning)( text)?$/i,
  unit: /^units?( of measure(ment)?)?$/i,
  least: /^(least|low|lowest|min(imum)?|from|scale (from|least|low|min))$/i,
  most: /^(most|high|highest|max(imum)?|to|scale (to|most|high|max))$/i,
  reversed: /^(reversed?|reverse[- ]?(scored|coded|marked)|inverted|direction)$/i,
} as const;

const YES = /^(yes|y|true|1|x|r|rev(ersed?)?|−|-|-1|inverted)$/i;

/**
 * The entries of a codebook: a table with a row for each column of another one.
 *
 * @throws Problem when it has no column of names, or none that says anything of them
 */
export function readCodebook(table: Table): CodebookEntry[] {
  const found = Object.fromEntries(
    Object.entries(HEADS).map(([what, pattern]) => [
      what,
      table.columns.find(column => pattern.test(column.name.trim())),
    ]),
  ) as Partial<Record<keyof typeof HEADS, Column>>;
  const { name, wording, unit, least, most, reversed } = found;
  if (name === undefined || (wording ?? unit ?? least ?? reversed) === undefined) {
    throw new Problem(
      `it has the columns ${table.columns
        .slice(0, 8)
        .map(column => `“${column.name}”`)
        .join(', ')}`,
      'A codebook has a column “name”, and one or more of “wording”, “unit”, “least” and “most” of the scale, and “reversed”.',
      `codebook “${table.name}”`,
    );
  }
  return Array.from({ length: table.rows }, (_, row) => {
    const ends = [least, most].map(column =>
      column === undefined ? NaN : Number(textAt(column, row) || NaN),
    );
    return {
      name: textAt(name, row).trim(),
      ...(wording && textAt(wording, row) !== '' ? { wording: textAt(wording, row) } : {}),
      ...(unit && textAt(unit, row) !== '' ? { unit: textAt(unit, row) } : {}),
      ...(ends[0]! < ends[1]! ? { scale: { least: ends[0]!, most: ends[1]! } } : {}),
      ...(reversed ? { reversed: YES.test(textAt(reversed, row).trim()) } : {}),
    };
  }).filter(entry => entry.name !== '');
}
