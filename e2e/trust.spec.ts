import { ask, expect, expectAccessible, openSherds, test } from './helpers';

test('odd rows, repeats and groups of the demo table', async ({ page }) => {
  await openSherds(page);
  const rail = page.getByRole('navigation', { name: 'Questions' });
  const brief = page.getByRole('group', { name: 'Brief' });
  const lens = page.getByRole('complementary', { name: 'Lens' });
  await ask(page, 'Can I rely on it?');

  // The five readings that were contaminated, and no other.
  await expect(rail).toContainText(/5\srows beyond the limits/);
  const odd = page.getByRole('table', { name: 'Odd rows' });
  await expect(odd.getByRole('row')).toHaveCount(6);
  await odd.getByRole('button', { name: 'TV-127' }).click();
  await expect(lens).toContainText(/Q, off them.*beyond/s);
  const parts = lens.getByRole('table', { name: 'Entries and what the dimensions rebuild of them' });
  await expect(parts.getByRole('row').nth(1)).toContainText(/Na2O|K2O/);
  await expectAccessible(page);

  // A wider limit leaves fewer.
  await brief.getByRole('button', { name: /^95/ }).click();
  await page.getByRole('dialog').getByRole('textbox').fill('99.9');
  await page.keyboard.press('Enter');
  await expect(brief).toContainText(/99.9/);

  // Readings of one tile against all sherds.
  await page.getByRole('button', { name: 'Repeats', exact: true }).click();
  await expect(page.getByRole('main')).toContainText(/Choose in the sentence above/);
  await brief.getByRole('button', { name: /entries in columns/ }).click();
  await page
    .getByRole('dialog')
    .getByRole('checkbox', { name: /^sherd/ })
    .check();
  await page.keyboard.press('Escape');
  const scatter = page.getByRole('table', { name: 'Scatter within repeats' });
  await expect(scatter.getByRole('row')).toHaveCount(4);
  await expect(scatter.getByRole('row').nth(1)).toContainText('%');
  await expectAccessible(page);

  // A column without repeats says so.
  await page.getByRole('button', { name: 'Groups', exact: true }).click();
  await brief.getByRole('button', { name: /a label of your choice/ }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^phase/ })
    .click();
  const groups = page.getByRole('table', { name: 'Congruence of groups with all rows' });
  await expect(groups.getByRole('row')).toHaveCount(4);
  await expect(groups).toContainText(/equal|fair/);
  await expectAccessible(page);

  // How far the dimensions hang on the rows that there are.
  await page.getByRole('button', { name: 'Drawn anew', exact: true }).click();
  const again = page.getByRole('table', { name: 'Dimensions again' });
  await expect(again.getByRole('row')).toHaveCount(4);
  await expect(again.getByRole('row').nth(1)).toContainText(/\d+ of 100/);
  await expectAccessible(page);
});
