import { gunzipSync } from 'fflate';
import { decompress as unpackZstd } from 'fzstd';
import { parquetMetadataAsync, parquetRead, type Compressors } from 'hyparquet';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { columnBuilder, type ColumnBuilder } from './columnBuilder';
import { entryText } from './entryText';
import { fileTable } from './fileTable';
import type { Table } from './table';

/** Snappy and plain pages are read by the package itself. */
const compressors: Compressors = { GZIP: page => gunzipSync(page), ZSTD: page => unpackZstd(page) };

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
export async function readParquet(
  bytes: Uint8Array<ArrayBuffer>,
  name: string,
  host: Host = quietHost,
): Promise<Table> {
  const file = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
  try {
    const metadata = await parquetMetadataAsync(file);
    const rows = Number(metadata.num_rows);
    const chunks = metadata.row_groups.reduce((sum, group) => sum + group.columns.length, 0);
    const builders = new Map<string, ColumnBuilder>();
    let done = 0;
    await parquetRead({
      file,
      metadata,
      compressors,
      onChunk: ({ columnName, columnData }) => {
        const builder = builders.get(columnName) ?? columnBuilder('.');
        builders.set(columnName, builder);
        for (let i = 0; i < columnData.length; i++) builder.add(entryText(columnData[i]));
        host.progress(++done / chunks);
      },
    });
    const columns = [...builders].map(([key, builder]) => builder.finish(key));
    return fileTable(bytes, name, { format: 'Parquet' }, columns, rows);
  } catch (thrown) {
    if (thrown instanceof Problem) throw thrown;
    throw new Problem(
      `this Parquet file cannot be read (${(thrown as Error).message})`,
      'It is cut short, damaged, or packed by a method other than snappy, gzip or zstd: write it again from its source.',
      name,
    );
  }
}
