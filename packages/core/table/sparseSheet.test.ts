import { strToU8, zipSync } from 'fflate';
import { bytesSource } from './fileSource';
import { MOST_CELLS, MOST_COLUMNS } from './bounds';
import { textAt } from './column';
import { readTable } from './readTable';
import { withoutEmptyStretches } from './sparseSheet';

const sheet = (cells: string) =>
  `<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>${cells}</sheetData></worksheet>`;
const row = (number: number, ...cells: string[]) => `<row r="${number}">${cells.join('')}</row>`;
const cell = (at: string, value: number) => `<c r="${at}"><v>${value}</v></c>`;

const TYPES = 'application/vnd.openxmlformats-officedocument.spreadsheetml';
/** A workbook of one sheet. */
const workbook = (xml: string) =>
  zipSync({
    '[Content_Types].xml': strToU8(
      `<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Override PartName="/xl/workbook.xml" ContentType="${TYPES}.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="${TYPES}.worksheet+xml"/></Types>`,
    ),
    'xl/workbook.xml': strToU8(
      '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="one" sheetId="1" r:id="rId1"/></sheets></workbook>',
    ),
    'xl/_rels/workbook.xml.rels': strToU8(
      '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
    ),
    'xl/worksheets/sheet1.xml': strToU8(xml),
  }).slice();
const read = (xml: string) => readTable(bytesSource(workbook(xml)), 'stray.xlsx');

const numbers = row(1, cell('A1', 10), cell('B1', 20)) + row(2, cell('A2', 1), cell('B2', 2));

test('a stray cell in the far corner is a row and a column of its own, and takes no room besides', async () => {
  const table = await read(sheet(numbers + row(1048576, cell('XFD1048576', 7))));
  expect(table.columns.map(({ name }) => name)).toEqual(['10', '20', 'column 3']);
  expect(table.rows).toBe(2);
  expect(table.columns.map(column => textAt(column, 1))).toEqual(['', '', '7']);
  expect(table.notes.map(({ what }) => what).join(' ')).toContain('lie far apart');
});

test('cells that are only painted are none', async () => {
  const table = await read(sheet(numbers + row(1048576, '<c r="XFD1048576" s="1"/>')));
  expect([table.rows, table.columns.length]).toEqual([1, 2]);
});

test('a row or a cell beyond the end of all sheets is not made room for', async () => {
  const table = await read(sheet(numbers + row(3, cell('A3', 3)) + '<row r="999999999"/>'));
  expect(table.rows).toBe(2);
  const far = await read(sheet(numbers + row(999999999, cell('ZZZZZZZ999999999', 3))));
  expect([far.rows, far.columns.length]).toEqual([2, 3]);
});

test.each([
  ['an address in another notation', '<c r="A1e9"><v>1</v></c>'],
  ['a tag’s end within an attribute', '<c x=">" r="A99999999"><v>1</v></c>'],
])('%s is refused, not handed on', async (_, odd) => {
  await expect(read(sheet(numbers + row(3, odd)))).rejects.toThrow(/workbook cannot be read \(a cell/);
});

test('a sheet as they usually are stays as it is', () => {
  expect(withoutEmptyStretches(sheet(numbers), 'a')).toBeNull();
  const tall = Array.from({ length: 3000 }, (_, i) =>
    row(i + 1, cell(`A${i + 1}`, i), cell(`ZZ${i + 1}`, i)),
  );
  // 3000 × 702 places, of which every 351st is taken.
  expect(withoutEmptyStretches(sheet(tall.join('')), 'a')).toContain('r="B3000"');
});

test('letters of columns are counted both ways', () => {
  const at = ['A', 'Z', 'AA', 'AZ', 'BA', 'ZZ', 'AAA', 'XFD'];
  const xml = sheet(at.map((letters, i) => row(i + 1, cell(`${letters}${(i + 1) * 1e5}`, i))).join(''));
  const out = withoutEmptyStretches(xml, 'a')!;
  expect([...out.matchAll(/<c r="(\w+)"/g)].map(([, name]) => name)).toEqual(
    at.map((_, i) => `${String.fromCharCode(65 + i)}${i + 1}`),
  );
});

test('a diagonal that no table can hold is refused with the bound', () => {
  const letters = (n: number): string =>
    n === 0 ? '' : letters(Math.floor((n - 1) / 26)) + String.fromCharCode(65 + ((n - 1) % 26));
  const cells = Array.from({ length: 50_000 }, (_, i) => cell(`${letters((i % 16_384) + 1)}${i + 1}`, i));
  const message = new RegExp(
    `50,000 rows × 16,384 columns; a table may have ${MOST_CELLS.toLocaleString('en')}`,
  );
  expect(() => withoutEmptyStretches(sheet(cells.join('')), 'a.xlsx')).toThrow(message);
});

test('a late row that is far too wide is named, and no room is made for it', async () => {
  const wide = `${'x,y\n'}${'1,2\n'.repeat(5000)}${'3,'.repeat(200_000)}4\n`;
  const reading = readTable(bytesSource(new TextEncoder().encode(wide)), 'late.csv');
  await expect(reading).rejects.toThrow(/late.csv, row 5001: .*5,001 rows × 200,001 columns/);
  const wider = `x,y\n1,2\n${'3,'.repeat(MOST_COLUMNS + 1)}4\n`;
  await expect(readTable(bytesSource(new TextEncoder().encode(wider)), 'late.csv')).rejects.toThrow(
    /row 2: it would have 250,002 columns/,
  );
});

test('records that each bring a column of their own are refused before they are laid out', async () => {
  const records = Array.from({ length: 30_000 }, (_, i) => ({ [`c${i}`]: i }));
  const reading = readTable(bytesSource(new TextEncoder().encode(JSON.stringify(records))), 'own.json');
  await expect(reading).rejects.toThrow(/own.json, record \d+: it would have 30,000 rows × 16,667 columns/);
});
