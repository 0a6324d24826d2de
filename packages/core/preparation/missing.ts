import { Problem } from '../problem';
import { numberAt, type NumberColumn } from '../table/column';
import { meanOf, type Weights } from '../table/moments';
import { ordered } from '../table/order';
import { quantileOf } from '../table/quantile';

export const MISSING_RULES = ['leave-out-rows', 'mean', 'median', 'components', 'keep'] as const;
/** What is done about missing entries: their rows are left out, they are filled, or kept for methods that take them. */
export type MissingRule = (typeof MISSING_RULES)[number];

/** The numbers of a column in some rows, NaN where missing. @param result to hold them, where there is room already */
export function valuesIn(
  column: NumberColumn,
  rows: Uint32Array,
  result = new Float64Array(rows.length),
): Float64Array {
  const { values, missing } = column;
  // Rows ascend, so that as many as there are, are all.
  if (rows.length === values.length) result.set(values);
  else for (let i = 0; i < rows.length; i++) result[i] = values[rows[i]!]!;
  if (missing !== null) {
    for (let i = 0; i < rows.length; i++) if (missing[rows[i]!] === 1) result[i] = NaN;
  }
  return result;
}

/**
 * Which of the columns have a larger share of missing entries than allowed, over all rows of the table or, where rows
 * weigh, over those that do.
 */
export function tooGappy(
  columns: readonly NumberColumn[],
  rows: number,
  most: number,
  weight: NumberColumn | null = null,
): NumberColumn[] {
  const weights =
    weight === null ? null : Float64Array.from({ length: rows }, (_, row) => weightAt(weight, row));
  const all = weights === null ? rows : weights.reduce((sum, w) => sum + w, 0);
  return columns.filter(({ missing }) => {
    if (missing === null) return false;
    let gaps = 0;
    missing.forEach((mark, row) => (gaps += mark * (weights === null ? 1 : weights[row]!)));
    return gaps > most * all && gaps < all;
  });
}

/** A row's weight, 0 where it has none that counts. */
export function weightAt(weight: NumberColumn, row: number): number {
  const value = numberAt(weight, row);
  return value > 0 ? value : 0;
}

/** For each row of the table that lacks something, the names of what it lacks. */
export function gapsByRow(columns: readonly NumberColumn[]): Map<number, string[]> {
  const gaps = new Map<number, string[]>();
  for (const { name, missing } of columns) {
    if (missing === null) continue;
    for (let row = missing.indexOf(1); row >= 0; row = missing.indexOf(1, row + 1)) {
      const lacks = gaps.get(row);
      if (lacks === undefined) gaps.set(row, [name]);
      else lacks.push(name);
    }
  }
  return gaps;
}

/**
 * What missing entries (NaN) of a column are filled with: the weighted mean or median of the others.
 *
 * @throws Problem when the column has no entry to go by
 */
export function filling(
  values: Float64Array,
  rule: 'mean' | 'median',
  name: string,
  weights: Weights = null,
): number {
  const fill = rule === 'mean' ? meanOf(values, weights) : quantileOf(ordered(values, weights), 0.5);
  if (!Number.isNaN(fill)) return fill;
  throw new Problem(
    'every entry is missing in the rows used',
    'Set the column aside in Table.',
    `column “${name}”`,
  );
}
