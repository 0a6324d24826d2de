import { Problem } from '../problem';

/**
 * What a table may hold at most, whichever file it comes from. A file of some bytes can say that it holds more than any
 * machine does: readers ask before they make room, and while they read.
 */
export const MOST_CELLS = 5e8;
export const MOST_COLUMNS = 250_000;
/** Formats that packages read whole, in bytes of the file. */
export const MOST_WHOLE = 1 << 29;

const large = (many: number): string => many.toLocaleString('en', { maximumFractionDigits: 0 });

/**
 * @param where the file, and the place in it where it is known
 * @throws Problem where so many rows and columns are more than a table may hold
 */
export function refuseTooLarge(rows: number, columns: number, where: string): void {
  if (columns > MOST_COLUMNS) {
    throw new Problem(
      `it would have ${large(columns)} columns; a table may have ${large(MOST_COLUMNS)}`,
      'Check the file for a row that is far too wide, or open a part of its columns.',
      where,
    );
  }
  if (!(rows * columns <= MOST_CELLS)) {
    throw new Problem(
      `it would have ${large(rows)} rows × ${large(columns)} columns; a table may have ${large(MOST_CELLS)} entries`,
      'Check the file for a row that is far too wide or a stray entry far out, or open a part of it.',
      where,
    );
  }
}

/** @throws Problem where a file that has to be read whole is larger than can be */
export function refuseTooManyBytes(bytes: number, where: string): void {
  if (bytes <= MOST_WHOLE) return;
  throw new Problem(
    `it has ${large(bytes / 1e6)} MB, and files of this kind are read up to ${large(MOST_WHOLE / 1e6)} MB`,
    'Write it as Parquet or CSV, which are read in parts.',
    where,
  );
}
