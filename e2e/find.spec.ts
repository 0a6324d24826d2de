import { expect, openSherds, test } from './helpers';

test('every word of every sentence that is always there is found by / from elsewhere, and opens', async ({
  page,
}) => {
  await openSherds(page);
  const found = page.getByRole('listbox', { name: 'Found' }).getByRole('option');
  const settled = new Set<string>();
  for (const question of [1, 7]) {
    await page.keyboard.press(String(question));
    for (const letter of ['how', 'what', 'which', 'whether', 'least', 'columns', 'dimension', 'share']) {
      await page.keyboard.press('/');
      await page.getByRole('combobox', { name: /^Find/ }).fill(letter);
      const lines = await found.filter({ hasText: 'in the sentence of' }).allTextContents();
      for (const line of lines) settled.add(line.split('in the sentence of')[0]!);
      await page.keyboard.press('Escape');
    }
  }
  expect(settled.size).toBeGreaterThan(20);
  for (const settles of settled) {
    await page.keyboard.press('/');
    await page.getByRole('combobox', { name: /^Find/ }).fill(settles);
    await found.first().click();
    await expect(page.getByRole('dialog', { name: settles })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  }
});
