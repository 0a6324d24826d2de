import { CommanderError } from 'commander';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sherds } from '@wold/core/demo/sherds';
import { withFewDraws } from '@wold/core/testTables';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { parseRecipe } from '@wold/core/recipe/schema';
import { writeRecipe } from '@wold/core/recipe/writeRecipe';
import { readDelimited } from '@wold/core/table/readDelimited';
import { program } from './program';

const folder = mkdtempSync(join(tmpdir(), 'wold-test-'));
afterAll(() => rmSync(folder, { recursive: true }));
const at = (...parts: string[]) => join(folder, ...parts);
const { csv } = sherds();
const bytes = new TextEncoder().encode(csv);
writeFileSync(at('sherds.csv'), csv);
writeFileSync(at('other sherds.csv'), csv);
writeFileSync(at('wrong.csv'), 'a,b\n1,2\n2,1\n');
writeFileSync(at('recipe.json'), writeRecipe(withFewDraws(freshRecipe(readDelimited(bytes, 'sherds.csv')))));

async function wold(...words: string[]): Promise<{ said: string[]; warned: string[]; thrown: unknown }> {
  const [said, warned]: [string[], string[]] = [[], []];
  try {
    await program({ say: line => said.push(line), warn: line => warned.push(line) }).parseAsync(words, {
      from: 'user',
    });
    return { said, warned, thrown: null };
  } catch (thrown) {
    return { said, warned, thrown };
  }
}
const inFolder = (name: string) => readdirSync(at(name)).sort();

test('a recipe and a table give every file, and nothing else is left in the folder', async () => {
  const { thrown } = await wold('run', at('recipe.json'), '--table', at('sherds.csv'), '--out', at('all'));
  expect(thrown).toBeNull();
  expect(inFolder('all')).toEqual([
    'components-coefficients.csv',
    'components-dimensions.csv',
    'components-eigenvalues.csv',
    'components-loadings.csv',
    'components-measures.csv',
    'components-random.csv',
    'components-rows.csv',
    'components-scores.csv',
    'components-votes.csv',
    'figures.json',
    'recipe.json',
  ]);
  const figures = JSON.parse(readFileSync(at('all', 'figures.json'), 'utf8')) as { format: string };
  expect(figures.format).toBe('wold figures');
});

test('only some kinds of files', async () => {
  await wold(
    'run',
    at('recipe.json'),
    '--table',
    at('sherds.csv'),
    '--out',
    at('some'),
    '--only',
    'loadings,figures',
  );
  expect(inFolder('some')).toEqual(['components-loadings.csv', 'figures.json']);
});

test('several tables have a folder each; one that cannot be run is told of and stops no other', async () => {
  const { thrown, warned } = await wold(
    ...['run', at('recipe.json'), '--out', at('several'), '--only', 'eigenvalues', '--table'],
    ...[at('sherds.csv'), at('wrong.csv'), at('other sherds.csv')],
  );
  expect(inFolder('several')).toEqual(['other-sherds', 'sherds', 'side-by-side.csv']);
  expect(warned.join('\n')).toMatch(/wrong.*lacks 2\d of the recipe/s);
  expect((thrown as Error).message).toMatch(/1 of 3 tables could not be run/);
});

test('the recipe that a table starts with, to a file or to the output', async () => {
  await wold('recipe', '--table', at('sherds.csv'), '--out', at('fresh', 'recipe.json'));
  const written = readFileSync(at('fresh', 'recipe.json'), 'utf8');
  expect(parseRecipe(written, 'r')).toEqual(freshRecipe(readDelimited(bytes, 'sherds.csv')));
  const { said } = await wold('recipe', '--table', at('sherds.csv'));
  expect(`${said.join('\n')}\n`).toBe(written);
});

test('nothing is written unless all can be', async () => {
  mkdirSync(at('blocked', 'recipe.json'), { recursive: true });
  const { thrown } = await wold(
    'run',
    at('recipe.json'),
    '--table',
    at('sherds.csv'),
    '--out',
    at('blocked'),
  );
  expect((thrown as Error).message).toMatch(/there is a folder of that name/);
  expect(inFolder('blocked')).toEqual(['recipe.json']);
  writeFileSync(at('file'), '');
  const under = await wold('run', at('recipe.json'), '--table', at('sherds.csv'), '--out', at('file', 'x'));
  expect((under.thrown as Error).message).toMatch(/could not be written/);
});

test('help tells of the options, the kinds of files and what the exit codes mean', async () => {
  const { said, thrown } = await wold('run', '--help');
  expect((thrown as CommanderError).exitCode).toBe(0);
  for (const word of ['--table', '--out', '--only', 'figures', 'Exit codes'])
    expect(said.join('\n')).toContain(word);
});

test.each([
  [['run', at('recipe.json'), '--out', 'y'], /--table/],
  [['run', at('recipe.json'), '--table', 'x', '--out', 'y', '--only', 'pictures'], /no kind “pictures”/],
  [['fly'], /unknown command/],
])('%j is not understood', async (words, message) => {
  const { thrown, warned } = await wold(...words);
  expect(thrown).toBeInstanceOf(CommanderError);
  expect((thrown as CommanderError).exitCode).not.toBe(0);
  expect(warned.join('\n')).toMatch(message);
});

test.each([
  [['run', at('gone.json'), '--table', 'x', '--out', 'y'], /gone\.json.*no such file/],
  [['run', at('sherds.csv'), '--table', 'x', '--out', 'y'], /not JSON/],
  [['recipe', '--table', at('gone.csv')], /no such file/],
])('%j cannot be used, and says why', async (words, message) => {
  expect(((await wold(...words)).thrown as Error).message).toMatch(message);
});

test('rows of a second table are placed, and what they lack or are unlike is told', async () => {
  const lines = csv.trim().split('\n');
  const head = lines[0]!.split(',');
  const without = head.findIndex(name => name.includes('kiln'));
  const cut = (line: string) =>
    line
      .split(',')
      .filter((_, j) => j !== without)
      .join(',');
  const strange = lines[5]!
    .split(',')
    .map(entry => (entry !== '' && !Number.isNaN(Number(entry)) ? String(9 * Number(entry)) : entry));
  writeFileSync(at('new.csv'), [lines[0]!, lines[5]!, lines[6]!, strange.join(',')].map(cut).join('\n'));
  const call = [
    'run',
    at('recipe.json'),
    '--table',
    at('sherds.csv'),
    '--only',
    'scores',
    '--out',
    at('placed'),
  ];
  const { said, thrown } = await wold(...call, '--place', at('new.csv'));
  expect(thrown).toBeNull();
  expect(said.join('\n')).toMatch(/3 of 3 rows of new placed/);
  expect(said.join('\n')).toMatch(/1 are unlike all rows in use: row 3 of the second table/);
  const rows = readFileSync(at('placed', 'components-scores.csv'), 'utf8').trim().split('\n');
  expect(rows).toHaveLength(286 + 3 + 1);
  expect(rows.slice(-3).every(row => row.endsWith(',placed'))).toBe(true);
  // A row that is in the table too lies on itself.
  const scores = (line: string) => line.split(',').slice(-4, -1).map(Number);
  const same = rows[5]!.split(',').slice(-4);
  if (same.at(-1) === 'yes') {
    scores(rows.at(-3)!).forEach((score, d) => expect(score).toBeCloseTo(Number(same[d]), 9));
  }
  const { thrown: wrong } = await wold(...call, '--place', at('wrong.csv'));
  expect(String(wrong)).toMatch(/none of its 2 columns/);
});
