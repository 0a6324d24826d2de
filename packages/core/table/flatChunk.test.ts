import fc from 'fast-check';
import { parquetMetadata, parquetSchema, type Encoding } from 'hyparquet';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { ByteWriter } from 'hyparquet-writer/src/bytewriter.js';
import { writePageHeader } from 'hyparquet-writer/src/datapage.js';
import { writePlain } from 'hyparquet-writer/src/plain.js';
import { entryText } from './entryText';
import { isFlatChunk, readFlatChunk } from './flatChunk';

interface Written {
  readonly data: readonly unknown[];
  readonly type?: string;
  readonly encoding?: Encoding;
  readonly nullable?: boolean;
}

/** The one column chunk of a file, as the package writes it. */
function chunkOf(column: Written) {
  const file = parquetWriteBuffer({ columnData: [{ name: 'x', ...column } as never], pageSize: 200 });
  const metadata = parquetMetadata(file);
  const chunk = metadata.row_groups[0]!.columns[0]!.meta_data!;
  const start = Number(chunk.dictionary_page_offset ?? chunk.data_page_offset);
  const bytes = new Uint8Array(file, start, Number(chunk.total_compressed_size));
  return { bytes, chunk, node: parquetSchema(metadata).children[0]!, rows: column.data.length };
}

function entriesOf({ bytes, chunk, node, rows }: ReturnType<typeof chunkOf>): unknown[] {
  const entries: unknown[] = [];
  readFlatChunk(bytes, chunk, node, rows, part => entries.push(...Array.from(part)));
  return entries;
}

const many = <T>(pick: (i: number) => T) => Array.from({ length: 300 }, (_, i) => pick((i * 7919) % 300));
const KINDS: Record<string, Written> = {
  bytes: { data: many(i => i % 256), type: 'INT32' },
  'whole numbers': { data: many(i => 1000 * (i % 40) - 7), type: 'INT32' },
  'long whole numbers': { data: many(i => BigInt(i % 30) * 10n ** 14n), type: 'INT64' },
  'whole numbers beyond what a number holds': {
    data: many(i => BigInt(i % 30) + 10n ** 18n),
    type: 'INT64',
  },
  floats: { data: many(i => Math.fround((i % 50) / 3)), type: 'FLOAT' },
  doubles: { data: many(i => [Math.PI * (i % 50), -0, NaN, Infinity, 3][i % 5]), type: 'DOUBLE' },
  texts: { data: many(i => `scherbe № ${i % 60}`), type: 'STRING' },
  moments: { data: many(i => new Date(Date.UTC(1900 + (i % 100), 3, 5))), type: 'TIMESTAMP' },
};

describe.each(Object.keys(KINDS))('%s', kind => {
  const column = KINDS[kind]!;

  test.each<Encoding>(['PLAIN', 'RLE_DICTIONARY'])('come back as they were written: %s', encoding => {
    const written = chunkOf({ ...column, encoding, nullable: false });
    expect(written.chunk.encodings).toContain(encoding);
    expect(isFlatChunk(written.chunk, written.node)).toBe(true);
    expect(entriesOf(written).map(entryText)).toEqual(column.data.map(entryText));
  });

  test.each<Encoding>(['PLAIN', 'RLE_DICTIONARY'])('with gaps: %s', encoding => {
    const data = column.data.map((value, i) => (i % 11 < 3 ? null : value));
    expect(entriesOf(chunkOf({ data, type: column.type!, encoding })).map(entryText)).toEqual(
      data.map(entryText),
    );
  });

  test('cut short anywhere it is refused', () => {
    const written = chunkOf(column);
    for (let size = 0; size < written.bytes.length; size += 13) {
      expect(() => entriesOf({ ...written, bytes: written.bytes.slice(0, size) })).toThrow();
    }
  });
});

test('entries that are all missing', () => {
  const written = chunkOf({ data: many(() => null), type: 'DOUBLE' });
  expect(entriesOf(written)).toEqual(many(() => null));
});

test('bytes come as bytes', () => {
  const { bytes, chunk, node, rows } = chunkOf({
    ...KINDS['bytes']!,
    encoding: 'RLE_DICTIONARY',
    nullable: true,
  });
  readFlatChunk(bytes, chunk, node, rows, entries => expect(entries).toBeInstanceOf(Uint8Array));
  expect.hasAssertions();
});

test.each<Written>([
  { data: many(i => i % 3 === 0), type: 'BOOLEAN' },
  { data: many(i => i), type: 'INT32', encoding: 'DELTA_BINARY_PACKED' },
  { data: many(i => `x${i}`), type: 'STRING', encoding: 'DELTA_BYTE_ARRAY' },
  { data: many(i => i / 3), type: 'DOUBLE', encoding: 'BYTE_STREAM_SPLIT' },
])('left to the package: $type $encoding', column => {
  const { chunk, node } = chunkOf(column);
  expect(isFlatChunk(chunk, node)).toBe(false);
});

describe('indexes of a page', () => {
  const whole = chunkOf({ data: [1, 2], type: 'INT32', nullable: false });
  const optional = chunkOf({ data: [1, null], type: 'INT32' });

  /** A dictionary of 3 times its index, and a page of the first version that points into it. */
  function chunk(size: number, page: readonly number[], rows: number, column = whole) {
    const writer = new ByteWriter();
    const values = new ByteWriter();
    writePlain(
      values,
      Int32Array.from({ length: size }, (_, i) => 3 * i),
      'INT32',
      undefined,
    );
    writePageHeader(writer, {
      type: 'DICTIONARY_PAGE',
      uncompressed_page_size: 4 * size,
      compressed_page_size: 4 * size,
      dictionary_page_header: { num_values: size, encoding: 'PLAIN' },
    });
    writer.appendBytes(values.getBytes());
    writePageHeader(writer, {
      type: 'DATA_PAGE',
      uncompressed_page_size: page.length,
      compressed_page_size: page.length,
      data_page_header: {
        num_values: rows,
        encoding: 'RLE_DICTIONARY',
        definition_level_encoding: 'RLE',
        repetition_level_encoding: 'RLE',
      },
    });
    writer.appendBytes(Uint8Array.from(page));
    const bytes = new Uint8Array(writer.getBytes());
    return { ...column, chunk: { ...column.chunk, codec: 'UNCOMPRESSED' as const }, bytes, rows };
  }

  /** Indexes written bit by bit, lowest first, as one packed run. */
  function packed(indexes: readonly number[], width: number): number[] {
    const groups = Math.ceil(indexes.length / 8);
    const bytes = new Array<number>(groups * width).fill(0);
    indexes.forEach((index, k) => {
      for (let bit = 0; bit < width; bit++) {
        const place = k * width + bit;
        if ((index & (1 << bit)) !== 0) bytes[place >> 3]! |= 1 << (place & 7);
      }
    });
    return [...varint((groups << 1) | 1), ...bytes];
  }

  function repeated(index: number, times: number, width: number): number[] {
    return [
      ...varint(times << 1),
      ...Array.from({ length: Math.ceil(width / 8) }, (_, k) => (index >> (8 * k)) & 255),
    ];
  }

  function varint(value: number): number[] {
    return value < 128 ? [value] : [(value & 127) | 128, ...varint(value >> 7)];
  }

  test('of any width, packed and repeated by turns, are looked up', () => {
    const run = fc.record({ repeats: fc.boolean(), groups: fc.integer({ min: 1, max: 40 }), seed: fc.nat() });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 24 }),
        fc.array(run, { minLength: 1, maxLength: 6 }),
        (width, runs) => {
          const size = Math.min(2 ** width, 5000);
          const page: number[] = [width];
          const truth: number[] = [];
          for (const { repeats, groups, seed } of runs) {
            const indexes = Array.from(
              { length: 8 * groups },
              (_, i) => (repeats ? seed : seed + i * 2731) % size,
            );
            page.push(...(repeats ? repeated(indexes[0]!, indexes.length, width) : packed(indexes, width)));
            truth.push(...indexes);
          }
          expect(entriesOf(chunk(size, page, truth.length))).toEqual(truth.map(index => 3 * index));
        },
      ),
    );
  });

  test('a last group that is not full', () => {
    expect(entriesOf(chunk(4, [2, ...packed([3, 1, 2], 2)], 3))).toEqual([9, 3, 6]);
  });

  test('of no bits all point to the first entry', () => {
    expect(entriesOf(chunk(1, [0], 4))).toEqual([0, 0, 0, 0]);
  });

  test('with levels before them', () => {
    const levels = packed([1, 0, 0, 1, 1], 1);
    const page = [levels.length, 0, 0, 0, ...levels, 2, ...packed([3, 1, 2], 2)];
    expect(entriesOf(chunk(4, page, 5, optional))).toEqual([9, null, null, 3, 6]);
  });

  test('outside the dictionary, or more than there are rows, are refused', () => {
    expect(() => entriesOf(chunk(3, [2, ...packed([0, 3], 2)], 2))).toThrow('outside its dictionary');
    expect(() => entriesOf(chunk(0, [1, ...packed([0, 0], 1)], 2))).toThrow('outside its dictionary');
    expect(() => entriesOf({ ...chunk(4, [2, ...packed([0, 3], 2)], 2), rows: 1 })).toThrow(
      'more entries than rows',
    );
    expect(() => entriesOf(chunk(4, [2, 3], 2))).toThrow('ends early');
    expect(() => entriesOf(chunk(4, [40, 3], 2))).toThrow('40 bits');
  });
});
