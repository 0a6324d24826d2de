import {
  parquetMetadataAsync,
  parquetRead,
  parquetSchema,
  type AsyncBuffer,
  type ColumnData,
  type ColumnMetaData,
  type FileMetaData,
} from 'hyparquet';
import { compressors } from 'hyparquet-compressors';
import { quietHost, stretch, type Host, type Share } from '../host';
import { Problem } from '../problem';
import type { Column } from './column';
import { columnBuilder, type ColumnBuilder } from './columnBuilder';
import { contentKeyAtOnce } from './contentKey';
import { entryText } from './entryText';
import { blobSource, readAll, sourceKey, type FileBlob, type FileSource } from './fileSource';
import { fileTable } from './fileTable';
import { isFlatChunk, readFlatChunk } from './flatChunk';
import type { Table } from './table';

/** Columns read together: few, so that what the package makes of them is soon let go. */
const AT_A_TIME = 64;
const READ_WHOLE = 1 << 26;
/** Smaller files are read before another thread has started. */
const WORTH_SHARING = 1 << 20;
/** Of the columns: the first thread has the file's key to work out as well. */
const FIRST_SHARE = 0.4;
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
  const elsewhere = worthSharing(source) ? host.elsewhere : undefined;
  const reading = elsewhere?.(secondColumns, { blob: source.blob! }).catch(() => null);
  const { file, hash } = await opened(source);
  // While it is read.
  const key = hash();
  key.catch(() => undefined);
  try {
    const metadata = await parquetMetadataAsync(file);
    const [first, second] = shares(metadata);
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
      'It is cut short, damaged, or packed in an uncommon way: write it again from its source.',
      name,
    );
  }
}

/** The second share of a Parquet file's columns. */
export const secondColumns: Share<{ readonly blob: FileBlob }, Column[]> = {
  name: 'Parquet columns',
  run: async ({ blob }) => {
    const source = blobSource(blob);
    const metadata = await parquetMetadataAsync(inParts(source));
    const names = shares(metadata)[1];
    return readColumns(await openedAt(source, metadata, names), metadata, names, quietHost);
  },
};

const worthSharing = ({ blob, size }: FileSource): boolean => blob !== undefined && size >= WORTH_SHARING;

/** The columns of both threads. */
function shares(metadata: FileMetaData): [readonly string[], readonly string[]] {
  const names = parquetSchema(metadata).children.map(({ element }) => element.name);
  const first = Math.ceil(FIRST_SHARE * names.length);
  return [names.slice(0, first), names.slice(first)];
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
  const nodes = new Map(parquetSchema(metadata).children.map(node => [node.element.name, node]));
  const chunks = metadata.row_groups.length * names.length;
  let done = 0;
  let rowStart = 0;

  function take(name: string, entries: ArrayLike<unknown>): void {
    takeEntries(builders.get(name)!, entries);
  }

  for (const group of metadata.row_groups) {
    const rows = Number(group.num_rows);
    const nested = new Set(names);
    for (const { meta_data: chunk } of group.columns) {
      const name = chunk?.path_in_schema[0];
      if (chunk === undefined || name === undefined || !nested.has(name)) continue;
      if (!isFlatChunk(chunk, nodes.get(name)!)) continue;
      nested.delete(name);
      const bytes = new Uint8Array(await file.slice(...spanOf(chunk)));
      readFlatChunk(bytes, chunk, nodes.get(name)!, rows, entries => take(name, entries));
      host.progress(++done / chunks);
    }
    if (nested.size > 0) {
      const columns = [...nested];
      const onChunk = ({ columnName, columnData }: ColumnData) => {
        take(columnName, columnData);
        host.progress(++done / chunks);
      };
      await parquetRead({ file, metadata, compressors, columns, rowStart, rowEnd: rowStart + rows, onChunk });
    }
    rowStart += rows;
  }
  return [...builders].map(([name, builder]) => builder.finish(name));
}

/** Where a column chunk starts in its file, and where it ends. */
function spanOf(chunk: ColumnMetaData): [number, number] {
  const start = Number(chunk.dictionary_page_offset || chunk.data_page_offset);
  return [start, start + Number(chunk.total_compressed_size)];
}

interface Opened {
  /** As the package reads it. */
  readonly file: AsyncBuffer;
  /** The key of its content. */
  readonly hash: () => Promise<string>;
}

/** A file that fits easily is read at once, which is faster than chunk by chunk. */
async function opened(source: FileSource): Promise<Opened> {
  if (source.size > READ_WHOLE) return { file: inParts(source), hash: () => sourceKey(source) };
  const bytes = await readAll(source);
  const file = {
    byteLength: source.size,
    slice: (from: number, to?: number) => bytes.slice(from, to).buffer,
  };
  return { file, hash: () => contentKeyAtOnce(bytes) };
}

/** As {@link opened}, where only some columns are wanted: nothing is read at once that lies beyond them. */
async function openedAt(
  source: FileSource,
  metadata: FileMetaData,
  names: readonly string[],
): Promise<AsyncBuffer> {
  const parts = inParts(source);
  const wanted = new Set(names);
  let start = source.size;
  let end = 0;
  for (const { columns } of metadata.row_groups) {
    for (const { meta_data: chunk } of columns) {
      if (chunk === undefined || !wanted.has(chunk.path_in_schema[0]!)) continue;
      const [from, to] = spanOf(chunk);
      start = Math.min(start, from);
      end = Math.max(end, to);
    }
  }
  if (end <= start || end - start > READ_WHOLE) return parts;
  const bytes = await source.read(start, end);
  return {
    byteLength: source.size,
    slice: (from, to = source.size) =>
      from >= start && to <= end ? bytes.slice(from - start, to - start).buffer : parts.slice(from, to),
  };
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
