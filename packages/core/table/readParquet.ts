import { gunzipSync } from 'fflate';
import { decompress as unpackZstd } from 'fzstd';
import {
  parquetMetadataAsync,
  parquetRead,
  parquetSchema,
  type AsyncBuffer,
  type Compressors,
  type FileMetaData,
} from 'hyparquet';
import { quietHost, stretch, type Host, type Share } from '../host';
import { Problem } from '../problem';
import type { Column } from './column';
import { columnBuilder, type ColumnBuilder } from './columnBuilder';
import { entryText } from './entryText';
import { blobSource, readAll, sourceKey, type FileBlob, type FileSource } from './fileSource';
import { fileTable } from './fileTable';
import type { Table } from './table';

/** Snappy and plain pages are read by the package itself. */
const compressors: Compressors = { GZIP: page => gunzipSync(page), ZSTD: page => unpackZstd(page) };

/** Columns read together: few, so that what the package makes of them is soon let go. */
const AT_A_TIME = 64;
const READ_WHOLE = 1 << 26;
/** Smaller files are read before another thread has started. */
const WORTH_SHARING = 1 << 20;
const MARK = [0x50, 0x41, 0x52, 0x31];

/** Whether a file starts with Parquet's mark. */
export function isParquet(bytes: Uint8Array): boolean {
  return MARK.every((byte, index) => bytes[index] === byte);
}

/**
 * Reads a Parquet file, column chunk by column chunk. Nested entries stand as their JSON, times as ISO 8601.
 *
 * @throws Problem when the file is cut short, damaged, or packed in a way that is not read
 */
export async function readParquet(source: FileSource, name: string, host: Host = quietHost): Promise<Table> {
  const file = await asBuffer(source);
  // Hashed while it is read.
  const key = sourceKey(source);
  key.catch(() => undefined);
  try {
    const metadata = await parquetMetadataAsync(file);
    const names = parquetSchema(metadata).children.map(({ element }) => element.name);
    const [first, second] = inHalves(names, source, host);
    const reading =
      second.length === 0
        ? Promise.resolve([])
        : host.elsewhere!(parquetColumns, { blob: source.blob!, names: second }).catch(() => null);
    const columns = await readColumns(file, metadata, first, host);
    columns.push(...((await reading) ?? (await readColumns(file, metadata, second, host))));
    return fileTable({
      key: await key,
      name,
      source: { format: 'Parquet' },
      columns,
      rows: Number(metadata.num_rows),
    });
  } catch (thrown) {
    if (thrown instanceof Problem) throw thrown;
    throw new Problem(
      `this Parquet file cannot be read (${(thrown as Error).message})`,
      'It is cut short, damaged, or packed by a method other than snappy, gzip or zstd: write it again from its source.',
      name,
    );
  }
}

/** Some columns of a Parquet file. */
export const parquetColumns: Share<{ readonly blob: FileBlob; readonly names: readonly string[] }, Column[]> =
  {
    name: 'Parquet columns',
    run: async ({ blob, names }) => {
      const file = await asBuffer(blobSource(blob));
      return readColumns(file, await parquetMetadataAsync(file), names, quietHost);
    },
  };

/** The columns that this thread reads, and those that another one reads, where that is worth it. */
function inHalves(
  names: readonly string[],
  source: FileSource,
  host: Host,
): [readonly string[], readonly string[]] {
  const shares = host.elsewhere !== undefined && source.blob !== undefined && source.size >= WORTH_SHARING;
  const half = shares ? Math.ceil(names.length / 2) : names.length;
  return [names.slice(0, half), names.slice(half)];
}

async function readColumns(
  file: AsyncBuffer,
  metadata: FileMetaData,
  names: readonly string[],
  host: Host,
): Promise<Column[]> {
  const columns: Column[] = [];
  for (let from = 0; from < names.length; from += AT_A_TIME) {
    const some = names.slice(from, from + AT_A_TIME);
    const to = from + some.length;
    columns.push(
      ...(await readSome(file, metadata, some, stretch(host, from / names.length, to / names.length))),
    );
  }
  return columns;
}

/** A group of rows at a time, so that no more than one is in memory beside the table. */
async function readSome(
  file: AsyncBuffer,
  metadata: FileMetaData,
  names: readonly string[],
  host: Host,
): Promise<Column[]> {
  const builders = new Map<string, ColumnBuilder>(names.map(name => [name, columnBuilder()]));
  const chunks = metadata.row_groups.length * names.length;
  let done = 0;
  let rowStart = 0;
  for (const group of metadata.row_groups) {
    const rowEnd = rowStart + Number(group.num_rows);
    await parquetRead({
      file,
      metadata,
      compressors,
      columns: [...names],
      rowStart,
      rowEnd,
      onChunk: ({ columnName, columnData }) => {
        takeEntries(builders.get(columnName)!, columnData);
        host.progress(++done / chunks);
      },
    });
    rowStart = rowEnd;
  }
  return [...builders].map(([name, builder]) => builder.finish(name));
}

/** A file as the package reads it. */
function asBuffer(source: FileSource): Promise<AsyncBuffer> | AsyncBuffer {
  return source.size <= READ_WHOLE ? inMemory(source) : inParts(source);
}

/** A file that fits easily is read at once, which is faster than chunk by chunk. */
async function inMemory(source: FileSource): Promise<AsyncBuffer> {
  const bytes = await readAll(source);
  return { byteLength: source.size, slice: (from, to) => bytes.slice(from, to).buffer };
}

function inParts(source: FileSource): AsyncBuffer {
  return {
    byteLength: source.size,
    slice: async (from, to = source.size) => (await source.read(from, to)).slice().buffer,
  };
}

function takeEntries(builder: ColumnBuilder, entries: ArrayLike<unknown>): void {
  if (builder.addBytes(entries)) return;
  for (let i = 0; i < entries.length; i++) {
    const value = entries[i];
    if (typeof value === 'number') builder.addNumber(value);
    else builder.add(entryText(value));
  }
}
