import { ask, expect, expectAccessible, openSherds, test } from './helpers';

test('a sheet of small maps over sizes and seeds: found one by one, judged, groups that hold, one taken in hand', async ({
  page,
}) => {
  await openSherds(page);
  const brief = page.getByRole('group', { name: 'Brief' });
  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Neighbour map/ }).click();
  await ask(page, 'How many dimensions?');
  await page.getByRole('button', { name: 'Sheet of small maps' }).click();
  await page.getByRole('button', { name: '3 seeds' }).click();
  await page.getByRole('dialog').getByRole('textbox').fill('2');
  await page.keyboard.press('Enter');
  await page
    .getByRole('main')
    .getByRole('button', { name: /^\d+, \d+, \d+/ })
    .click();
  await page.getByRole('dialog').getByRole('textbox').fill('8, twenty');
  await expect(page.getByRole('dialog')).toContainText('“twenty” is no number');
  await page.getByRole('dialog').getByRole('textbox').fill('20, 8');
  await page.keyboard.press('Enter');
  for (const name of [
    'perplexity 8, seed 1',
    'perplexity 8, seed 2',
    'perplexity 20, seed 1',
    'perplexity 20, seed 2',
  ]) {
    await expect(page.getByRole('region', { name, exact: true })).toContainText(
      /trustworthy \.\d\d · kept \d+\s%/,
    );
  }
  const groups = page.getByRole('region', { name: 'Groups that hold' });
  await expect(groups).toContainText(/groups? of kiln holds? together on every map/);
  await expect(groups.getByRole('row', { name: /reference tile/ })).toContainText('all');
  await expectAccessible(page);
  await page
    .getByRole('region', { name: 'perplexity 8, seed 2', exact: true })
    .getByRole('button', { name: 'Take in hand' })
    .click();
  await expect(brief).toContainText('perplexity 8');
  await expect(brief).toContainText('seed 2');
  await page.keyboard.press('Control+z');
  await expect(brief).toContainText('seed 1');
});

test('all planes of the kept components at once; one is made large', async ({ page }) => {
  await openSherds(page);
  await ask(page, 'Where does each row sit?');
  await page.getByRole('button', { name: 'All planes' }).click();
  await expect(page.getByRole('button', { name: /^Dimensions \d and \d, large$/ })).toHaveCount(3);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Dimensions 2 and 3, large' }).click();
  await expect(page.getByRole('group', { name: 'Brief' })).toContainText(
    'Rows on Dimension 2 and Dimension 3',
  );
  await expect(page.getByRole('application')).toBeVisible();
});
