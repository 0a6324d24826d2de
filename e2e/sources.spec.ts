import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sherds } from '../packages/core/demo/sherds';
import { startPostgres, type TestPostgres } from '../packages/engines/testPostgres';
import { ask, expect, expectAccessible, test } from './helpers';

// Tables that stay where they are: a folder of files, and a real PostgreSQL where it is installed.

const COPIES = 30;
const folder = mkdtempSync(join(tmpdir(), 'wold-sources-'));
let postgres: TestPostgres | null = null;
let server: ChildProcess | null = null;
let address = '';

/** The demo's sherds over and over, each time a little otherwise. */
const [head, ...rows] = sherds()
  .csv.trimEnd()
  .split(/\r?\n/)
  .map(line => line.split(','));
const many = Array.from({ length: COPIES }, (_, copy) =>
  rows.map((row, i) =>
    row.map((entry, j) =>
      j === 0
        ? `${i}-${copy}`
        : j < 4 || entry === ''
          ? entry
          : String(Number(entry) * (1 + ((copy * 7 + i * 3 + j) % 11) / 500)),
    ),
  ),
).flat();
const ALL = many.length;

test.beforeAll(async () => {
  writeFileSync(join(folder, 'sherds.csv'), [head, ...many].map(row => row!.join(',')).join('\n'));
  postgres = await startPostgres();
  if (postgres !== null) {
    const columns = head!.map((name, j) => `"${name}" ${j < 4 ? 'text' : 'float8'}`);
    await postgres.run(`create table sherds (${columns.join(', ')})`);
    const places = head!.map((_, j) => `$${j + 1}::${j < 4 ? 'text' : 'float8'}[]`);
    const values = head!.map((_, j) => many.map(row => (row[j] === '' ? null : row[j])));
    await postgres.run(`insert into sherds select * from unnest(${places.join(', ')})`, values);
    await postgres.run('analyze sherds');
  }
  server = spawn(
    'node',
    [
      'packages/server/dist/main.js',
      '--port',
      '8480',
      '--source',
      `files=${folder}`,
      ...(postgres === null ? [] : ['--source', 'digs=env:DIGS']),
    ],
    { env: { ...process.env, ...(postgres === null ? {} : { DIGS: postgres.address }) } },
  );
  address = await new Promise<string>(resolve => {
    let said = '';
    server!.stdout!.on('data', (data: Buffer) => {
      said += data.toString();
      const [found] = /http:\/\/[\d.:]+/.exec(said) ?? [];
      if (found !== undefined) resolve(found);
    });
  });
});
test.afterAll(async () => {
  server?.kill();
  await postgres?.stop();
  rmSync(folder, { recursive: true });
});

test('from a source to a map, and back to a table of scores', async ({ page }) => {
  const [source, table] = postgres === null ? ['files', 'sherds.csv'] : ['digs', 'sherds'];
  await page.goto(address);
  await page.getByRole('button', { name: new RegExp(`^${source}`) }).click();
  const dialog = page.getByRole('dialog', { name: `Tables in ${source}` });
  await dialog.getByRole('button', { name: new RegExp(`^${table}`) }).click();
  await expect(dialog.getByText('24 columns, 20 of numbers')).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole('combobox', { name: 'Rows are told apart by' }).click();
  await page.getByRole('option', { name: 'sherd' }).click();
  await dialog.getByRole('textbox', { name: 'Rows of the sample' }).fill('1,500');
  await dialog.getByRole('button', { name: 'Open as a study' }).click();

  // What is there is told by the engine of all rows, and shown of the sample.
  const brief = page.getByRole('group', { name: 'Brief' });
  await expect(brief).toContainText(`1,500 of ${ALL.toLocaleString('en')} rows by seed 1`);
  await page.getByRole('button', { name: 'Columns', exact: true }).click();
  await expect(brief).toContainText(`all ${ALL.toLocaleString('en')} rows`);
  const sio2 = page.getByRole('region', { name: 'Columns in figures' }).getByRole('row', { name: /SiO2 %/ });
  const values = many.map(row => row[4]!).filter(entry => entry !== '');
  await expect(sio2).toContainText(values.length.toLocaleString('en'));
  const mean = values.reduce((sum, entry) => sum + Number(entry), 0) / values.length;
  await expect(sio2).toContainText(mean.toPrecision(4));
  await expectAccessible(page);

  // Dimensions are of the whole, with the sample beside them.
  await ask(page, 'How many dimensions?');
  const complete = many.filter(row => row.slice(4).every(entry => entry !== '')).length;
  await expect(page.getByText(`20 measures in ${complete.toLocaleString('en')} rows`)).toBeVisible();
  const eigenvalues = page.getByRole('region', { name: 'Eigenvalues, list' });
  await expect(eigenvalues.getByRole('columnheader', { name: 'sample' })).toBeVisible();

  // The map is of the sample.
  await ask(page, 'Where does each row sit?');
  await expect(brief).toContainText('sample of 1,500');
  await expect(
    page
      .getByRole('img', { name: /^Map of/ })
      .or(page.getByLabel(/^Map of/))
      .first(),
  ).toBeVisible();
  await expectAccessible(page);

  // What is not done within an engine says so, and what to do: the sample alone.
  await ask(page, 'Is it fit to use?');
  await brief.getByRole('button', { name: 'leave out rows with any missing measure' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^fill gaps with the median/ })
    .click();
  await expect(
    page.getByText(/gaps are filled or kept, which is not done within an engine/).first(),
  ).toBeVisible();
  await brief.getByRole('button', { name: 'the whole table' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^the sample alone/ })
    .click();
  await expect(page.getByText(/not done within an engine/)).toHaveCount(0);
  await page.getByRole('button', { name: 'undo' }).click();
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(brief.getByRole('button', { name: 'the whole table' })).toBeVisible();

  // Scores go back.
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  await page.getByRole('button', { name: /^Scores in the engine/ }).click();
  const scores = page.getByRole('dialog', { name: /Scores of Components in the engine/ });
  await expect(scores.getByLabel('SQL of the scores')).toContainText('as "Dimension 1"');
  await expectAccessible(page);
  if (postgres === null) return;
  await scores.getByRole('textbox', { name: /Name of the table or view/ }).fill('public.sherd scores');
  await scores.getByRole('button', { name: 'Make a table' }).click();
  await expect(page.getByText('The table public.sherd scores has the scores of all rows.')).toBeVisible();
  await postgres.run(
    `do $$ begin if (select count(*) from "sherd scores") <> ${ALL} or (select count("Dimension 1") from "sherd scores") <> ${complete} then raise exception 'other rows'; end if; end $$`,
  );
});

test('programs ask under /api: a recipe on a source and on a table that is sent along gives the same figures', async ({
  request,
}) => {
  const recipe = await import('../packages/core/recipe/fresh');
  const { readDelimited } = await import('../packages/core/table/readDelimited');
  const text = [head, ...many.slice(0, 200)].map(row => row!.join(',')).join('\n');
  writeFileSync(join(folder, 'few.csv'), text);
  const fresh = recipe.freshRecipe(readDelimited(new TextEncoder().encode(text), 'few.csv'));
  const run = async (table: object) => {
    const reply = await request.post(`${address}/api/run`, {
      data: { recipe: fresh, table, only: ['eigenvalues'] },
    });
    expect(reply.status()).toBe(200);
    const last = JSON.parse((await reply.text()).trim().split('\n').at(-1)!) as {
      readonly result: { readonly files: readonly { readonly name: string; readonly text: string }[] };
    };
    const file = last.result.files.find(({ name }) => name === 'components-eigenvalues.csv')!;
    return file.text
      .trim()
      .split('\n')
      .slice(1)
      .map(line => Number(line.split(',')[2]));
  };
  const sent = await run({ name: 'few.csv', base64: Buffer.from(text).toString('base64') });
  const there = await run({ source: 'files', table: 'few.csv', sample: 50 });
  expect(there).toHaveLength(sent.length);
  there.forEach((value, d) => expect(Math.abs(value - sent[d]!)).toBeLessThan(1e-9));
  const foreign = await request.get(`${address}/api/sources`, {
    headers: { origin: 'http://elsewhere.example' },
  });
  expect(foreign.status()).toBe(403);
  const wrong = await request.post(`${address}/api/run`, {
    data: { recipe: { format: 'other' }, table: {} },
  });
  expect(wrong.status()).toBe(400);
});
