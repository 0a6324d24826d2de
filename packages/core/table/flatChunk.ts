import type { ColumnMetaData, Encoding, PageHeader, SchemaTree } from 'hyparquet';
import { compressors } from 'hyparquet-compressors';
import { parquetHeader } from 'hyparquet/src/column.js';
import { convert, DEFAULT_PARSERS } from 'hyparquet/src/convert.js';
import { decompressPage } from 'hyparquet/src/datapage.js';
import { readPlain } from 'hyparquet/src/plain.js';

// The package unpacks a page's bits into general arrays and copies them twice, which is most of the time that a wide
// table takes. Pages that hold one entry per row are unpacked here; heads, codecs and types remain the package's.

type ColumnDecoder = Parameters<typeof convert>[1];
/** Entries of a page: the package's own values, or bytes where all are whole numbers from 0 to 255. */
type Entries = ArrayLike<unknown>;
type Indexes = Uint8Array | Uint32Array;

const PLAIN_ENCODINGS = new Set(['PLAIN', 'PLAIN_DICTIONARY', 'RLE_DICTIONARY', 'RLE', 'BIT_PACKED']);
/** An index and the byte that is read last fit into 32 bits. */
const WIDEST_INDEX = 24;

/** Whether a column chunk is one that {@link readFlatChunk} reads: an entry per row, plain or from a dictionary. */
export function isFlatChunk(chunk: ColumnMetaData, { element, children }: SchemaTree): boolean {
  return (
    children.length === 0 &&
    element.repetition_type !== 'REPEATED' &&
    chunk.type !== 'BOOLEAN' &&
    chunk.encodings.every(encoding => PLAIN_ENCODINGS.has(encoding))
  );
}

/**
 * Gives the entries of a flat column chunk page by page; null where one is missing (Apache Parquet format 2.11).
 *
 * @param bytes the chunk, from its first page to its last
 * @param rows of the chunk's group
 * @throws Error when the chunk is cut short or points outside its dictionary
 */
export function readFlatChunk(
  bytes: Uint8Array,
  chunk: ColumnMetaData,
  node: SchemaTree,
  rows: number,
  take: (entries: Entries) => void,
): void {
  const { element, path: pathInSchema } = node;
  const { type, codec } = chunk;
  const decoder: ColumnDecoder = {
    pathInSchema,
    type,
    element,
    schemaPath: [node],
    codec,
    parsers: DEFAULT_PARSERS,
    compressors,
  };
  const reader = { view: viewOf(bytes), offset: 0 };
  let dictionary: Entries = [];
  for (let read = 0; read < rows;) {
    const header = parquetHeader(reader);
    const packed = bytes.subarray(reader.offset, reader.offset + header.compressed_page_size);
    if (packed.length !== header.compressed_page_size) throw new Error('a page ends early');
    reader.offset += packed.length;
    if (header.dictionary_page_header !== undefined) {
      const page = decompressPage(packed, header.uncompressed_page_size, codec, compressors);
      dictionary = narrowed(plainEntries(page, header.dictionary_page_header.num_values, decoder));
      continue;
    }
    const page = openPage(packed, header, decoder);
    const entries =
      page.encoding === 'PLAIN'
        ? plainEntries(page.bytes, page.present, decoder)
        : lookedUp(page.bytes, page.present, dictionary);
    take(page.levels === null ? entries : spread(entries, page.levels));
    read += page.entries;
    if (read > rows) throw new Error('there are more entries than rows');
  }
}

interface DataPage {
  /** The values that are there, packed. */
  readonly bytes: Uint8Array;
  readonly encoding: Encoding;
  /** Per entry 1 where it is there; null when all are. */
  readonly levels: Indexes | null;
  readonly entries: number;
  readonly present: number;
}

/** In its first version a page is packed with its levels, in its second they lie before it. */
function openPage(packed: Uint8Array, header: PageHeader, { element, codec }: ColumnDecoder): DataPage {
  const { data_page_header: first, data_page_header_v2: second } = header;
  const head = first ?? second;
  if (head === undefined) throw new Error(`a page of kind ${header.type} where one of data is due`);
  const { num_values: entries, encoding } = head;
  if (encoding !== 'PLAIN' && !encoding.endsWith('_DICTIONARY'))
    throw new Error(`a page coded as ${encoding}`);
  const optional = element.repetition_type !== 'REQUIRED';
  let size = header.uncompressed_page_size;
  let bytes: Uint8Array;
  let levelBytes: Uint8Array;
  if (second === undefined) {
    const page = decompressPage(packed, size, codec, compressors);
    const length = optional ? viewOf(page).getUint32(0, true) : 0;
    const start = optional ? 4 : 0;
    levelBytes = page.subarray(start, start + length);
    bytes = page.subarray(start + length);
  } else {
    const before = second.repetition_levels_byte_length;
    const start = before + second.definition_levels_byte_length;
    levelBytes = packed.subarray(before, start);
    bytes = packed.subarray(start);
    size -= start;
    if (second.is_compressed !== false) bytes = decompressPage(bytes, size, codec, compressors);
  }
  const all = optional ? unpacked(levelBytes, 1, entries) : null;
  const levels = all?.includes(0) ? all : null;
  const present = levels === null ? entries : sumOf(levels);
  return {
    bytes,
    encoding,
    levels,
    entries,
    present,
  };
}

function plainEntries(page: Uint8Array, count: number, decoder: ColumnDecoder): Entries {
  const reader = { view: viewOf(page), offset: 0 };
  const values = convert(readPlain(reader, decoder.type, count, decoder.element.type_length), decoder);
  if (!(values instanceof BigInt64Array || values instanceof BigUint64Array)) return values;
  const numbers = Float64Array.from(values, Number);
  return numbers.every(Number.isSafeInteger) ? numbers : values;
}

/** Numbers that a dictionary's indexes stand for, as narrow as need be, so that looking up is quick. */
function narrowed(values: Entries): Entries {
  if (Array.isArray(values) || values instanceof BigInt64Array || values instanceof BigUint64Array)
    return values;
  const numbers = Float64Array.from(values as ArrayLike<number>);
  const bytes = Uint8Array.from(numbers);
  return numbers.every((value, index) => Object.is(value, bytes[index])) ? bytes : numbers;
}

function lookedUp(page: Uint8Array, count: number, dictionary: Entries): Entries {
  const width = page[0] ?? 0;
  const indexes = unpacked(page.subarray(1), width, count);
  // A full dictionary has a place for whatever index can be written.
  if (dictionary.length < 2 ** width && largest(indexes) >= dictionary.length) {
    throw new Error('an entry points outside its dictionary');
  }
  if (indexes instanceof Uint8Array && dictionary instanceof Uint8Array)
    return exchanged(indexes, dictionary);
  return Array.from(indexes, index => dictionary[index]);
}

/** By itself: compiled for bytes alone it runs several times as fast. */
function exchanged(indexes: Uint8Array, dictionary: Uint8Array): Uint8Array {
  for (let i = 0; i < indexes.length; i++) indexes[i] = dictionary[indexes[i]!]!;
  return indexes;
}

function largest(indexes: Indexes): number {
  let most = -1;
  for (let i = 0; i < indexes.length; i++) most = Math.max(most, indexes[i]!);
  return most;
}

/** Puts entries where their levels say that there is one. */
function spread(entries: Entries, levels: Indexes): unknown[] {
  let next = 0;
  return Array.from(levels, level => (level === 1 ? entries[next++] : null));
}

/** Whole numbers of so many bits each, in runs that repeat one of them or hold eight and more packed together. */
function unpacked(bytes: Uint8Array, width: number, count: number): Indexes {
  if (width > WIDEST_INDEX) throw new Error(`indexes of ${width} bits`);
  const out = width <= 8 ? new Uint8Array(count) : new Uint32Array(count);
  let at = 0;
  for (let filled = 0; width > 0 && filled < count;) {
    let header = 0;
    for (let shift = 0, more = true; more; shift += 7) {
      const byte = bytes[at++] ?? 0;
      header |= (byte & 0x7f) << shift;
      more = byte >= 0x80;
    }
    const run = header >>> 1;
    const packed = (header & 1) === 1;
    const end = Math.min(count, filled + (packed ? 8 * run : run));
    const needed = packed ? Math.ceil(((end - filled) * width) / 8) : (width + 7) >> 3;
    if (at + needed > bytes.length) throw new Error('a run ends early');
    if (packed) unpackRun(bytes, at, width, out, filled, end);
    else out.fill(littleEndian(bytes, at, needed), filled, end);
    at += packed ? run * width : needed;
    filled = end;
  }
  return out;
}

function unpackRun(
  bytes: Uint8Array,
  start: number,
  width: number,
  out: Indexes,
  from: number,
  to: number,
): void {
  if (width === 8) return out.set(bytes.subarray(start, start + to - from), from);
  const mask = (1 << width) - 1;
  let at = start;
  let held = 0;
  let bits = 0;
  for (let i = from; i < to; i++) {
    for (; bits < width; bits += 8) held |= bytes[at++]! << bits;
    out[i] = held & mask;
    held >>>= width;
    bits -= width;
  }
}

function littleEndian(bytes: Uint8Array, at: number, size: number): number {
  let value = 0;
  for (let k = size - 1; k >= 0; k--) value = (value << 8) | bytes[at + k]!;
  return value;
}

function sumOf(numbers: Indexes): number {
  let sum = 0;
  for (let i = 0; i < numbers.length; i++) sum += numbers[i]!;
  return sum;
}

function viewOf(bytes: Uint8Array): DataView<ArrayBuffer> {
  return new DataView(bytes.buffer as ArrayBuffer, bytes.byteOffset, bytes.byteLength);
}
