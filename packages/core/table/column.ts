/** Numbers in the narrowest typed array that holds them exactly. */
export type NumberValues =
  Uint8Array | Int8Array | Uint16Array | Int16Array | Uint32Array | Int32Array | Float32Array | Float64Array;

/** Codes of levels, in the narrowest typed array. */
export type Codes = Uint8Array | Uint16Array | Uint32Array;

/** Entries that count as missing but are not empty ("n.d.", "NA"); kept so that the original can be written back. */
export interface Exceptions {
  /** Row indices, ascending. */
  readonly rows: Uint32Array;
  readonly texts: readonly string[];
}

export interface NumberColumn {
  readonly kind: 'number';
  readonly name: string;
  readonly values: NumberValues;
  /** One byte a row, 1 where the entry is missing; null when none is. */
  readonly missing: Uint8Array | null;
  readonly exceptions: Exceptions | null;
}

export interface LevelColumn {
  readonly kind: 'levels';
  readonly name: string;
  /** Index into `levels`, one a row; 0 (and meaningless) where missing. */
  readonly codes: Codes;
  /** Distinct entries, in an order that does not depend on the rows'. */
  readonly levels: readonly string[];
  readonly missing: Uint8Array | null;
  readonly exceptions: Exceptions | null;
}

export type Column = NumberColumn | LevelColumn;

/** Whether the entry of `column` in `row` is missing. */
export function isMissing(column: Column, row: number): boolean {
  return column.missing !== null && column.missing[row] === 1;
}

/** The number in `row`, or NaN where it is missing. */
export function numberAt(column: NumberColumn, row: number): number {
  return isMissing(column, row) ? NaN : column.values[row]!;
}

/** The level in `row`, or null where it is missing. */
export function levelAt(column: LevelColumn, row: number): string | null {
  return isMissing(column, row) ? null : column.levels[column.codes[row]!]!;
}

/** The entry as text, as it stood in the file: an empty string where it is missing without a word. */
export function textAt(column: Column, row: number): string {
  if (isMissing(column, row)) return exceptionAt(column.exceptions, row) ?? '';
  return column.kind === 'levels' ? column.levels[column.codes[row]!]! : String(column.values[row]);
}

/** Number of missing entries. */
export function missingCount(column: Column): number {
  if (column.missing === null) return 0;
  let count = 0;
  for (const mark of column.missing) count += mark;
  return count;
}

function exceptionAt(exceptions: Exceptions | null, row: number): string | null {
  if (exceptions === null) return null;
  let low = 0;
  let high = exceptions.rows.length - 1;
  while (low <= high) {
    const middle = (low + high) >>> 1;
    const found = exceptions.rows[middle]!;
    if (found === row) return exceptions.texts[middle]!;
    if (found < row) low = middle + 1;
    else high = middle - 1;
  }
  return null;
}
