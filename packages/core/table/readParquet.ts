import {
  parquetMetadataAsync,
  parquetRead,
  parquetSchema,
  type AsyncBuffer,
  type ColumnData,
  type ColumnMetaData,
  type FileMetaData,
  type SchemaTree,
} from 'hyparquet';
import { compressors } from 'hyparquet-compressors';
import { SAMPLE_KEY, sampleOfSchema } from './sampleOf';
import { quietHost, stretch, type Host, type Errand } from '../host';
import { Problem } from '../problem';
import { MOST_CELLS, refuseTooLarge } from './bounds';
import type { Column } from './column';
import { columnBuilder, type ColumnBuilder } from './columnBuilder';
import { contentKeyAtOnce } from './contentKey';
import { entryText } from './entryText';
import { blobSource, readAll, sourceKey, type FileBlob, type FileSource } from './fileSource';
import { fileTable } from './fileTable';
import { isFlatChunk, readFlatChunk } from './flatChunk';
import type { Source, Table } from './table';

/** Columns read together: few, so that what the package makes of them is soon let go. */
const AT_A_TIME = 64;
const READ_WHOLE = 1 << 26;
/** Of a column chunk, unpacked, in bytes. */
const MOST_CHUNK = 2 ** 32;
/** Smaller files are read before another thread has started. */
const WORTH_SHARING = 1 << 20;
/** Of the columns: the first thread has the file's key to work out as well. */
const FIRST_SHARE = 0.4;
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
    refuseTooLarge(Number(metadata.num_rows), parquetSchema(metadata).children.length, name);
    refuseUnlikely(metadata);
    const [first, second] = shares(metadata);
    const own = await readColumns(file, metadata, first, host);
    const others = (await reading) ?? (await readColumns(file, metadata, second, host));
    return fileTable({
      key: await key,
      name,
      source: sourceIn(metadata),
      columns: [...own, ...others],
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

/** A sample of a table in its engine says so. */
function sourceIn({ key_value_metadata: notes }: FileMetaData): Source {
  const text = notes?.find(({ key }) => key === SAMPLE_KEY)?.value;
  if (text === undefined) return { format: 'Parquet' };
  const sample = sampleOfSchema.safeParse(JSON.parse(text));
  if (!sample.success)
    throw new Error(`its “${SAMPLE_KEY}” is not understood: ${sample.error.issues[0]!.message}`);
  return { format: 'engine', sample: sample.data };
}

/** @throws Error where groups of rows do not add up to the table, or a chunk says that it holds what cannot be */
function refuseUnlikely({ num_rows: rows, row_groups: groups }: FileMetaData): void {
  const inGroups = groups.reduce((sum, group) => sum + Number(group.num_rows), 0);
  if (inGroups !== Number(rows)) throw new Error(`${inGroups} rows in its groups, and ${rows} in all`);
  for (const { columns } of groups) {
    for (const { meta_data: chunk } of columns) {
      if (chunk === undefined) continue;
      const { num_values: values, total_uncompressed_size: unpacked } = chunk;
      if (Number(values) > MOST_CELLS || Number(unpacked) > MOST_CHUNK || Number(values) < 0) {
        throw new Error(`a chunk of ${values} entries in ${unpacked} bytes`);
      }
    }
  }
}

/** The second share of a Parquet file's columns. */
export const secondColumns: Errand<{ readonly blob: FileBlob }, Column[]> = {
  name: 'Parquet columns',
  run: async ({ blob }) => {
    const source = blobSource(blob);
    const metadata = await parquetMetadataAsync(inParts(source));
    const places = shares(metadata)[1];
    return readColumns(await openedAt(source, metadata, places), metadata, places, quietHost);
  },
};

const worthSharing = ({ blob, size }: FileSource): boolean => blob !== undefined && size >= WORTH_SHARING;

/** The places of the columns of both threads. */
function shares(metadata: FileMetaData): [readonly number[], readonly number[]] {
  const places = parquetSchema(metadata).children.map((_, place) => place);
  const first = Math.ceil(FIRST_SHARE * places.length);
  return [places.slice(0, first), places.slice(first)];
}

/** For each column chunk of a group of rows the place of the column it belongs to: nested columns have several. */
function placesOfChunks(metadata: FileMetaData): number[] {
  const leaves = (node: SchemaTree): number =>
    node.children.length === 0 ? 1 : node.children.reduce((sum, child) => sum + leaves(child), 0);
  return parquetSchema(metadata).children.flatMap((child, place) => Array<number>(leaves(child)).fill(place));
}

async function readColumns(
  file: AsyncBuffer,
  metadata: FileMetaData,
  places: readonly number[],
  host: Host,
): Promise<Column[]> {
  const columns: Column[] = [];
  for (let from = 0; from < places.length; from += AT_A_TIME) {
    const some = places.slice(from, from + AT_A_TIME);
    const to = from + some.length;
    const part = stretch(host, from / places.length, to / places.length);
    for (const column of await readSome(file, metadata, some, part)) columns.push(column);
  }
  return columns;
}

/** A group of rows at a time, so that no more than one is in memory beside the table. */
async function readSome(
  file: AsyncBuffer,
  metadata: FileMetaData,
  places: readonly number[],
  host: Host,
): Promise<Column[]> {
  const builders = new Map<number, ColumnBuilder>(places.map(place => [place, columnBuilder()]));
  const nodes = parquetSchema(metadata).children;
  const ofChunk = placesOfChunks(metadata);
  const chunks = metadata.row_groups.length * places.length;
  let done = 0;
  let rowStart = 0;

  function take(place: number, entries: ArrayLike<unknown>): void {
    takeEntries(builders.get(place)!, entries);
  }

  for (const group of metadata.row_groups) {
    const rows = Number(group.num_rows);
    const nested = new Set(places);
    for (const [index, { meta_data: chunk }] of group.columns.entries()) {
      const place = ofChunk[index];
      if (chunk === undefined || place === undefined || !nested.has(place)) continue;
      if (!isFlatChunk(chunk, nodes[place]!)) continue;
      nested.delete(place);
      const bytes = new Uint8Array(await file.slice(...spanOf(chunk)));
      readFlatChunk(bytes, chunk, nodes[place]!, rows, entries => take(place, entries));
      host.progress(++done / chunks);
    }
    if (nested.size > 0) {
      // The package knows them by their names.
      const byName = new Map([...nested].map(place => [nodes[place]!.element.name, place]));
      refuseAlike(nodes, byName);
      const onChunk = ({ columnName, columnData }: ColumnData) => {
        take(byName.get(columnName)!, columnData);
        host.progress(++done / chunks);
      };
      const columns = [...byName.keys()];
      await parquetRead({ file, metadata, compressors, columns, rowStart, rowEnd: rowStart + rows, onChunk });
    }
    rowStart += rows;
  }
  return [...builders].map(([place, builder]) => builder.finish(nodes[place]!.element.name || ' '));
}

/** @throws Problem where a column that is had by its name shares it with another */
function refuseAlike(nodes: readonly SchemaTree[], byName: ReadonlyMap<string, number>): void {
  const alike = nodes.find(({ element }, place) => (byName.get(element.name) ?? place) !== place);
  if (alike === undefined) return;
  throw new Problem(
    `two columns are named “${alike.element.name}”, and one of them is nested or packed in a way that is read by name`,
    'Name its columns apart, and write it again.',
  );
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
  places: readonly number[],
): Promise<AsyncBuffer> {
  const parts = inParts(source);
  const wanted = new Set(places);
  const ofChunk = placesOfChunks(metadata);
  let start = source.size;
  let end = 0;
  for (const { columns } of metadata.row_groups) {
    for (const [index, { meta_data: chunk }] of columns.entries()) {
      if (chunk === undefined || !wanted.has(ofChunk[index]!)) continue;
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
