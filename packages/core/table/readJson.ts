import { z } from 'zod';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { refuseTooLarge } from './bounds';
import { columnBuilder, type ColumnBuilder } from './columnBuilder';
import { contentKey } from './contentKey';
import { decodeText } from './decode';
import { entryText } from './entryText';
import { fileTable } from './fileTable';
import type { Table } from './table';

/** Members by their names, whatever these are: `__proto__` is one like any other. */
// eslint-disable-next-line no-restricted-syntax -- parsed JSON, whose members are its own
type Members<Entry> = { readonly [name in string]: Entry };

const isObject = (value: unknown): value is Members<unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const records = z.array(z.custom<Members<unknown>>(isObject, 'expected a record'));
const columnsOf = z.custom<Members<readonly unknown[]>>(
  value => isObject(value) && Object.values(value).every(Array.isArray),
  'expected an array of entries for each column',
);

/**
 * Reads JSON: an array of records, one per row, or an object of columns, each an array of its entries. Entries that a
 * record lacks are missing; entries that are arrays or objects stand as their JSON.
 *
 * @throws Problem when it is not JSON, is of another shape, or has columns of different length
 */
export function readJson(bytes: Uint8Array, name: string, host: Host = quietHost): Table {
  const data = parse(decodeText(bytes, name).text, name);
  const rows = records.safeParse(data);
  if (rows.success) return fromRecords(bytes, name, rows.data, host);
  const columns = columnsOf.safeParse(data);
  if (columns.success) return fromColumns(bytes, name, columns.data, host);
  const { path } = (Array.isArray(data) ? rows : columns).error!.issues[0]!;
  throw new Problem(
    'this JSON is neither an array of records nor an object of columns',
    'Write it as [{"a": 1, "b": 2}, …] or as {"a": [1, …], "b": [2, …]}.',
    path.length > 0 ? `${name}, at ${path.join('.')}` : name,
  );
}

function parse(text: string, name: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Problem(
      `it is not whole JSON (${(error as Error).message})`,
      'Write it again from its source.',
      name,
    );
  }
}

function fromRecords(bytes: Uint8Array, name: string, data: readonly Members<unknown>[], host: Host): Table {
  const names = new Set<string>();
  data.forEach((record, row) => {
    for (const key of Object.keys(record)) names.add(key);
    refuseTooLarge(data.length, names.size, `${name}, record ${row + 1}`);
  });
  const builders = new Map<string, ColumnBuilder>();
  data.forEach((record, row) => {
    for (const key of Object.keys(record)) {
      if (builders.has(key)) continue;
      const builder = columnBuilder();
      builder.addGaps(row);
      builders.set(key, builder);
    }
    for (const [key, builder] of builders) {
      builder.add(Object.hasOwn(record, key) ? entryText(record[key]) : '');
    }
    if (row % 1000 === 0) host.progress(row / data.length);
  });
  const columns = [...builders].map(([key, builder]) => builder.finish(key));
  return fileTable({ key: contentKey(bytes), name, source: { format: 'JSON' }, columns, rows: data.length });
}

function fromColumns(bytes: Uint8Array, name: string, data: Members<readonly unknown[]>, host: Host): Table {
  const entries = Object.entries(data);
  const rows = entries[0]?.[1].length ?? 0;
  refuseTooLarge(rows, entries.length, name);
  const columns = entries.map(([key, values], index) => {
    if (values.length !== rows) {
      throw new Problem(
        `it has ${values.length} entries, and “${entries[0]![0]}” has ${rows}`,
        'Give every column as many entries, null where one is missing.',
        `${name}, column “${key}”`,
      );
    }
    host.progress(index / entries.length);
    const builder = columnBuilder();
    for (const value of values) builder.add(entryText(value));
    return builder.finish(key);
  });
  return fileTable({ key: contentKey(bytes), name, source: { format: 'JSON' }, columns, rows });
}
