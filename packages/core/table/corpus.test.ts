import { tableFromArrays, tableToIPC } from 'apache-arrow';
import { zipSync } from 'fflate';
import { parquetWriteBuffer } from 'hyparquet-writer';
import writeWorkbook from 'write-excel-file/node';
import { textAt } from './column';
import { bytesSource } from './fileSource';
import { readTable } from './readTable';
import type { Table } from './table';

// Bad and odd files, each with what becomes of it: what is read, or the message it gets.

type Bytes = Uint8Array<ArrayBuffer>;
const utf8 = (text: string): Bytes => new TextEncoder().encode(text);
const latin = (text: string): Bytes => Uint8Array.from(text, letter => letter.charCodeAt(0));
const utf16 = (text: string, big: boolean, mark: boolean): Bytes => {
  const bytes: number[] = [];
  for (const letter of `${mark ? '\ufeff' : ''}${text}`) {
    const code = letter.charCodeAt(0);
    bytes.push(...(big ? [code >> 8, code & 255] : [code & 255, code >> 8]));
  }
  return Uint8Array.from(bytes);
};
const joined = (...parts: readonly Bytes[]): Bytes => Uint8Array.from(parts.flatMap(part => [...part]));
const parquet = () =>
  new Uint8Array(
    parquetWriteBuffer({ columnData: [{ name: 'x', data: [1, 2, 3], type: 'INT32' as const }] }),
  );
const arrow = () => tableToIPC(tableFromArrays({ x: [1.5, 2.5], kiln: ['a', 'b'] }), 'file').slice();
const stream = () => tableToIPC(tableFromArrays({ x: [1.5, 2.5], kiln: ['a', 'b'] }), 'stream').slice();
const workbook = async (
  ...sheets: { name: string; cells: (string | number | null)[][] }[]
): Promise<Bytes> => {
  const data = sheets.map(({ name, cells }) => ({
    sheet: name,
    data: cells.map(row => row.map(value => (value === null ? null : { value }))),
  }));
  const write = writeWorkbook as unknown as (data: unknown) => { toBuffer: () => Promise<Uint8Array> };
  return new Uint8Array(await write(data).toBuffer());
};

/** An archive of one entry that says it unpacks to so many bytes. */
function declaring(zip: Bytes, size: number): Bytes {
  const view = new DataView(zip.buffer);
  for (let at = 0; at + 4 <= zip.length; at++) {
    if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, size, true);
  }
  return zip;
}

interface Read {
  readonly rows?: number;
  readonly columns?: readonly string[];
  readonly first?: readonly string[];
  readonly note?: RegExp;
  readonly source?: Partial<Record<string, unknown>>;
}

const wide = 100_000;
const wideText = `${Array.from({ length: wide }, (_, j) => `c${j}`).join(',')}\n${'1,'.repeat(wide - 1)}2\n${'3,'.repeat(wide - 1)}4\n`;
const huge = 'x'.repeat(3_000_000);

const READ: readonly (readonly [string, () => Bytes | Promise<Bytes>, Read])[] = [
  ['plain UTF-8', () => utf8('a,b\n1,x\n'), { rows: 1, columns: ['a', 'b'] }],
  ['UTF-8 with a byte-order mark', () => utf8('\ufeffa,b\n1,x\n'), { columns: ['a', 'b'] }],
  ['UTF-16 little-endian', () => utf16('a,ä\n1,x\n', false, true), { source: { encoding: 'UTF-16 LE' } }],
  ['UTF-16 big-endian', () => utf16('a,ä\n1,x\n', true, true), { source: { encoding: 'UTF-16 BE' } }],
  ['UTF-16 without a mark', () => utf16('aa,bb\n11,xx\n22,yy\n', false, false), { rows: 2 }],
  ['Windows-1252', () => latin('Höhe,b\n1,x\n'), { columns: ['Höhe', 'b'], note: /not UTF-8/ }],
  ['semicolons and decimal commas', () => utf8('a;b\n1,5;2,5\n3,5;4\n'), { first: ['1.5', '2.5'] }],
  ['tabs', () => utf8('a\tb\n1\t2\n'), { columns: ['a', 'b'] }],
  ['bars', () => utf8('a|b\n1|2\n'), { source: { delimiter: '|' } }],
  ['commas within quotation marks', () => utf8('a,b\n"1, 2",3\n'), { first: ['1, 2', '3'] }],
  ['single quotation marks', () => utf8("a;b\n'x;y';1\n'z;w';2\n"), { first: ['x;y', '1'] }],
  ['thousands by commas', () => utf8('a;b\n"1,234,567.5";1\n"2,000.25";2\n'), { first: ['1234567.5', '1'] }],
  ['thousands by apostrophes', () => utf8("a;b\n1'234.5;1\n2'000.5;2\n"), { source: { thousands: "'" } }],
  ['thousands by blanks', () => utf8('a;b\n1 234,5;1\n2 000,5;2\n'), { first: ['1234.5', '1'] }],
  ['lines ended the old way', () => utf8('a,b\r1,2\r3,4\r'), { rows: 2 }],
  ['lines ended in two ways', () => utf8('a,b\r\n1,2\n3,4\r\n5,6'), { rows: 3, first: ['1', '2'] }],
  ['no line end at the end', () => utf8('a,b\n1,2'), { rows: 1 }],
  ['blank lines between rows', () => utf8('a,b\n\n1,2\n\n\n3,4\n\n'), { rows: 2 }],
  ['rows of nothing but delimiters', () => utf8('a,b\n1,2\n,\n3,4\n'), { rows: 2, note: /no entry at all/ }],
  ['a short row', () => utf8('a,b,c\n1,2\n3,4,5\n'), { first: ['1', '2', ''], note: /Row 1 has fewer/ }],
  [
    'a long row',
    () => utf8('a,b\n1,2\n3,4,5\n'),
    { columns: ['a', 'b', 'column 3'], note: /Row 2 has more/ },
  ],
  ['a delimiter at the end of each line', () => utf8('a,b,\n1,2,\n3,4,\n'), { columns: ['a', 'b'] }],
  ['a name twice', () => utf8('a,a\n1,2\n'), { columns: ['a', 'a (2)'], note: /more than once/ }],
  ['a name left out', () => utf8('a,,c\n1,2,3\n'), { columns: ['a', 'column 2', 'c'], note: /has no name/ }],
  ['no header', () => utf8('1,2\n3,4\n'), { rows: 2, columns: ['column 1', 'column 2'] }],
  ['one column', () => utf8('a\n1\n2\n'), { columns: ['a'], rows: 2 }],
  ['a column of nothing', () => utf8('a,b\n1,\n2,\n'), { note: /Every entry is missing/ }],
  [
    'entries that are no numbers',
    () => utf8('a\n1\n2\n3\n4\nn.d.\n'),
    { note: /1 of 5 entries are not numbers/ },
  ],
  ['codes with leading zeros', () => utf8('a,b\n007,1\n012,2\n'), { first: ['007', '1'] }],
  [
    'numbers too long to be held',
    () => utf8('a,b\n12345678901234567890,1\n'),
    { first: ['12345678901234567890', '1'] },
  ],
  ['dates', () => utf8('day,x\n31.12.2023,1\n01.01.2024,2\n'), { first: ['31.12.2023', '1'] }],
  ['letters of many scripts', () => utf8('名前,🏺\nпечь,1\nالفرن,2\n'), { columns: ['名前', '🏺'] }],
  ['a field over lines', () => utf8('a,b\n"x\ny",1\n'), { first: ['x\ny', '1'] }],
  ['doubled quotation marks', () => utf8('a,b\n"say ""no""",1\n'), { first: ['say "no"', '1'] }],
  ['a huge field', () => utf8(`a,b\n${huge},1\n`), { first: [huge, '1'] }],
  ['100,000 columns', () => utf8(wideText), { rows: 2 }],
  ['long names', () => utf8(`${'n'.repeat(5000)},b\n1,2\n`), { columns: ['n'.repeat(5000), 'b'] }],
  ['JSON in a CSV’s clothes', () => utf8('[{"a":1},{"a":2}]'), { source: { format: 'JSON' }, rows: 2 }],
  ['Parquet in a CSV’s clothes', parquet, { source: { format: 'Parquet' }, rows: 3 }],
  ['an Arrow file', arrow, { source: { format: 'Arrow' }, first: ['1.5', 'a'] }],
  ['an Arrow stream', stream, { source: { format: 'Arrow' }, rows: 2 }],
  [
    'a workbook, whose first sheet is empty',
    () =>
      workbook(
        { name: 'notes', cells: [[null]] },
        {
          name: 'data',
          cells: [
            ['a', 'b'],
            [1, 'x'],
            [2.5, null],
          ],
        },
      ),
    { source: { format: 'workbook', sheet: 'data', sheets: ['notes', 'data'] }, first: ['1', 'x'], rows: 2 },
  ],
  [
    'a workbook with a ragged sheet',
    () => workbook({ name: 's', cells: [['a', 'b', 'c'], [1], [1, 2, 3]] }),
    { first: ['1', '', ''] },
  ],
];

const REFUSED: readonly (readonly [string, () => Bytes | Promise<Bytes>, RegExp])[] = [
  ['nothing', () => new Uint8Array(0), /empty/],
  ['blanks', () => utf8(' \n \n'), /only blanks/],
  ['a header alone', () => utf8('a,b\n'), /header and no rows/],
  [
    'an open quotation mark',
    () => utf8('a,b\n1,"x\n2,y\n'),
    /line 2: a quotation mark is opened and never closed.*Close/,
  ],
  ['NUL bytes', () => joined(utf8('a,b\n1,'), Uint8Array.of(0, 0), utf8('\n')), /line 2.*not text/],
  ['bytes of no kind', () => Uint8Array.from({ length: 4000 }, (_, i) => (i * 73) % 31), /not text/],
  ['a PNG', () => Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 1, 2, 3, 4), /PNG/],
  ['a JPEG', () => Uint8Array.of(0xff, 0xd8, 0xff, 0xe0, 1, 2, 3, 4), /JPEG/],
  ['a PDF', () => utf8('%PDF-1.7 …'), /PDF/],
  ['gzip', () => Uint8Array.of(0x1f, 0x8b, 8, 0, 0, 0), /gzip/],
  ['an old office document', () => Uint8Array.of(0xd0, 0xcf, 0x11, 0xe0, 1, 2), /old office document/],
  ['truncated Parquet', () => parquet().slice(0, -20), /cannot be read.*cut short/],
  ['Parquet’s mark and nothing', () => utf8('PAR1'), /Parquet file cannot be read/],
  ['truncated Arrow', () => arrow().slice(0, 200), /Arrow file cannot be read|no rows/],
  ['JSON cut short', () => utf8('[{"a":1},{"a":]'), /not whole JSON/],
  ['JSON of another shape', () => utf8('[1,2,3]'), /neither an array of records/],
  [
    'a ZIP of something else',
    () => zipSync({ 'readme.xml': utf8('hello') }).slice(),
    /ZIP archive, not a workbook/,
  ],
  [
    'a truncated workbook',
    async () => (await workbook({ name: 's', cells: [['a'], [1]] })).slice(0, 300),
    /cut short|damaged/,
  ],
  ['a workbook without entries', () => workbook({ name: 's', cells: [[null]] }), /none of its sheets/],
  [
    'a workbook that unpacks beyond all bounds',
    () => declaring(zipSync({ 'xl/workbook.xml': utf8('<workbook/>') }).slice(), 600_000_000),
    /more than 160 MiB.*CSV/,
  ],
  [
    'a workbook that unpacks to more than it says',
    () => declaring(zipSync({ 'xl/workbook.xml': utf8('<workbook/>'.repeat(9000)) }).slice(), 40),
    /cannot be (read|unpacked).*damaged/,
  ],
];

test('there are more than forty of them', () => {
  expect(READ.length + REFUSED.length).toBeGreaterThan(60);
});

test.each(READ)('%s: is read', async (_, make, { rows, columns, first, note, source }) => {
  const table: Table = await readTable(bytesSource(await make()), 'odd.csv');
  if (rows !== undefined) expect(table.rows).toBe(rows);
  if (columns !== undefined) expect(table.columns.map(({ name }) => name)).toEqual(columns);
  if (first !== undefined) expect(table.columns.map(column => textAt(column, 0))).toEqual(first);
  if (note !== undefined) {
    expect(table.notes.map(({ what }) => what).join('\n')).toMatch(note);
  }
  if (source !== undefined) expect(table.source).toMatchObject(source);
});

test.each(REFUSED)('%s: is refused with what and where', async (_, make, message) => {
  const reading = readTable(bytesSource(await make()), 'odd.csv');
  await expect(reading).rejects.toThrow(message);
  await expect(reading).rejects.toThrow(/odd\.csv/);
});

describe('what is chosen goes before what is found', () => {
  const read = (text: string | Bytes, choices: Parameters<typeof readTable>[3]) =>
    readTable(bytesSource(typeof text === 'string' ? utf8(text) : text), 'made.csv', undefined, choices);
  const entries = (table: Table) => table.columns.map(column => textAt(column, 0));

  test('delimiter, decimal mark, thousands mark, quotation marks, header, encoding', async () => {
    expect(entries(await read('a;b,c\n1;2,3\n', { delimiter: ',' }))).toEqual(['1;2', '3']);
    expect(entries(await read('a;b\n1,250;2\n', { decimal: ',' }))).toEqual(['1.25', '2']);
    expect(entries(await read('a;b\n1.250;2\n', { decimal: ',', thousands: '.' }))).toEqual(['1250', '2']);
    expect(entries(await read('a;b\n1,250;2\n', { decimal: '.', thousands: 'none' }))).toEqual([
      '1,250',
      '2',
    ]);
    expect(entries(await read('a,b\n"x,1\n', { quote: 'none' }))).toEqual(['"x', '1']);
    expect((await read('1,2\n3,4\n', { header: true })).columns[0]!.name).toBe('1');
    expect((await read('a,b\n3,4\n', { header: false })).rows).toBe(2);
    expect(entries(await read(latin('a,b\n\xe4,1\n'), { encoding: 'Windows-1252' }))).toEqual(['ä', '1']);
  });

  test('a sheet, and the message where there is none of that name', async () => {
    const bytes = await workbook(
      { name: 'one', cells: [['a'], [1]] },
      { name: 'two', cells: [['b'], [2], [3]] },
    );
    expect((await read(bytes, { sheet: 'two' })).rows).toBe(2);
    await expect(read(bytes, { sheet: 'three' })).rejects.toThrow(
      /no sheet “three”; its sheets are one, two/,
    );
  });

  test('the same file read in two ways is two tables of one file', async () => {
    const [one, two] = [await read('a;b\n1,5;2\n', {}), await read('a;b\n1,5;2\n', { decimal: '.' })];
    expect(one.fileKey).toBe(two.fileKey);
    expect(one.key).not.toBe(two.key);
    expect((await read('a;b\n1,5;2\n', { decimal: undefined })).key).toBe(one.key);
  });
});
