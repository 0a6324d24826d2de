import { brotliCompressSync } from 'node:zlib';
import fc from 'fast-check';
import { gzipSync } from 'fflate';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { textAt, type NumberColumn } from './column';
import { bytesSource } from './fileSource';
import { readTable as readSource } from './readTable';
import type { Table } from './table';

const readTable = (content: Uint8Array<ArrayBuffer>, name: string) => readSource(bytesSource(content), name);
const bytes = (text: string) => new TextEncoder().encode(text);
const entries = (table: Table) =>
  table.columns.map(column => Array.from({ length: table.rows }, (_, row) => textAt(column, row)));
const names = (table: Table) => table.columns.map(({ name }) => name);
const parquet = (data: { name: string; data: unknown[]; type?: string }[], codec = 'SNAPPY') =>
  new Uint8Array(
    parquetWriteBuffer({
      columnData: data as never,
      codec: codec as never,
      compressors: {
        GZIP: page => gzipSync(page),
        BROTLI: page => new Uint8Array(brotliCompressSync(page)),
        ZSTD: zstdFrame,
        LZ4_RAW: lz4Block,
      },
    }),
  );

/** Less than 256 bytes as a Zstandard frame of one raw block (RFC 8878, 3.1.1). */
function zstdFrame(page: Uint8Array): Uint8Array {
  const blockHeader = 1 | (page.length << 3);
  const header = [0x28, 0xb5, 0x2f, 0xfd, 0x20, page.length];
  return Uint8Array.from([...header, blockHeader & 0xff, blockHeader >> 8, 0, ...page]);
}

/** Less than 270 bytes as an LZ4 block of literals alone. */
function lz4Block(page: Uint8Array): Uint8Array {
  const length = page.length < 15 ? [page.length << 4] : [0xf0, page.length - 15];
  return Uint8Array.from([...length, ...page]);
}

describe('JSON', () => {
  test('an array of records, whose keys may differ', async () => {
    const table = await readTable(
      bytes('[{"kiln":"a","x":1.5},{"x":2,"y":true},{"kiln":null,"x":"3"}]'),
      'pots.json',
    );
    expect([table.name, table.source.format, names(table)]).toEqual(['pots', 'JSON', ['kiln', 'x', 'y']]);
    expect(entries(table)).toEqual([
      ['a', '', ''],
      ['1.5', '2', '3'],
      ['', 'true', ''],
    ]);
  });

  test('an object of columns', async () => {
    const table = await readTable(bytes(' {"kiln":["a","b"],"x":[1,null]}\n'), 'pots.txt');
    expect(entries(table)).toEqual([
      ['a', 'b'],
      ['1', ''],
    ]);
  });

  test.each([
    ['cut short', '[{"a":1},{"a":]', /not whole JSON/],
    ['numbers only', '[1,2,3]', /neither an array of records nor an object of columns/],
    ['columns of unlike length', '{"a":[1,2],"b":[1]}', /“b”: it has 1 entries, and “a” has 2/],
    ['nothing in it', '[]', /no rows/],
    ['columns that are no lists', '{"a":1}', /neither/],
  ])('%s is refused with what and where', async (_, text, message) => {
    await expect(readTable(bytes(text), 'odd.json')).rejects.toThrow(message);
    await expect(readTable(bytes(text), 'odd.json')).rejects.toThrow(/odd\.json/);
  });

  test('reading back what was written gives the same entries', async () => {
    const value = fc.oneof(
      fc.double({ noNaN: true, noDefaultInfinity: true }),
      fc.integer(),
      fc.constant(null),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(value, { minLength: 1, maxLength: 20 }), async values => {
        const table = await readTable(
          bytes(JSON.stringify({ k: values.map((_, i) => `r${i}`), x: values })),
          'x.json',
        );
        expect(entries(table)[1]).toEqual(values.map(v => (v === null ? '' : String(v))));
      }),
    );
  });
});

describe('Parquet', () => {
  const columns = [
    { name: 'kiln', data: ['Fennick', 'Marram', null], type: 'STRING' },
    { name: 'CaO', data: [1.5, null, 12.25], type: 'DOUBLE' },
    { name: 'n', data: [3, 250, 7], type: 'INT32' },
    { name: 'fine', data: [true, false, true], type: 'BOOLEAN' },
  ];

  test.each(['BigInts', 'with gaps', 'beyond doubles', 'in many pages'])(
    'long whole numbers: %s',
    async kind => {
      const truth = Array.from({ length: 600 }, (_, i) => {
        if (kind === 'with gaps' && i % 7 === 0) return null;
        return kind === 'beyond doubles' ? 2n ** 60n + BigInt(i) : BigInt((i * 7919) % 601);
      });
      const content = parquetWriteBuffer({
        columnData: [{ name: 'sherds', data: truth, type: 'INT64' }],
        rowGroupSize: 250,
        ...(kind === 'in many pages' ? { pageSize: 100 } : {}),
      });
      const table = await readTable(new Uint8Array(content), 'counts.parquet');
      expect(entries(table)[0]!.slice(0, 20)).toEqual(truth.slice(0, 20).map(value => String(value ?? '')));
      expect(entries(table)[0]).toHaveLength(600);
    },
  );

  test.each(['UNCOMPRESSED', 'SNAPPY', 'GZIP', 'BROTLI', 'ZSTD', 'LZ4_RAW'])(
    'columns of every kind, %s',
    async codec => {
      const table = await readTable(parquet(columns, codec), 'pots.parquet');
      expect([table.name, table.source.format, names(table)]).toEqual([
        'pots',
        'Parquet',
        ['kiln', 'CaO', 'n', 'fine'],
      ]);
      expect(entries(table)).toEqual([
        ['Fennick', 'Marram', ''],
        ['1.5', '', '12.25'],
        ['3', '250', '7'],
        ['true', 'false', 'true'],
      ]);
      expect((table.columns[2] as NumberColumn).values).toBeInstanceOf(Uint8Array);
    },
  );

  test('is known by its mark, whatever it is called', async () => {
    expect((await readTable(parquet(columns), 'pots.csv')).source.format).toBe('Parquet');
  });

  test('a file cut short or damaged is refused, with what and where', async () => {
    const whole = parquet(columns);
    const damaged = whole.slice();
    damaged.fill(0xff, 8, 60);
    for (const broken of [whole.slice(0, 40), whole.slice(0, whole.length - 5), damaged]) {
      await expect(readTable(broken, 'broken.parquet')).rejects.toThrow(
        /broken\.parquet: this Parquet file cannot be read/,
      );
    }
  });
});

test('anything else is delimited text', async () => {
  expect((await readTable(bytes('a,b\n1,2\n'), 'x.parquet')).source).toMatchObject({
    format: 'delimited text',
    delimiter: ',',
  });
});
