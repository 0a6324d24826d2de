import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { sherds } from '@wold/core/demo/sherds';
import { freshRecipe, freshReduction } from '@wold/core/recipe/fresh';
import type { Recipe } from '@wold/core/recipe/schema';
import { readDelimited } from '@wold/core/table/readDelimited';
import { withFewDraws } from '@wold/core/testTables';
import type { OutputFile } from '@wold/core/writeup/csv';
import { runSource } from './runSource';
import { runStudy } from './runStudy';

const folder = mkdtempSync(join(tmpdir(), 'wold-source-'));
afterAll(() => rmSync(folder, { recursive: true }));
const { csv } = sherds();
const lines = csv.trimEnd().split(/\r?\n/);
writeFileSync(join(folder, 'pots.csv'), csv);
const table = readDelimited(new TextEncoder().encode(csv), 'pots.csv');
const size = { rows: table.rows, measures: 20, label: 'kiln' };
const fresh = freshRecipe(table);
const recipe: Recipe = withFewDraws({
  ...fresh,
  reductions: [
    ...fresh.reductions,
    freshReduction('factors', '2', 'Factors', 'kiln', size),
    freshReduction('discriminant', '3', 'Axes', 'kiln', size),
  ],
});
/** Components alone, which are quick. */
const plain: Recipe = { ...recipe, reductions: recipe.reductions.slice(0, 1) };
const ask = {
  sources: [`pots=${folder}`],
  table: 'pots.csv',
  only: undefined,
  sample: 0,
  seed: 1,
  key: null,
};

const textOf = (files: readonly OutputFile[], name: string): string => {
  const file = files.find(one => one.name === name);
  if (file === undefined || !('text' in file)) throw new Error(`no ${name}`);
  return file.text;
};
const cells = (text: string): string[][] => Papa.parse<string[]>(text.trim()).data;

/** Every number of a file near that of another, every other entry the same. */
function expectAlike(one: string, other: string, digits: number): void {
  const [a, b] = [cells(one), cells(other)];
  expect(a.map(row => row.length)).toEqual(b.map(row => row.length));
  a.forEach((row, i) =>
    row.forEach((text, j) => {
      const [x, y] = [Number(text), Number(b[i]![j])];
      if (text === '' || Number.isNaN(x)) expect(text).toBe(b[i]![j]);
      else expect(Math.abs(x - y)).toBeLessThan(10 ** -digits * Math.max(1, Math.abs(y)));
    }),
  );
}

test('figures of all rows are those of the same rows in memory, for components and factors', async () => {
  const {
    whole,
    sample,
    lines: said,
  } = await runSource(recipe, { ...ask, only: ['loadings', 'eigenvalues', 'votes'] });
  const here = await runStudy({ ...recipe, reductions: recipe.reductions.slice(0, 2) }, table, [
    'loadings',
    'eigenvalues',
    'votes',
  ]);
  expect(sample).toEqual([]);
  for (const name of ['components-loadings.csv', 'components-eigenvalues.csv', 'components-votes.csv']) {
    expectAlike(textOf(whole, name), textOf(here.files, name), 9);
  }
  expectAlike(textOf(whole, 'factors-loadings.csv'), textOf(here.files, 'factors-loadings.csv'), 5);
  expect(said[0]).toMatch(/^whole: 252\srows with all 20 measures/);
  expect(said.join('\n')).toContain('Axes: needs the rows, and is of the sample alone');
}, 120_000);

test('means and spreads are those of the rows, and scores come from a statement', async () => {
  const { whole } = await runSource(plain, { ...ask, only: ['eigenvalues'] });
  const [head, ...rows] = cells(textOf(whole, 'moments.csv'));
  expect(head).toEqual(['measure', 'rows', 'mean', 'sd', 'least', 'most']);
  const used = lines.slice(1).map(line =>
    line
      .split(',')
      .slice(4)
      .map(text => (text === '' ? NaN : Number(text))),
  );
  const complete = used.filter(entries => entries.every(entry => Number.isFinite(entry)));
  expect(complete).toHaveLength(252);
  rows.forEach(([, n, mean, sd], j) => {
    const values = complete.map(entries => entries[j]!);
    const own = values.reduce((sum, value) => sum + value, 0) / values.length;
    const square = values.reduce((sum, value) => sum + (value - own) ** 2, 0) / (values.length - 1);
    expect(n).toBe('252');
    expect(Number(mean) / own).toBeCloseTo(1, 12);
    expect(Number(sd) / Math.sqrt(square)).toBeCloseTo(1, 12);
  });
  expect(textOf(whole, 'components-scores.sql')).toMatch(/^select case when .* as "Dimension 1"/);
}, 120_000);

test('a sample is a study of its rows, the same for the same seed; parts of a table add up', async () => {
  const asked = { ...ask, only: ['scores'], sample: 120, key: 'sherd' };
  const [one, again, other] = [
    await runSource(plain, asked),
    await runSource(plain, asked),
    await runSource(plain, { ...asked, seed: 2 }),
  ];
  const scores = (run: typeof one) => textOf(run.sample, 'components-scores.csv');
  expect(cells(scores(one))).toHaveLength(121);
  expect(scores(again)).toBe(scores(one));
  expect(scores(other)).not.toBe(scores(one));

  const parts = mkdtempSync(join(tmpdir(), 'wold-parts-'));
  const folders = ['a', 'b'].map((name, at) => {
    const part = mkdtempSync(join(parts, name));
    writeFileSync(
      join(part, 'pots.csv'),
      [lines[0], ...lines.slice(1).filter((_, i) => i % 2 === at)].join('\n'),
    );
    return `${name}=${part}`;
  });
  const { whole } = await runSource(plain, { ...ask, only: ['eigenvalues'], sources: folders });
  expectAlike(
    textOf(whole, 'components-eigenvalues.csv'),
    textOf((await runSource(plain, { ...ask, only: ['eigenvalues'] })).whole, 'components-eigenvalues.csv'),
    9,
  );
  rmSync(parts, { recursive: true });
}, 240_000);

test('what is not done within an engine says so, and what to do', async () => {
  const filled = { ...recipe, preparation: { ...recipe.preparation, missing: 'median' as const } };
  await expect(runSource(filled, ask)).rejects.toThrow(
    /gaps are filled or kept, which is not done within an engine.*Leave out/,
  );
  const onlyAxes = { ...recipe, reductions: recipe.reductions.slice(2) };
  await expect(runSource(onlyAxes, ask)).rejects.toThrow(/none of its reductions is of correlations/);
  await expect(runSource(recipe, { ...ask, sources: ['nowhere'] })).rejects.toThrow(/NAME=address/);
  await expect(runSource(recipe, { ...ask, sources: ['x=/no/such/folder'] })).rejects.toThrow(
    /neither a folder nor/,
  );
  await expect(
    runSource(plain, { ...ask, only: ['eigenvalues'], sample: 10, key: 'nothing' }),
  ).rejects.toThrow(/no such column/);
}, 60_000);

test.each([
  ['counts', 'unit-variance'],
  ['counts', 'centre'],
  ['proportional', 'centre'],
] as const)(
  'weights that are %s, scale %s: moments and components are those of the rows in memory',
  async (weighting, scale) => {
    const weighted = [
      `${lines[0]},w`,
      ...lines.slice(1).map((line, i) => `${line},${1 + ((i * 7) % 23)}`),
    ].join('\n');
    writeFileSync(join(folder, 'weighted.csv'), weighted);
    const here = readDelimited(new TextEncoder().encode(weighted), 'weighted.csv');
    const made = freshRecipe(here);
    const asked: Recipe = {
      ...made,
      columns: made.columns.map(one => (one.name === 'w' ? { ...one, role: 'weight' as const } : one)),
      preparation: { ...made.preparation, weighting, scale },
    };
    const only = ['eigenvalues', 'loadings'];
    const { whole } = await runSource(asked, { ...ask, table: 'weighted.csv', only });
    const inMemory = await runStudy(asked, here, only);
    for (const name of ['components-eigenvalues.csv', 'components-loadings.csv']) {
      expectAlike(textOf(whole, name), textOf(inMemory.files, name), 8);
    }
  },
  120_000,
);
