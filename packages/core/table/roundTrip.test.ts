import { Float64, Table as ArrowTable, tableToIPC, vectorFromArray } from 'apache-arrow';
import fc from 'fast-check';
import { parquetWriteBuffer } from 'hyparquet-writer';
import Papa from 'papaparse';
import writeWorkbook from 'write-excel-file/node';
import { textAt, type Column, type NumberValues } from './column';
import { contentKey, contentKeyAtOnce, contentKeyStream } from './contentKey';
import { bytesSource, type FileSource } from './fileSource';
import { readDelimited, streamDelimited } from './readDelimited';
import { readTable } from './readTable';
import type { Table } from './table';

type Cells = readonly { readonly word: string | null; readonly number: number | null }[];

const encode = (text: string) => new TextEncoder().encode(text);
const entriesOf = (table: Table) =>
  table.columns.map(column => Array.from({ length: table.rows }, (_, row) => textAt(column, row)));
const expected = (cells: Cells) => [
  cells.map((_, row) => `row ${row}`),
  cells.map(({ word }) => word ?? ''),
  cells.map(({ number }) => (number === null ? '' : String(number))),
];

/** Tables of names, words and numbers, some of them missing; every format can hold them. */
const cells: fc.Arbitrary<Cells> = fc.array(
  fc.record({
    word: fc.option(
      fc
        .string({
          unit: fc.constantFrom('ä', 'ß', '字', 'x', 'Y', '-', ',', ';', '"', "'", ' '),
          maxLength: 8,
        })
        .map(text => `w${text}w`),
    ),
    number: fc.option(
      fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e9, max: 1e9 }).map(x => x || 0),
    ),
  }),
  { minLength: 2, maxLength: 25 },
);

const records = (rows: Cells) => rows.map(({ word, number }, row) => ({ name: `row ${row}`, word, number }));

const FORMATS: Readonly<
  Record<string, (rows: Cells) => Uint8Array<ArrayBuffer> | Promise<Uint8Array<ArrayBuffer>>>
> = {
  CSV: rows => encode(Papa.unparse(records(rows))),
  'CSV with semicolons and decimal commas': rows =>
    encode(
      Papa.unparse(
        records(rows).map(row => ({
          ...row,
          number: row.number === null ? null : String(row.number).replace('.', ','),
        })),
        { delimiter: ';' },
      ),
    ),
  'JSON records': rows => encode(JSON.stringify(records(rows))),
  'JSON columns': rows =>
    encode(
      JSON.stringify({
        name: rows.map((_, row) => `row ${row}`),
        word: rows.map(({ word }) => word),
        number: rows.map(({ number }) => number),
      }),
    ),
  Parquet: rows =>
    new Uint8Array(
      parquetWriteBuffer({
        columnData: [
          { name: 'name', data: rows.map((_, row) => `row ${row}`), type: 'STRING' },
          { name: 'word', data: rows.map(({ word }) => word), type: 'STRING' },
          { name: 'number', data: rows.map(({ number }) => number), type: 'DOUBLE' },
        ],
      }),
    ),
  Arrow: rows =>
    tableToIPC(
      new ArrowTable({
        name: vectorFromArray(rows.map((_, row) => `row ${row}`)),
        word: vectorFromArray(rows.map(({ word }) => word ?? '')),
        number: vectorFromArray(
          rows.map(({ number }) => number),
          new Float64(),
        ),
      }),
      'file',
    ).slice(),
  workbook: async rows => {
    const cell = (value: string | number | null) => (value === null ? null : { value });
    const sheet = [
      ['name', 'word', 'number'].map(cell),
      ...rows.map(({ word, number }, row) => [cell(`row ${row}`), cell(word), cell(number)]),
    ];
    const buffer = await (
      writeWorkbook as unknown as (data: unknown) => { toBuffer: () => Promise<Uint8Array> }
    )(sheet).toBuffer();
    return new Uint8Array(buffer);
  },
};

describe.each(Object.entries(FORMATS))('%s', (_, write) => {
  test('reading back what was written gives the same entries', async () => {
    await fc.assert(
      fc.asyncProperty(
        cells.filter(
          rows => rows.some(({ number }) => number !== null) && rows.some(({ word }) => word !== null),
        ),
        async rows => {
          const table = await readTable(bytesSource(await write(rows)), 'made');
          const [names, words, numbers] = entriesOf(table);
          const [wantedNames, wantedWords, wantedNumbers] = expected(rows);
          expect(names).toEqual(wantedNames);
          // Blanks around a word are no part of it.
          expect(words!.map(word => word.trim())).toEqual(wantedWords!.map(word => word.trim()));
          expect(numbers!.map(Number)).toEqual(wantedNumbers!.map(Number));
        },
      ),
      { numRuns: 25 },
    );
  });
});

/** Whether two columns hold the same, entry for entry; quicker than a deep comparison. */
function sameEntries(a: Column, b: Column): boolean {
  const [x, y] = [a, b].map(column => (column.kind === 'number' ? column.values : column.codes)) as [
    NumberValues,
    NumberValues,
  ];
  return x.length === y.length && x.every((value, row) => value === y[row]);
}

describe('a file that streams by', () => {
  /** Gives out a file part by part. */
  const slow = (bytes: Uint8Array<ArrayBuffer>): FileSource => ({
    size: bytes.length,
    read: async (from, to) => Promise.resolve(bytes.slice(from, to)),
  });

  test('is the same table as one at hand, letters across the borders of parts included', async () => {
    const line = 'Krüge 字,1.25,"zwei\nZeilen, „so“"\n';
    const bytes = encode(`name,x,text\n${line.repeat(150_000)}`);
    expect(bytes.length).toBeGreaterThan(4 << 20);
    const streamed = await streamDelimited(slow(bytes), 'made.csv');
    const whole = readDelimited(bytes, 'made.csv');
    expect([streamed.key, streamed.source, streamed.notes]).toEqual([whole.key, whole.source, whole.notes]);
    streamed.columns.forEach((column, j) => expect(sameEntries(column, whole.columns[j]!)).toBe(true));
    expect(streamed.rows).toBe(150_000);
    expect(textAt(streamed.columns[2]!, 149_999)).toBe('zwei\nZeilen, „so“');
  });

  test('bytes that are not UTF-8 far down in it are found out', async () => {
    const text = `name,x\n${'abcdefghijklmnop,1\n'.repeat(240_000)}`;
    const latin = Uint8Array.from([...encode(text), 0xe4, 0x2c, 0x32, 0x0a]);
    const table = await streamDelimited(slow(latin), 'made.csv');
    expect(table.source).toMatchObject({ encoding: 'Windows-1252' });
    expect(textAt(table.columns[0]!, table.rows - 1)).toBe('ä');
  });

  test('has the same key as its bytes, however it comes', async () => {
    const bytes = Uint8Array.from({ length: 5_000_000 }, (_, i) => (i * 7919) & 0xff);
    const parts = contentKeyStream();
    for (let from = 0; from < bytes.length; from += 1_234_567) {
      await parts.add(bytes.slice(from, from + 1_234_567));
    }
    expect(await parts.finish()).toBe(contentKey(bytes));
    expect(await contentKeyAtOnce(bytes)).toBe(contentKey(bytes));
    expect(await contentKeyAtOnce(new Uint8Array(0))).toBe(contentKey(new Uint8Array(0)));
    const empty = contentKeyStream();
    expect(await empty.finish()).toBe(contentKey(new Uint8Array(0)));
  });
});
