import { gunzipSync } from 'fflate';
import { decompress as unpackZstd } from 'fzstd';
import { parquetMetadataAsync, parquetRead, type AsyncBuffer, type Compressors } from 'hyparquet';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { columnBuilder, type ColumnBuilder } from './columnBuilder';
import { entryText } from './entryText';
import { readAll, sourceKey, type FileSource } from './fileSource';
import { fileTable } from './fileTable';
import type { Table } from './table';

/** Snappy and plain pages are read by the package itself. */
const compressors: Compressors = { GZIP: page => gunzipSync(page), ZSTD: page => unpackZstd(page) };

const READ_WHOLE = 1 << 26;
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
  const file = source.size <= READ_WHOLE ? await inMemory(source) : inParts(source);
  // Hashed while it is read.
  const key = sourceKey(source);
  key.catch(() => undefined);
  try {
    const metadata = await parquetMetadataAsync(file);
    const rows = Number(metadata.num_rows);
    const chunks = metadata.row_groups.reduce((sum, group) => sum + group.columns.length, 0);
    const builders = new Map<string, ColumnBuilder>();
    let done = 0;
    // A group of rows at a time, so that no more than one is in memory beside the table.
    let rowStart = 0;
    for (const group of metadata.row_groups) {
      const rowEnd = rowStart + Number(group.num_rows);
      await parquetRead({
        file,
        metadata,
        compressors,
        rowStart,
        rowEnd,
        onChunk: ({ columnName, columnData }) => {
          const builder = builders.get(columnName) ?? columnBuilder();
          builders.set(columnName, builder);
          takeEntries(builder, columnData);
          host.progress(++done / chunks);
        },
      });
      rowStart = rowEnd;
    }
    const columns = [...builders].map(([column, builder]) => builder.finish(column));
    return fileTable({
      key: await key,
      name,
      source: { format: 'Parquet' },
      columns,
      rows,
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
