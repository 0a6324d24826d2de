import { DataType, tableFromIPC, type Data, type Vector } from 'apache-arrow';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { withBoundedVectors } from './boundedVectors';
import { refuseTooLarge } from './bounds';
import { columnBuilder } from './columnBuilder';
import { contentKey } from './contentKey';
import { entryText } from './entryText';
import { fileTable } from './fileTable';
import type { Table } from './table';

/**
 * Reads an Arrow IPC file or stream. Nested entries stand as their JSON, times as ISO 8601.
 *
 * @throws Problem when it is cut short, damaged, or packed in a way that is not read
 */
export function readArrow(bytes: Uint8Array<ArrayBuffer>, name: string, host: Host = quietHost): Table {
  try {
    const data = withBoundedVectors(() => tableFromIPC(bytes));
    refuseTooLarge(data.numRows, data.schema.fields.length, name);
    for (const batch of data.data) refuseUnlikely(batch, bytes.length);
    const columns = data.schema.fields.map((field, index) => {
      host.progress(index / data.schema.fields.length);
      return columnOf(data.getChildAt(index)!, field.name || ' ', String(field.type));
    });
    return fileTable({
      key: contentKey(bytes),
      name,
      source: { format: 'Arrow' },
      columns,
      rows: data.numRows,
    });
  } catch (thrown) {
    if (thrown instanceof Problem) throw thrown;
    throw new Problem(
      `this Arrow file cannot be read (${(thrown as Error).message})`,
      'It is cut short, damaged, or packed: write it again from its source, unpacked.',
      name,
    );
  }
}

/** The fewest bits that an entry takes up are one, of eight to a byte. */
const MOST_PER_BYTE = 8;

/**
 * @throws Error where a batch says that it holds more than its bytes have room for, which the package takes its word for. A
 * column of nothing at all takes no room.
 */
function refuseUnlikely(data: Data, bytes: number): void {
  const { length, type, children } = data;
  const most = MOST_PER_BYTE * bytes;
  const each = DataType.isFixedSizeList(type) ? type.listSize : 1;
  if (!(length >= 0) || (!DataType.isNull(type) && !DataType.isStruct(type) && !(length * each <= most))) {
    throw new Error(`a batch of ${length} entries in ${bytes} bytes`);
  }
  for (const child of children) refuseUnlikely(child, bytes);
}

function columnOf(vector: Vector, name: string, type: string) {
  const builder = columnBuilder();
  const isTime = /^(Date|Timestamp)/.test(type);
  for (const value of vector as Iterable<unknown>) {
    if (isTime && typeof value === 'number') builder.add(entryText(new Date(value)));
    else if (typeof value === 'number') builder.addNumber(value);
    else builder.add(entryText(value));
  }
  return builder.finish(name);
}
