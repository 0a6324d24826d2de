import fc from 'fast-check';
import Papa from 'papaparse';
import { textAt, type NumberColumn } from './column';
import { readDelimited } from './readDelimited';
import type { Table } from './table';

const read = (text: string, name = 'pots.csv') => readDelimited(new TextEncoder().encode(text), name);
const entries = (table: Table) =>
  Array.from({ length: table.rows }, (_, row) => table.columns.map(column => textAt(column, row)));
const names = (table: Table) => table.columns.map(column => column.name);
const notes = (table: Table) => table.notes.map(note => note.what).join('\n');
const utf16 = (text: string, bigEndian: boolean, mark: boolean) => {
  const units = mark ? `\ufeff${text}` : text;
  const bytes = new Uint8Array(units.length * 2);
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < units.length; i++) view.setUint16(2 * i, units.charCodeAt(i), !bigEndian);
  return bytes;
};

describe('a plain table', () => {
  test('commas, a header, numbers and words', () => {
    const table = read('sherd,kiln,CaO\nTV-1,Fennick,1.50\nTV-2,Marram,12\n');
    expect(table.name).toBe('pots');
    expect(table.rows).toBe(2);
    expect(names(table)).toEqual(['sherd', 'kiln', 'CaO']);
    expect(table.columns.map(column => column.kind)).toEqual(['levels', 'levels', 'number']);
    expect(entries(table)).toEqual([
      ['TV-1', 'Fennick', '1.5'],
      ['TV-2', 'Marram', '12'],
    ]);
    expect(table.notes).toEqual([]);
  });

  test('whole numbers take the narrowest type', () => {
    const table = read('a,b,c,d,e\n0,-1,300,70000,0.5\n255,127,-5,1,0.1\n');
    const types = table.columns.map(column => (column as NumberColumn).values.constructor.name);
    expect(types).toEqual(['Uint8Array', 'Int8Array', 'Int16Array', 'Uint32Array', 'Float64Array']);
  });

  test.each([
    ['semicolons and decimal commas', 'kiln;CaO;Sr\nFennick;1,5;342\nMarram;2,25;1.342,5\n', ';', ','],
    ['tabs', 'kiln\tCaO\tSr\nFennick\t1.5\t342\nMarram\t2.25\t1342.5\n', '\t', '.'],
    ['bars', 'kiln|CaO|Sr\nFennick|1.5|342\nMarram|2.25|1342.5\n', '|', '.'],
    ['commas with thousands in quotes', 'kiln,CaO,Sr\nFennick,1.5,342\nMarram,2.25,"1,342.5"\n', ',', '.'],
    [
      'commas with quoted decimal commas',
      'kiln,CaO,Sr\nFennick,"1,5",342\nMarram,"2,25","1342,5"\n',
      ',',
      ',',
    ],
    ['semicolons, all entries decimal commas', 'kiln;CaO;Sr\n"A";1,5;342\n"B";2,25;1342,5\n', ';', ','],
  ])('%s', (_, text, delimiter, decimal) => {
    const table = read(text);
    expect(table.source).toMatchObject({ delimiter, decimal, header: true });
    const [, lime, strontium] = table.columns as [unknown, NumberColumn, NumberColumn];
    expect([...lime.values]).toEqual([1.5, 2.25]);
    expect([...strontium.values]).toEqual([342, 1342.5]);
  });
});

describe('encodings', () => {
  const text = 'pot,Höhe\nKrüge,1.5\nTöpfe,2\n';
  test.each([
    ['UTF-8 with a byte-order mark', new TextEncoder().encode(`\ufeff${text}`), 'UTF-8'],
    ['UTF-16 little-endian', utf16(text, false, true), 'UTF-16 LE'],
    ['UTF-16 big-endian', utf16(text, true, true), 'UTF-16 BE'],
    ['UTF-16 little-endian without a mark', utf16(text, false, false), 'UTF-16 LE'],
    ['UTF-16 big-endian without a mark', utf16(text, true, false), 'UTF-16 BE'],
    ['Windows-1252', Uint8Array.from(text, letter => letter.charCodeAt(0)), 'Windows-1252'],
  ])('%s', (_, bytes, encoding) => {
    const table = readDelimited(bytes, 'pots.csv');
    expect(table.source).toMatchObject({ encoding });
    expect(names(table)).toEqual(['pot', 'Höhe']);
    expect(entries(table)).toEqual([
      ['Krüge', '1.5'],
      ['Töpfe', '2'],
    ]);
  });
});

describe('odd files are read right, and say so', () => {
  test('quoted line breaks, quotes and delimiters', () => {
    const table = read('find,note\n1,"broken,\r\nin ""two"""\n2,whole\n');
    expect(table.rows).toBe(2);
    expect(textAt(table.columns[1]!, 0)).toBe('broken,\r\nin "two"');
  });

  test('mixed line ends and blank lines', () => {
    expect(entries(read('a,b\r\n1,2\n\n3,4\r\n   \n5,6'))).toEqual([
      ['1', '2'],
      ['3', '4'],
      ['5', '6'],
    ]);
  });

  test('rows without any entry are not taken in, and counted', () => {
    const table = read('a,b\n1,2\n,\n3,4\n , \n');
    expect(table.rows).toBe(2);
    expect(notes(table)).toMatch(/2 rows have no entry at all/);
  });

  test('duplicate and empty headers get names of their own', () => {
    const table = read('CaO,CaO,,CaO (2),x\n1,2,3,4,5\n6,7,8,9,10\n');
    expect(names(table)).toEqual(['CaO', 'CaO (2)', 'column 3', 'CaO (2) (2)', 'x']);
    expect(notes(table)).toMatch(/“CaO” stands more than once/);
    expect(notes(table)).toMatch(/Column 3 has no name/);
  });

  test('short rows are filled and long rows add columns, named by row', () => {
    const table = read('a,b,c\n1,2,3\n4,5\n6,7,8,9\n10,11,12\n');
    expect(entries(table)).toEqual([
      ['1', '2', '3', ''],
      ['4', '5', '', ''],
      ['6', '7', '8', '9'],
      ['10', '11', '12', ''],
    ]);
    expect(notes(table)).toMatch(/Row 2 has fewer entries/);
    expect(notes(table)).toMatch(/Row 3 has more entries/);
    expect(notes(read('a,b\n1,2,3\n4,5\n'))).toMatch(/Row 1 has more entries/);
  });

  test('a delimiter at the end of each line is no column', () => {
    expect(names(read('a,b,\n1,2,\n3,4,\n'))).toEqual(['a', 'b']);
  });

  test('a first line of numbers is data', () => {
    const table = read('1,2\n3,4\n');
    expect(table.rows).toBe(2);
    expect(names(table)).toEqual(['column 1', 'column 2']);
    expect(notes(table)).toMatch(/first line is read as data/);
  });

  test('entries that are not numbers are named, taken as missing, and written back as they were', () => {
    const values = [...Array.from({ length: 18 }, (_, i) => String(i)), 'n.d.', '<0.1', 'NA'];
    const table = read(`CaO,k\n${values.map(value => `${value},x`).join('\n')}\n`);
    const column = table.columns[0] as NumberColumn;
    expect(column.kind).toBe('number');
    expect(notes(table)).toMatch(/2 of 21 entries are not numbers \(“n.d.” in row 19, “<0.1” in row 20\)/);
    expect(values.map((_, row) => textAt(column, row))).toEqual(values);
  });

  test('a column half text holds levels, with every entry as it stood', () => {
    const table = read('x,y\n1.50,1\nold,2\n2,3\nnew,4\n');
    expect(table.columns[0]!.kind).toBe('levels');
    expect(entries(table).map(row => row[0])).toEqual(['1.50', 'old', '2', 'new']);
  });

  test('codes with leading zeros and numbers too long to hold stay as they are', () => {
    const table = read('code,long\n007,12345678901234567890\n012,12345678901234567891\n');
    expect(entries(table)).toEqual([
      ['007', '12345678901234567890'],
      ['012', '12345678901234567891'],
    ]);
  });

  test('one row, one column, 2,000 columns', () => {
    expect(read('a,b\n1,2\n').rows).toBe(1);
    expect(names(read('only\n1\n2\n'))).toEqual(['only']);
    const wide = Array.from({ length: 2000 }, (_, j) => `c${j}`).join(',');
    expect(read(`${wide}\n${wide.replace(/c/g, '')}\n`).columns).toHaveLength(2000);
  });
});

describe('what is no table is refused with what, where and what to do', () => {
  test.each([
    ['an empty file', new Uint8Array(0), /empty/],
    ['blanks only', new TextEncoder().encode(' \n\t\n'), /only blanks/],
    ['a header only', new TextEncoder().encode('a,b,c\n'), /header and no rows/],
    ['an archive', Uint8Array.of(0x50, 0x4b, 3, 4, 20, 0), /archive/],
    ['a picture', Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 13, 10), /PNG/],
    ['bytes that are no text', Uint8Array.from({ length: 4000 }, (_, i) => (i * 7919) % 251), /not text/],
    ['a NUL within the text', new TextEncoder().encode('a,b\n1,2\n3,\0\n'), /not text/],
    ['a quotation mark never closed', new TextEncoder().encode('a,b\n1,"2\n3,4\n5,6\n'), /never closed/],
  ])('%s', (_, bytes, message) => {
    expect(() => readDelimited(bytes, 'odd.csv')).toThrow(message);
    try {
      readDelimited(bytes, 'odd.csv');
    } catch (error) {
      expect(error).toMatchObject({
        where: expect.stringContaining('odd.csv'),
        remedy: expect.stringMatching(/\w+/),
      });
    }
  });
});

test('reading back what was written gives the same entries', () => {
  const cell = fc.oneof(
    fc.double({ noNaN: true, noDefaultInfinity: true }).map(String),
    fc.integer().map(String),
    fc.constantFrom('Fennick', 'a,b', 'a;b', 'say "x"', 'two\nlines', 'é', ''),
  );
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 5 }),
      fc.integer({ min: 1, max: 12 }),
      fc.infiniteStream(cell),
      (p, n, cells) => {
        const rows = Array.from({ length: n }, (_, i) => [
          'row ' + i,
          ...Array.from({ length: p }, () => cells.next().value),
        ]);
        const header = ['id', ...Array.from({ length: p }, (_, j) => `col ${j}`)];
        const table = read(Papa.unparse([header, ...rows], { newline: '\n' }));
        expect(entries(table)).toEqual(rows);
      },
    ),
    { numRuns: 200 },
  );
});

test('the same bytes have the same key, others another', () => {
  expect(read('a,b\n1,2\n').key).toBe(read('a,b\n1,2\n', 'other.csv').key);
  expect(read('a,b\n1,2\n').key).not.toBe(read('a,b\n1,3\n').key);
});
