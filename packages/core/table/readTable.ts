import { quietHost, stretch, type Host } from '../host';
import { refuseTooManyBytes } from './bounds';
import { readAll, type FileSource } from './fileSource';
import { isArrow, isJson, isParquet, isZip } from './fileMarks';
import { streamDelimited } from './readDelimited';
import { isPicture } from './scene/marks';
import { tableKey } from './fileTable';
import { withNewRows } from './newRows';
import type { ReadingChoices } from './readingChoices';
import type { Table } from './table';

const LOOKED_AT = 4096;

/**
 * Reads a file into a table by what it holds, whatever its name says: Parquet, Arrow and workbooks by their marks, JSON
 * by its first and last letters, pictures by their marks, anything else as delimited text. Text, Parquet and pictures are
 * read in parts. The reader of a format, and the packages that it rests on, are loaded with the first file of it.
 *
 * @throws Problem when it cannot be read, with what, where and what to do
 */
export async function readTable(
  source: FileSource,
  name: string,
  host: Host = quietHost,
  choices: ReadingChoices = {},
): Promise<Table> {
  const start = await source.read(0, Math.min(LOOKED_AT, source.size));
  if (isPicture(start)) return (await import('./scene/readScene')).readScene(source, name, host, choices);
  if (isParquet(start)) return (await import('./readParquet')).readParquet(source, name, host);
  if (isArrow(start)) {
    const whole = await readWhole(source, name);
    return (await import('./readArrow')).readArrow(whole, name, host);
  }
  if (isZip(start)) {
    const whole = await readWhole(source, name);
    return (await import('./readWorkbook')).readWorkbook(whole, name, host, choices);
  }
  const end = await source.read(Math.max(start.length, source.size - LOOKED_AT), source.size);
  if (isJson(joined(start, end))) {
    const whole = await readWhole(source, name);
    return (await import('./readJson')).readJson(whole, name, host);
  }
  return streamDelimited(source, name, host, choices);
}

/** A second file, whose rows stand after a table's own only to be placed. */
export interface NewRowsFile {
  readonly source: FileSource;
  readonly name: string;
}

/**
 * A table with the rows of a second file after its own, only to be placed; the choices of a table that has them tell which.
 *
 * @throws Problem where either cannot be read, or they share no column
 */
export async function readWithNewRows(
  source: FileSource,
  name: string,
  { source: second, name: called }: NewRowsFile,
  host: Host = quietHost,
  { newRows: _, ...choices }: ReadingChoices = {},
): Promise<Table> {
  const table = await readTable(source, name, stretch(host, 0, 0.8), choices);
  const other = await readTable(second, called, stretch(host, 0.8, 1));
  const newRows = { key: other.fileKey, name: called };
  return withNewRows(table, other, tableKey(table.fileKey, { ...choices, newRows }));
}

/** All bytes of a file that no reader takes in parts. @throws Problem where these are too many */
function readWhole(source: FileSource, name: string): Promise<Uint8Array<ArrayBuffer>> {
  refuseTooManyBytes(source.size, name);
  return readAll(source);
}

function joined(start: Uint8Array, end: Uint8Array): Uint8Array {
  const both = new Uint8Array(start.length + end.length);
  both.set(start);
  both.set(end, start.length);
  return both;
}
