import type { Column } from '@wold/core/table/column';

const ARRAYS = {
  Uint8Array,
  Int8Array,
  Uint16Array,
  Int16Array,
  Uint32Array,
  Int32Array,
  Float32Array,
  Float64Array,
};
type NumberArray = InstanceType<(typeof ARRAYS)[keyof typeof ARRAYS]>;

/** Where an array lies in the packed bytes. */
interface Place {
  readonly array: keyof typeof ARRAYS;
  readonly from: number;
  readonly to: number;
}

/** The same data with its arrays of numbers kept elsewhere. */
type Packed<T> = T extends ArrayBufferView
  ? Place
  : T extends readonly string[]
    ? T
    : T extends object
      ? { readonly [K in keyof T]: Packed<T[K]> }
      : T;

/** Columns whose numbers stand in one piece of bytes: a browser keeps that in a fraction of the time. */
export interface PackedColumns {
  readonly columns: readonly Packed<Column>[];
  readonly bytes: Blob;
}

export function packColumns(columns: readonly Column[]): PackedColumns {
  const parts: NumberArray[] = [];
  let size = 0;
  const packed = columns.map(column =>
    exchanged(column, isArray, (array): Place => {
      // A browser takes no memory that threads share.
      parts.push(array.buffer instanceof SharedArrayBuffer ? array.slice() : array);
      const from = size;
      size += array.byteLength;
      return { array: array.constructor.name as Place['array'], from, to: size };
    }),
  );
  return { columns: packed as Packed<Column>[], bytes: new Blob(parts as BlobPart[]) };
}

export async function unpackColumns({ columns, bytes }: PackedColumns): Promise<Column[]> {
  const buffer = await bytes.arrayBuffer();
  return columns.map(
    column =>
      exchanged(
        column,
        isPlace,
        ({ array, from, to }) => new ARRAYS[array](buffer.slice(from, to)),
      ) as Column,
  );
}

const isArray = (value: object): value is NumberArray => ArrayBuffer.isView(value);
const isPlace = (value: object): value is Place => 'array' in value;

/** Plain data with some of its parts exchanged. */
function exchanged<T extends object>(
  data: unknown,
  is: (value: object) => value is T,
  by: (part: T) => unknown,
) {
  const walk = (value: unknown): unknown => {
    if (value === null || typeof value !== 'object') return value;
    if (is(value)) return by(value);
    if (Array.isArray(value)) return value;
    return Object.fromEntries(Object.entries(value).map(([name, part]) => [name, walk(part)]));
  };
  return walk(data);
}
