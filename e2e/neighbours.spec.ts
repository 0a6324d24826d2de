import type { Page } from '@playwright/test';
import { ask, expect, expectAccessible, openFile, openSherds, takeOut, test } from './helpers';

const brief = (page: Page) => page.getByRole('group', { name: 'Brief' });
const course = (page: Page) => page.getByLabel('Course of the map');

/** Chooses in a word of the brief, by what it says. */
async function choose(page: Page, word: RegExp, choice: RegExp): Promise<void> {
  await brief(page).getByRole('button', { name: word }).click();
  await page.getByRole('dialog').getByRole('button', { name: choice }).click();
}

async function fill(page: Page, word: RegExp, text: string): Promise<void> {
  await brief(page).getByRole('button', { name: word }).click();
  await page.getByRole('dialog').getByRole('textbox').fill(text);
  await page.keyboard.press('Enter');
}

async function addMap(page: Page): Promise<void> {
  await expect(page.getByRole('grid')).toBeVisible();
  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Neighbour map/ }).click();
}

test('stamps: pictures as rows, a map laid out in sight, stopped, taken up again across a reload, and judged', async ({
  page,
}) => {
  test.setTimeout(400_000);
  await page.goto('/');
  await page.getByRole('button', { name: /Tavering stamps/ }).click();
  await expect(page.getByRole('grid')).toBeVisible({ timeout: 120_000 });
  await expect(brief(page)).toContainText('rows are pictures of 20 × 20 pixels');
  await addMap(page);
  await ask(page, 'Where does each row sit?');
  await expect(brief(page)).toContainText('coloured by family');
  // It is seen while it is laid out.
  await expect(course(page)).toContainText(/\d+ of 1,000\siterations · KL divergence/, { timeout: 120_000 });
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(course(page).getByRole('button', { name: 'Go on' })).toBeVisible();
  const iterations = async (): Promise<number> =>
    Number((await course(page).innerText()).replace(',', '').match(/^\d+/)![0]);
  const stoppedAt = await iterations();
  expect(stoppedAt).toBeLessThan(1000);
  await expectAccessible(page);

  await page.reload();
  await expect(course(page).getByRole('button', { name: 'Go on' })).toBeVisible({ timeout: 60_000 });
  expect(await iterations()).toBeGreaterThanOrEqual(stoppedAt);
  await course(page).getByRole('button', { name: 'Go on' }).click();
  await expect(course(page).getByRole('button', { name: '250 iterations more' })).toBeVisible({
    timeout: 240_000,
  });
  const main = page.getByRole('main');
  await expect(main).toContainText(/Trustworthiness \.9\d · continuity \.9\d/, { timeout: 120_000 });
  await expect(main).toContainText(/family agrees among 9\d\s%/, { timeout: 60_000 });
  const legend = page.getByRole('region', { name: 'Legend' });
  await expect(legend.getByRole('img', { name: 'Mean picture of ring' })).toBeVisible();
  await expectAccessible(page);

  // A row is seen as its picture, with those of the nearest.
  await page.getByLabel(/^Map of 12000 rows/).focus();
  await page.keyboard.press('/');
  await page.keyboard.type('S00042');
  await page.keyboard.press('Enter');
  const lens = page.getByRole('complementary', { name: 'Lens' });
  await expect(lens.getByRole('img', { name: 'S00042' })).toBeVisible();
  await expect(lens.getByRole('button', { name: /^Select S/ })).toHaveCount(8);
});

test('sherds: a perplexity too large is refused before it runs; UMAP; what sets a kiln apart; trueness; files', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await openSherds(page);
  await addMap(page);
  await ask(page, 'How many dimensions?');
  const main = page.getByRole('main');
  await expect(course(page)).toContainText(/^1,000\siterations · KL/, { timeout: 60_000 });
  await brief(page).getByRole('button', { name: '25', exact: true }).click();
  const box = page.getByRole('dialog').getByRole('textbox');
  await expect(page.getByRole('dialog')).toContainText('From 2 to 83');
  await box.fill('90');
  await expect(box).toHaveAttribute('aria-invalid', 'true');
  await box.fill('10');
  await page.keyboard.press('Enter');
  await expect(course(page)).toContainText(/^1,000\siterations · KL/, { timeout: 60_000 });
  await course(page).getByRole('button', { name: '250 iterations more' }).click();
  await expect(course(page)).toContainText(/^1,250\siterations/, { timeout: 60_000 });
  await expectAccessible(page);

  await choose(page, /^t-SNE$/, /^UMAP/);
  await expect(course(page)).toContainText(/^500\sepochs/, { timeout: 60_000 });
  await fill(page, /^15\sneighbours$/, '8');
  await expect(brief(page)).toContainText(/8\sneighbours/);
  await expect(course(page)).toContainText(/^500\sepochs/, { timeout: 60_000 });

  await ask(page, 'What do they mean?');
  await main.getByRole('button', { name: 'kiln Marram' }).click();
  const apart = main.getByRole('table', { name: 'Columns that set the rows apart' });
  await expect(apart.getByRole('row')).toHaveCount(21);
  await expect(main).toContainText(/38\srows against 214 others/);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Columns along the axes' }).click();
  await expect(main).toContainText('The axes of such a map have no meaning of their own');
  await expectAccessible(page);

  await ask(page, 'Can I rely on it?');
  await expect(main.getByRole('table', { name: 'How true the map is' })).toContainText('trustworthiness', {
    timeout: 60_000,
  });
  await expect(main.getByRole('table', { name: 'Agreement of kiln among neighbours' })).toContainText(
    'Marram',
  );
  await expectAccessible(page);

  await ask(page, 'Where does each row sit?');
  await choose(page, /^kiln$/, /^neighbours kept/);
  await expect(page.getByRole('region', { name: 'Legend' })).toContainText('neighbours kept');
  const scores = await takeOut(page, 'Scores');
  expect(scores.text.split('\n')[0]).toMatch(/Dimension 1,Dimension 2$/);
  const quality = await takeOut(page, 'Trueness');
  expect(quality.text.split('\n')[0]).toBe('row,neighbours kept,trustworthiness,continuity');
  const figures = await takeOut(page, 'All figures');
  const { reductions } = JSON.parse(figures.text) as {
    reductions: { method: string; map?: { by: string } }[];
  };
  expect(reductions.find(({ method }) => method === 'neighbours')!.map!.by).toBe('umap');
});

test('few rows and gaps: what no map can be made of is said with what to do', async ({ page }) => {
  await openFile(page, 'five.csv', 'name,a,b,c\np,1,2,3\nq,2,1,5\nr,4,4,1\ns,3,5,2\nt,5,3,4\n');
  await addMap(page);
  await ask(page, 'How many dimensions?');
  await expect(brief(page)).toContainText(/t-SNE needs 7 rows at least/);
  await expect(page.getByRole('main')).toContainText(/5\srows/);
  await choose(page, /^t-SNE$/, /^UMAP/);
  await expect(course(page)).toContainText(/^500\sepochs/, { timeout: 60_000 });
});
