import { isMissing, numberAt, type Column } from '@wold/core/table/column';
import { labelStyle, levelPlace, type LabelStyle } from '../../theme/labelStyle';
import type { Mode, Tokens } from '../../theme/tokens';
import { rampColour } from '../../theme/ramp';

/** Rows that are drawn alike. */
export interface Group {
  /** The level's code, or −1 where the row has no level. */
  readonly code: number;
  readonly name: string;
  readonly count: number;
  readonly style: LabelStyle;
}

/** How rows are coloured: by the levels of a label, by a number, or all alike. */
export type Colouring =
  | { readonly kind: 'levels'; readonly groups: readonly Group[]; readonly codeOf: (row: number) => number }
  | {
      readonly kind: 'number';
      readonly least: number;
      readonly most: number;
      readonly colourOf: (row: number) => string;
      readonly missing: number;
    }
  | { readonly kind: 'alike' };

/**
 * The colouring of rows by a column, over the rows in use.
 *
 * @param colours places among the label colours that the study gives to levels
 */
export function colouring(
  column: Column | null,
  rows: Uint32Array,
  mode: Mode,
  tokens: Tokens,
  colours: readonly { readonly level: string; readonly place: number }[] = [],
): Colouring {
  if (column === null) return { kind: 'alike' };
  if (column.kind === 'number') {
    const values = [...rows].map(row => numberAt(column, row)).filter(value => !Number.isNaN(value));
    const least = values.reduce((a, b) => Math.min(a, b), Infinity);
    const most = values.reduce((a, b) => Math.max(a, b), -Infinity);
    const colourOf = (row: number) => {
      const value = numberAt(column, row);
      return Number.isNaN(value) ? tokens.rule : rampColour((value - least) / (most - least || 1), mode);
    };
    return { kind: 'number', least, most, colourOf, missing: rows.length - values.length };
  }
  const codeOf = (row: number) => (isMissing(column, row) ? -1 : column.codes[row]!);
  const counts = new Map<number, number>();
  for (const row of rows) counts.set(codeOf(row), (counts.get(codeOf(row)) ?? 0) + 1);
  const groups = [...counts.entries()]
    .sort(([a], [b]) => (a < 0 ? 1 : b < 0 ? -1 : a - b))
    .map(([code, count]) => ({
      code,
      count,
      name: code < 0 ? `no ${column.name} given` : column.levels[code]!,
      style: code < 0 ? unlabelled(tokens) : labelStyle(levelPlace(column, code, colours), mode),
    }));
  return { kind: 'levels', groups, codeOf };
}

function unlabelled(tokens: Tokens): LabelStyle {
  return { name: 'none', colour: tokens.inkSoft, symbol: 'emptyCircle', weight: 0.9 };
}
