import { isMissing, type LevelColumn } from './column';

/** A level that some rows have more often than all rows. */
export interface LevelExcess {
  readonly column: string;
  readonly level: string;
  /** Of the rows in question that have the label, the share of this level; and of all rows that have it. */
  readonly share: number;
  readonly shareOfAll: number;
  /** The number of rows beyond what chance would give, in its standard deviations (hypergeometric). */
  readonly excess: number;
}

/** Fewer are chance. */
const LEAST_EXCESS = 2;

/** The levels of labels that some rows have far more often than all rows do, the furthest beyond chance first. */
export function overRepresented(
  columns: readonly LevelColumn[],
  rows: ReadonlySet<number>,
  all: ArrayLike<number>,
): LevelExcess[] {
  return columns
    .flatMap(column => excessesOf(column, rows, all))
    .filter(({ excess }) => excess > LEAST_EXCESS)
    .sort((a, b) => b.excess - a.excess);
}

function excessesOf(column: LevelColumn, rows: ReadonlySet<number>, all: ArrayLike<number>): LevelExcess[] {
  const counts = new Uint32Array(column.levels.length);
  const own = new Uint32Array(column.levels.length);
  let [n, drawn] = [0, 0];
  for (let i = 0; i < all.length; i++) {
    const row = all[i]!;
    if (isMissing(column, row)) continue;
    n++;
    counts[column.codes[row]!]!++;
    if (!rows.has(row)) continue;
    drawn++;
    own[column.codes[row]!]!++;
  }
  return column.levels.flatMap((level, code) => {
    if (own[code] === 0) return [];
    const shareOfAll = counts[code]! / n;
    // Drawn without putting back.
    const variance = (drawn * shareOfAll * (1 - shareOfAll) * (n - drawn)) / (n - 1);
    const excess = variance > 0 ? (own[code]! - drawn * shareOfAll) / Math.sqrt(variance) : 0;
    return [{ column: column.name, level, share: own[code]! / drawn, shareOfAll, excess }];
  });
}
