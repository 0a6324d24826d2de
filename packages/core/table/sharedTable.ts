import type { Column } from './column';
import type { Table } from './table';

type Numbers =
  Float64Array | Float32Array | Uint32Array | Int32Array | Uint16Array | Int16Array | Uint8Array | Int8Array;

/** Every array starts where any of them may. */
const ALIGNED = 8;
/** Columns are put into pieces of about so many bytes, so that what they were in before is let go on the way. */
const PIECE = 1 << 24;

/**
 * The same table with all numbers in memory that threads share, so that it is held once however many have it. Arrays that
 * are in such memory stay where they are; the table itself where all are.
 */
export function sharedTable(table: Table): Table {
  if (table.columns.every(column => arraysOf(column).every(isShared))) return table;
  const columns: Column[] = [];
  for (let from = 0; from < table.columns.length;) {
    let [to, bytes] = [from, 0];
    for (; to < table.columns.length && bytes < PIECE; to++) bytes += bytesFor(table.columns[to]!);
    const take = taker(bytes);
    for (; from < to; from++) columns.push(columnOn(table.columns[from]!, take));
  }
  return { ...table, columns };
}

const isShared = (array: Numbers): boolean => array.buffer instanceof SharedArrayBuffer;

function arraysOf(column: Column): Numbers[] {
  const arrays = [
    column.kind === 'number' ? column.values : column.codes,
    column.missing,
    column.exceptions?.rows ?? null,
  ];
  return arrays.filter(array => array !== null);
}

const bytesFor = (column: Column): number =>
  arraysOf(column).reduce((sum, array) => sum + (isShared(array) ? 0 : room(array)), 0);

const room = ({ byteLength }: Numbers): number => Math.ceil(byteLength / ALIGNED) * ALIGNED;

/** Copies arrays one after the other into shared memory of so many bytes. */
function taker(bytes: number): <A extends Numbers>(array: A) => A {
  const memory = new SharedArrayBuffer(bytes);
  let next = 0;
  return <A extends Numbers>(array: A): A => {
    if (isShared(array)) return array;
    const Kind = array.constructor as new (memory: SharedArrayBuffer, at: number, length: number) => A;
    const copy = new Kind(memory, next, array.length);
    copy.set(array);
    next += room(array);
    return copy;
  };
}

function columnOn(column: Column, take: <A extends Numbers>(array: A) => A): Column {
  const rest = {
    missing: column.missing && take(column.missing),
    exceptions: column.exceptions && { ...column.exceptions, rows: take(column.exceptions.rows) },
  };
  return column.kind === 'number'
    ? { ...column, ...rest, values: take(column.values) }
    : { ...column, ...rest, codes: take(column.codes) };
}
