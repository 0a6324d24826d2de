import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { quietHost } from '@wold/core/host';
import { openFile } from './duckdb';
import { sherds } from '@wold/core/demo/sherds';
import { freshRecipe, freshReduction } from '@wold/core/recipe/fresh';
import type { Recipe } from '@wold/core/recipe/schema';
import { readDelimited } from '@wold/core/table/readDelimited';
import { withFewDraws } from '@wold/core/testTables';
import type { OutputFile } from '@wold/core/writeup/csv';
import { runSource } from './runSource';
import { runStudy } from '@wold/core/recipe/runStudy';

const folder = mkdtempSync(join(tmpdir(), 'wold-source-'));
afterAll(() => rmSync(folder, { recursive: true }));
const { csv } = sherds();
const lines = csv.trimEnd().split(/\r?\n/);
// Two rows may be of one sherd: each has a number of its own.
const numbered = lines.map((line, i) => `${i === 0 ? 'row' : `r${i}`},${line}`);
const text = numbered.join('\n');
writeFileSync(join(folder, 'pots.csv'), text);
const table = readDelimited(new TextEncoder().encode(text), 'pots.csv');
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
  sample: 1000,
  seed: 1,
  key: 'row',
  limits: { seconds: 60 },
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

test('figures of all rows are those of the same rows in memory, whatever rows came back', async () => {
  const only = ['loadings', 'eigenvalues', 'votes', 'axes'];
  const here = await runStudy(recipe, table, only);
  for (const sample of [1000, 40]) {
    const { files, lines: said } = await runSource(recipe, { ...ask, only, sample }, quietHost);
    for (const name of ['components-loadings.csv', 'components-eigenvalues.csv', 'components-votes.csv']) {
      expectAlike(textOf(files, name), textOf(here.files, name), 9);
    }
    expectAlike(textOf(files, 'factors-loadings.csv'), textOf(here.files, 'factors-loadings.csv'), 5);
    expect(said[0]).toMatch(
      sample === 40 ? /sample of 40\srows by seed 1/ : /sample of 252\srows|of 2\d\d\srows/,
    );
  }
}, 240_000);

test('rows of the sample lie where they lie among all rows, and the statement puts all of them there', async () => {
  const only = ['scores'];
  const here = cells(textOf((await runStudy(plain, table, only)).files, 'components-scores.csv'));
  const { files } = await runSource(plain, { ...ask, only, sample: 60 }, quietHost);
  const some = cells(textOf(files, 'components-scores.csv'));
  expect(some[0]).toEqual(here[0]);
  expect(some.length).toBeGreaterThan(40);
  const name = here[0]!.indexOf('row');
  const first = here[0]!.indexOf('Dimension 1');
  const byName = new Map(here.slice(1).map(row => [row[name], row]));
  for (const row of some.slice(1)) {
    const own = byName.get(row[name])!;
    for (const at of [first, first + 1]) expect(Number(row[at])).toBeCloseTo(Number(own[at]), 8);
  }
  const statement = textOf(files, 'components-scores.sql').replace(/;\n$/, '');
  const engine = await openFile(folder, 'pots.csv');
  const all = await engine.ask(statement);
  await engine.close();
  expect(all).toHaveLength(lines.length - 1);
  for (const [key, one, two] of all) {
    const own = byName.get(String(key));
    if (own === undefined) expect([one, two]).toEqual([null, null]);
    else {
      expect(Number(one)).toBeCloseTo(Number(own[first]), 8);
      expect(Number(two)).toBeCloseTo(Number(own[first + 1]), 8);
    }
  }
}, 120_000);

test('a sample is the same for the same seed; parts of a table are the table, and give the same sample', async () => {
  const asked = { ...ask, only: ['scores', 'eigenvalues'], sample: 120 };
  const [one, again, other] = [
    await runSource(plain, asked, quietHost),
    await runSource(plain, asked, quietHost),
    await runSource(plain, { ...asked, seed: 2 }, quietHost),
  ];
  const scores = (run: typeof one) => textOf(run.files, 'components-scores.csv');
  expect(scores(again)).toBe(scores(one));
  expect(scores(other)).not.toBe(scores(one));

  const parts = mkdtempSync(join(tmpdir(), 'wold-parts-'));
  const sources = ['a', 'b'].map((name, at) => {
    const part = mkdtempSync(join(parts, name));
    writeFileSync(
      join(part, 'pots.csv'),
      [numbered[0], ...numbered.slice(1).filter((_, i) => i % 2 === at)].join('\n'),
    );
    return `pots=${part}`;
  });
  const joined = await runSource(plain, { ...asked, sources }, quietHost);
  for (const name of ['components-eigenvalues.csv', 'components-scores.csv']) {
    expectAlike(textOf(joined.files, name), textOf(one.files, name), 9);
  }
  rmSync(parts, { recursive: true });
}, 240_000);

test('what is not done within an engine says so, and what to do', async () => {
  const filled = { ...recipe, preparation: { ...recipe.preparation, missing: 'median' as const } };
  await expect(runSource(filled, ask, quietHost)).rejects.toThrow(
    /gaps are filled or kept, which is not done within an engine.*Leave out.*or reduce the sample alone/,
  );
  const missing = { ...ask, sources: ['nowhere'] };
  await expect(runSource(recipe, missing, quietHost)).rejects.toThrow(/NAME=address/);
  const nothing = { ...ask, sources: ['x=/no/such/folder'] };
  await expect(runSource(recipe, nothing, quietHost)).rejects.toThrow(/neither a folder nor/);
  const unset = { ...ask, sources: ['x=env:WOLD_NO_SUCH_VARIABLE'] };
  await expect(runSource(recipe, unset, quietHost)).rejects.toThrow(/no variable WOLD_NO_SUCH_VARIABLE/);
  await expect(runSource(plain, { ...ask, key: 'nothing' }, quietHost)).rejects.toThrow(/no such column/);
}, 60_000);

test.each([
  ['counts', 'unit-variance'],
  ['counts', 'centre'],
  ['proportional', 'centre'],
] as const)(
  'weights that are %s, scale %s: moments and components are those of the rows in memory',
  async (weighting, scale) => {
    const weighted = [
      `${numbered[0]},w`,
      ...numbered.slice(1).map((line, i) => `${line},${1 + ((i * 7) % 23)}`),
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
    const { files } = await runSource(asked, { ...ask, table: 'weighted.csv', only, sample: 50 }, quietHost);
    const inMemory = await runStudy(asked, here, only);
    for (const name of ['components-eigenvalues.csv', 'components-loadings.csv']) {
      expectAlike(textOf(files, name), textOf(inMemory.files, name), 8);
    }
  },
  120_000,
);
