import { strToU8, unzipSync, zipSync } from 'fflate';
import { sherds } from '../demo/sherds';
import { readDelimited } from '../table/readDelimited';
import { arrange } from '../table/arrange';
import { arrangementOf } from './arrangementOf';
import { compute } from './compute';
import { freshRecipe } from './fresh';
import { reductionRequest } from './requests';
import { readStudyFile, writeBackup, writeStudyFile, type WholeStudy } from './studyFile';

const bytes = strToU8(sherds().csv);
const table = readDelimited(bytes, 'sherds.csv');
const study: WholeStudy = {
  name: 'Pots & “sherds”',
  recipe: freshRecipe(table),
  hand: 'components-1',
  table: { name: 'sherds.csv', bytes },
};
const file = writeStudyFile(study, [{ name: 'report.html', text: '<p>α</p>' }]);

/** The file with one of its parts in another way. */
function changed(name: string, part: Uint8Array | null): Uint8Array {
  const others = Object.entries(unzipSync(file)).filter(([own]) => own !== name);
  const own = part === null ? [] : [[name, new Uint8Array(part)] as const];
  return zipSync(Object.fromEntries([...others, ...own]));
}

test('a study comes back as it went, to the last bit, and its digits too', async () => {
  const [read] = readStudyFile(file, 'pots.wold');
  expect(read).toEqual({ ...study, wrong: [] });
  expect(
    writeStudyFile({ ...study, recipe: read!.recipe!, table: read!.table! }, [
      { name: 'report.html', text: '<p>α</p>' },
    ]),
  ).toEqual(file);
  const again = readDelimited(read!.table!.bytes, read!.table!.name);
  expect(again.key).toBe(table.key);
  const find = (of: typeof table) => {
    const arranged = arrange(of, arrangementOf(read!.recipe!));
    return compute(arranged, reductionRequest(read!.recipe!, read!.recipe!.reductions[0]!));
  };
  expect(await find(again)).toEqual(await find(table));
});

test('several studies are one file, and come back all', () => {
  const two = writeStudyFile({ ...study, name: 'Another' });
  const all = readStudyFile(
    writeBackup([
      { stem: 'a', bytes: file },
      { stem: 'b', bytes: two },
    ]),
    'all.zip',
  );
  expect(all.map(({ name }) => name)).toEqual(['Pots & “sherds”', 'Another']);
});

test('a damaged part is told, and the others are had', () => {
  const [noTable] = readStudyFile(changed('table/sherds.csv', strToU8('a,b\n1,2\n')), 'x');
  expect([noTable!.table, noTable!.recipe]).toEqual([null, study.recipe]);
  expect(noTable!.wrong).toEqual(['table/sherds.csv is damaged.']);
  const [noRecipe] = readStudyFile(changed('recipe.json', null), 'x');
  expect([noRecipe!.recipe, noRecipe!.table!.name]).toEqual([null, 'sherds.csv']);
  expect(noRecipe!.wrong).toEqual(['recipe.json is not in it.']);
  expect(readStudyFile(changed('report.html', strToU8('x')), 'x')[0]!.wrong).toEqual([
    'report.html is damaged.',
  ]);
});

test('a newer file says so, and what it can be read for is had', () => {
  const manifest = JSON.parse(new TextDecoder().decode(unzipSync(file)['study.json'])) as object;
  const newer = changed('study.json', strToU8(JSON.stringify({ ...manifest, version: 99, more: 1 })));
  const [read] = readStudyFile(newer, 'x');
  expect(read!.wrong[0]).toContain('newer Wold');
  expect(read!.table!.bytes).toEqual(bytes);
});

test('what is no study file, or cut off, is refused with what to do', () => {
  expect(() => readStudyFile(file.subarray(0, file.length >> 1), 'x')).toThrow('cut off or damaged');
  expect(() => readStudyFile(zipSync({ 'a.txt': strToU8('a') }), 'x')).toThrow('not of a study');
  const empty = changed('recipe.json', null);
  const files = unzipSync(empty);
  delete files['table/sherds.csv'];
  expect(() => readStudyFile(zipSync(files), 'x')).toThrow('nothing of it can be had');
});

test('every bit of the table is under its checksum', () => {
  for (const at of [0, 1000, bytes.length - 1]) {
    const other = bytes.slice();
    other[at]! ^= 1;
    expect(readStudyFile(changed('table/sherds.csv', other), 'x')[0]!.table).toBeNull();
  }
});
