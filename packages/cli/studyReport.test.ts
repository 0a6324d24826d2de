import { strFromU8, strToU8, unzipSync } from 'fflate';
import { quietHost } from '@wold/core/host';
import { sherds } from '@wold/core/demo/sherds';
import { arrangementOf } from '@wold/core/recipe/arrangementOf';
import { compute } from '@wold/core/recipe/compute';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { preparationOf } from '@wold/core/recipe/requests';
import { arrange } from '@wold/core/table/arrange';
import { readDelimited } from '@wold/core/table/readDelimited';
import { isDrawing } from '@wold/core/writeup/drawing';
import { picturesOf } from './pictures/pictures';
import { studyReport } from './studyReport';

const table = readDelimited(strToU8(sherds().csv), 'sherds.csv');
const fresh = freshRecipe(table);
const figure = {
  key: 'f',
  section: 'components-1',
  title: 'Scree',
  caption: 'What each holds.',
  width: 80,
  height: 60,
  svg: '<svg xmlns="http://www.w3.org/2000/svg"></svg>',
  of: 'another study',
};
const recipe = {
  ...fresh,
  reductions: fresh.reductions.map(one => ({ ...one, resamples: { ...one.resamples, times: 20 } })),
  writeup: { ...fresh.writeup, figures: [figure] },
};
const written = (out: string) => studyReport(recipe, table, out, quietHost);

test('a report is written by the ending of its file, and says what is missing and what is out of date', async () => {
  const { files, lines } = await written('a/report.docx');
  expect(files.map(({ path }) => path)).toEqual(['a/report.docx']);
  const inside = unzipSync(files[0]!.content as Uint8Array);
  expect(strFromU8(inside['word/document.xml']!)).toContain('Principal components (Pearson 1901');
  expect(lines.join('\n')).toMatch(/7\stables and 1\sfigure in a\/report.docx/);
  expect(lines.join('\n')).toContain('drawn before the study changed');
  expect(lines.join('\n')).toContain('missing: what each component means');
}, 60_000);

test('as a page, as Markdown with its pictures, and its tables in a folder', async () => {
  const [page] = (await written('r.html')).files;
  expect(page!.content).toMatch(/^<!doctype html>/);
  const markdown = (await written('x/r.md')).files;
  expect(markdown.map(({ path }) => path)).toEqual(['x/r.md', 'x/figure-1-scree.svg']);
  const tables = (await written('folder')).files;
  expect(tables).toHaveLength(7);
  expect(tables[0]!.path).toMatch(/^folder\/table-1-.*\.csv$/);
  await expect(written('r.pdf')).rejects.toThrow('cannot be written as .pdf');
}, 120_000);

test('kept screes and maps that are out of date are drawn anew, others stay, and a bare reduction gets both', async () => {
  const { id, name } = fresh.reductions[0]!;
  const scree = { ...figure, key: `${id} ${name.toLowerCase()}-scree`, caption: 'In my words.', width: 100 };
  const kept = { ...recipe, writeup: { ...recipe.writeup, figures: [scree, figure] } };
  const [drawn, other, ...more] = await picturesOf(table, kept);
  expect(more).toEqual([]);
  expect(other).toEqual(figure);
  expect(drawn).toMatchObject({ key: scree.key, caption: 'In my words.', width: 100, height: 60 });
  expect(isDrawing(drawn!.svg)).toBe(true);
  expect(drawn!.svg).toContain('eigenvalue');
  expect(drawn!.of).not.toBe(figure.of);
  // What is in step stays as it was drawn.
  const again = { ...recipe, writeup: { ...recipe.writeup, figures: [{ ...drawn!, svg: figure.svg }] } };
  expect((await picturesOf(table, again))[0]!.svg).toBe(figure.svg);
  const bare = await picturesOf(table, { ...recipe, writeup: fresh.writeup });
  expect(bare.map(({ key }) => key)).toEqual([scree.key, scree.key.replace('scree', 'map')]);
  // A symbol for every row that was used, and every kiln named.
  const arranged = arrange(table, arrangementOf(recipe));
  const used = await compute(arranged, { stage: 'account', preparation: preparationOf(recipe) });
  const map = bare[1]!.svg;
  for (const kiln of ['Fennick', 'Marram', 'Orrindale', 'Sedgeby', 'Tallow Hill'])
    expect(map).toContain(kiln);
  expect(map.match(/<path/g)!.length).toBeGreaterThanOrEqual(used.rows.length);
}, 60_000);
