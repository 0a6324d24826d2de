import writeWorkbook from 'write-excel-file/node';
import { bytesSource } from './fileSource';
import { quietHost } from '../host';
import { readTable } from './readTable';
import { inStrictVariant, withBrokenRelation, withChartSheet, withHiddenSheet } from './testWorkbooks';

type Cells = readonly (readonly (string | number)[])[];
const write = writeWorkbook as unknown as (data: unknown) => { toBuffer: () => Promise<Uint8Array> };

/** A workbook of sheets by name. */
async function workbook(...sheets: readonly (readonly [string, Cells])[]): Promise<Uint8Array> {
  const data = sheets.map(([sheet, cells]) => ({
    sheet,
    data: cells.map(row => row.map(value => ({ value }))),
  }));
  return new Uint8Array(await write(data).toBuffer());
}

const SHERDS: Cells = [['kiln', 'a', 'b'], ['north', 1, 2], ['south', 3, 4]]; // prettier-ignore
const read = (bytes: Uint8Array, sheet?: string) =>
  readTable(bytesSource(bytes.slice()), 'book.xlsx', quietHost, sheet === undefined ? {} : { sheet });
const namesOf = ({ columns }: Awaited<ReturnType<typeof read>>) => columns.map(({ name }) => name);

test('a chart sheet that stands first is passed over, said so, and not offered', async () => {
  const table = await read(withChartSheet(await workbook(['sherds', SHERDS], ['more', [['x'], [1]]])));
  expect(namesOf(table)).toEqual(['kiln', 'a', 'b']);
  expect(table.source).toMatchObject({ sheet: 'sherds', sheets: ['sherds', 'more'] });
  expect(table.notes.map(({ what }) => what)).toEqual([
    'Sheet “Chart & all” is a chart sheet, without cells. “sherds” is read.',
  ]);
  const other = await read(
    withChartSheet(await workbook(['sherds', SHERDS], ['more', [['x'], [1]]])),
    'more',
  );
  expect(namesOf(other)).toEqual(['x']);
});

test('a chart sheet that is asked for by name, and a workbook of nothing else, are refused in a sentence', async () => {
  const bytes = withChartSheet(await workbook(['sherds', SHERDS]));
  await expect(read(bytes, 'Chart & all')).rejects.toThrow(/is a chart sheet, without cells/);
  await expect(read(bytes, 'nowhere')).rejects.toThrow(/no sheet “nowhere”; its sheets are sherds/);
});

test('a sheet whose part is nowhere is refused where it is the only one, and passed over where another has cells', async () => {
  await expect(read(withBrokenRelation(await workbook(['sherds', SHERDS])))).rejects.toThrow(
    /does not say which of its parts hold its sheets.*damaged/,
  );
  const bytes = withBrokenRelation(await workbook(['lost', SHERDS], ['there', SHERDS]));
  const table = await read(bytes);
  expect(table.source).toMatchObject({ sheet: 'there', sheets: ['there'] });
  expect(table.notes[0]!.what).toMatch(/^Sheet “lost” cannot be read/);
  await expect(read(bytes, 'lost')).rejects.toThrow(/Sheet “lost” cannot be read/);
});

test('an empty sheet that stands first is passed over and said so', async () => {
  const table = await read(await workbook(['notes', []], ['sherds', SHERDS]));
  expect(table.notes.map(({ what }) => what)).toEqual(['Sheet “notes” has no entries. “sherds” is read.']);
});

test('hidden sheets and the strict variant of the standard are read like others', async () => {
  const plain = await workbook(['sherds', SHERDS]);
  for (const bytes of [withHiddenSheet(plain), inStrictVariant(plain)]) {
    const table = await read(bytes);
    expect(namesOf(table)).toEqual(['kiln', 'a', 'b']);
    expect(table.rows).toBe(2);
  }
});
