import { readFile } from 'node:fs/promises';
import { strFromU8, unzipSync } from 'fflate';
import type { Download, Page } from '@playwright/test';
import { ask, expect, expectAccessible, openFile, openSherds, takeOut, test } from './helpers';

const bytesOf = async (download: Download) => new Uint8Array(await readFile((await download.path())!));

async function downloaded(page: Page, click: () => Promise<void>): Promise<Download> {
  const waiting = page.waitForEvent('download');
  await click();
  return waiting;
}

/** The text of a document for word processors. */
const docxText = (bytes: Uint8Array): string =>
  strFromU8(unzipSync(bytes)['word/document.xml']!)
    .replace(/<\/w:p>/g, '\n')
    .replace(/<[^>]+>/g, '')
    .replace(/&apos;/g, '’')
    .replace(/&amp;/g, '&')
    .replace(/&lt;/g, '<');

test('visitors, from the table to a document whose text is read back', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /Tavering visitors/ }).click();
  await ask(page, 'How many dimensions?');
  // A chart is kept from its menu.
  await page.getByRole('button', { name: 'Take out: Scree: eigenvalues by dimension' }).click();
  await page.getByRole('menuitem', { name: 'Keep for the write-up' }).click();
  await expect(page.getByText(/Kept for the write-up/)).toBeVisible();

  await ask(page, 'What do I report?');
  const report = page.getByRole('article', { name: 'The report' });
  await expect(report.getByText(/Principal components \(Pearson 1901/)).toBeVisible({ timeout: 30_000 });
  await expectAccessible(page);
  const checks = page.getByRole('region', { name: 'What a report is expected to hold' });
  await expect(checks).toContainText(/1 of \d+ expected parts missing/);
  await expect(report.getByRole('img', { name: /Scree/ })).toBeVisible();

  // In other words, a number in it stays live.
  /** What can be done with a sentence is there where the hand is. */
  const act = async (sentence: RegExp, what: RegExp): Promise<void> => {
    const tools = page.getByRole('group', { name: sentence });
    await report.locator('div').filter({ has: tools }).last().hover();
    await tools.getByRole('button', { name: what }).click();
  };
  await act(/What to do with: Three were kept/, /^Edit/);
  const words = page.getByRole('textbox', { name: /^Words of/ });
  await expect(words).toHaveValue(/\{kept\}/);
  await words.fill('We kept {kept} of them.');
  await page.getByRole('button', { name: 'Keep these words' }).click();
  await expect(report.getByText('We kept Three of them.')).toBeVisible();
  await page.getByRole('button', { name: 'Mark what changes from here on' }).click();

  // Another choice: what changed is marked, a click on a number leads to its question.
  await ask(page, 'How many dimensions?');
  await page.getByRole('group', { name: 'Brief' }).getByRole('button', { name: /^3/ }).click();
  const keep = page.getByRole('dialog').getByRole('textbox').first();
  await keep.fill('2');
  await keep.press('Enter');
  await ask(page, 'What do I report?');
  await expect(report.getByText(/We kept Two \(was Three\) of them/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('navigation', { name: 'Questions' })).toContainText(/numbers? changed/);
  await report.getByRole('button', { name: /^Two/ }).click();
  await expect(page.getByRole('main', { name: 'How many dimensions?' })).toBeVisible();
  await ask(page, 'What do I report?');
  await page.getByRole('button', { name: 'Take it as read' }).click();
  await expect(report.getByText('We kept Two of them.')).toBeVisible();

  // Left out, moved, of one's own.
  await act(/What to do with: They were not rotated/, /^Leave out/);
  await expect(report.getByText('They were not rotated.')).toBeHidden();
  await act(/What to do with: We kept/, /^Add a sentence behind/);
  await page.getByRole('textbox', { name: 'A sentence of your own' }).fill('This was decided beforehand.');
  await page.getByRole('button', { name: 'Keep these words' }).click();

  const docx = await downloaded(page, () =>
    page.getByRole('button', { name: 'Word processor (DOCX)' }).click(),
  );
  expect(docx.suggestedFilename()).toMatch(/-report\.docx$/);
  const text = docxText(await bytesOf(docx));
  expect(text).toContain('We kept Two of them. This was decided beforehand.');
  expect(text).not.toContain('They were not rotated.');
  // Every figure that the screen shows is in the document.
  for (const line of await report.locator('p').allInnerTexts()) {
    if (line.startsWith('Drawn before') || !/\p{L}/u.test(line)) continue;
    expect(text.replace(/\s/g, ' ')).toContain(line.replace(/\s/g, ' ').replace(/^Note\. /, ''));
  }
  for (const cell of (await report.getByRole('cell').allInnerTexts()).slice(0, 200))
    expect(text).toContain(cell);
});

test('a study as one file opens whole in another browser, and several as one', async ({ page, browser }) => {
  await openSherds(page);
  await ask(page, 'What do they mean?');
  await page.getByRole('button', { name: 'Name of dimension 1: none yet. Edit' }).click();
  await page.keyboard.type('Lime');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  const out = page.getByRole('dialog', { name: 'Take out' });
  const whole = await downloaded(page, () =>
    out.getByRole('button', { name: /^The study as one file/ }).click(),
  );
  expect(whole.suggestedFilename()).toBe('tavering-sherds.wold');
  const results = await downloaded(page, () =>
    out.getByRole('button', { name: /^The same with its results/ }).click(),
  );
  const inside = unzipSync(await bytesOf(results));
  expect(JSON.parse(strFromU8(inside['results/figures.json']!))).toHaveProperty('reductions');
  expect(strFromU8(inside['results/report.html']!)).toContain('Lime');
  await page.keyboard.press('Escape');
  const { text: loadings } = await takeOut(page, 'Loadings');
  // The one with results opens as well.
  const bytes = Buffer.from(await bytesOf(results));

  const fresh = await (await browser.newContext()).newPage();
  await fresh.goto('/');
  await fresh
    .getByLabel('Table file')
    .setInputFiles({ name: 'study.wold', mimeType: 'application/zip', buffer: bytes });
  await expect(fresh.getByRole('grid', { name: /sherds/ })).toBeVisible();
  await ask(fresh, 'What do they mean?');
  await expect(fresh.getByRole('button', { name: /Lime/ }).first()).toBeVisible();
  const { text: again } = await takeOut(fresh, 'Loadings');
  expect(again).toBe(loadings);

  // A backup of all, and a damaged file.
  await fresh.goto('/');
  const backup = await downloaded(fresh, () =>
    fresh.getByRole('button', { name: 'Take all of them out as one file' }).click(),
  );
  expect(Object.keys(unzipSync(await bytesOf(backup)))).toEqual(['tavering-sherds.wold']);
  await fresh
    .getByLabel('Table file')
    .setInputFiles({ name: 'cut.wold', mimeType: 'application/zip', buffer: bytes.subarray(0, 5000) });
  await expect(fresh.getByRole('alert')).toContainText(/cut off or damaged/);
  await expectAccessible(fresh);
  await fresh.context().close();
});

test('how far factors and axes hang on the rows, and a row where it would lie again', async ({ page }) => {
  await openSherds(page);
  await ask(page, 'Can I rely on it?');
  const brief = page.getByRole('group', { name: 'Brief' });
  await page.getByRole('button', { name: 'Without each row', exact: true }).click();
  const turning = page.getByRole('table', { name: 'Rows that turn it' });
  await expect(turning.getByRole('row').nth(1)).toContainText('°');
  await turning.getByRole('button').first().click();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Halves', exact: true }).click();
  await brief.getByRole('button', { name: 'at random' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^by kiln/ })
    .click();
  await expect(page.getByRole('heading', { name: /^Fennick: \d+/ })).toBeVisible();
  await expectAccessible(page);
  await ask(page, 'Where does each row sit?');
  await brief.getByRole('button', { name: 'where they are' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /with where they would lie again/ })
    .click();
  await expect(brief).toContainText('selected ones with where they would lie again');
  await ask(page, 'What do they mean?');
  await expect(page.getByRole('region', { name: 'Ledger, scrollable' })).toContainText('95 % of resamples');
});

test('a map of neighbours at all sizes, by other seeds, its gaps, and beside nothing', async ({ page }) => {
  await openSherds(page);
  await page.getByRole('button', { name: 'Add' }).click();
  await page.getByRole('menuitem', { name: /neighbour/i }).click();
  await ask(page, 'Can I rely on it?');
  const main = page.getByRole('main');
  await expect(main.getByRole('img', { name: /How true the map is/ })).toBeVisible({ timeout: 60_000 });
  await expect(main.getByRole('table', { name: 'Rows told least' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Gaps', exact: true }).click();
  await expect(main.getByRole('table', { name: 'Gaps around groups' })).toContainText(/a gap of the table/);
  await page.getByRole('button', { name: 'Distances', exact: true }).click();
  await expect(main).toContainText(/rank correlation of/);
  await page.getByRole('button', { name: 'Other seeds', exact: true }).click();
  await expect(main).toContainText(/groups of kiln stay together by all 6 seeds/, { timeout: 60_000 });
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Beside nothing', exact: true }).click();
  await expect(main).toContainText(/on that of nothing/, { timeout: 60_000 });
  await expectAccessible(page);
});

/** Answers of a wave, in which two groups of four questions go together; the last column is left out where that is asked. */
function wave(seed: number, columns = 8): string {
  let state = seed;
  const random = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
  const lines = Array.from({ length: 120 }, () => {
    const shared = [random(), random()];
    return Array.from({ length: columns }, (_, j) =>
      (shared[Number(j > 3)]! + 0.4 * random()).toFixed(3),
    ).join(',');
  });
  return [Array.from({ length: columns }, (_, j) => `q${j + 1}`).join(','), ...lines].join('\n');
}

test('several tables dropped on a study are run by its recipe and held against it', async ({ page }) => {
  await openFile(page, 'wave1.csv', wave(11));
  await expect(page.getByRole('grid')).toBeVisible();
  const dropped = await page.evaluateHandle(
    files => {
      const data = new DataTransfer();
      for (const [name, text] of files) data.items.add(new File([text], name));
      return data;
    },
    [
      ['wave2.csv', wave(12)],
      ['wave3.csv', wave(13, 7)],
    ] as [string, string][],
  );
  await page.getByRole('main').dispatchEvent('drop', { dataTransfer: dropped });
  const table = page.getByRole('table', { name: 'Tables by this recipe' });
  await expect(table.getByRole('row')).toHaveCount(4, { timeout: 30_000 });
  await expect(table.getByRole('row').nth(2)).toContainText(/wave2.csv.*120.*(1\.00|\.9\d)/);
  await expect(table.getByRole('row').nth(3)).toContainText(/lacks 1 of the recipe's columns: “q8”/);
  await expectAccessible(page);
  const file = await downloaded(page, () => page.getByRole('button', { name: 'Take it out as CSV' }).click());
  expect(file.suggestedFilename()).toBe('wave1-side-by-side.csv');

  // From the start page, without opening the study first.
  await page.goto('/');
  const picked = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Run the recipe of wave1 on other tables' }).click();
  const wave4 = { name: 'wave4.csv', mimeType: 'text/csv', buffer: Buffer.from(wave(14)) };
  await (await picked).setFiles([wave4]);
  await expect(table.getByRole('row')).toHaveCount(3, { timeout: 30_000 });
  await expect(table.getByRole('row').nth(2)).toContainText(/wave4.csv.*120/);
  await page.getByRole('button', { name: 'Close' }).click();
  await page.reload();
  await expect(page.getByRole('navigation').first()).toBeVisible();
  await expect(table).toBeHidden();
});
