import { ask, expect, expectAccessible, openSherds, pick, test } from './helpers';

test('dimensions rotated, told in several figures, and held against other columns', async ({ page }) => {
  await openSherds(page);
  const brief = page.getByRole('group', { name: 'Brief' });
  const main = page.getByRole('main');
  await ask(page, 'What do they mean?');
  const ledger = page.getByRole('table', { name: 'Ledger of loadings' });
  await expect(ledger.getByRole('row')).toHaveCount(21);

  // Rotation: what is held together stays, and the dimensions' correlations are told.
  await brief.getByRole('button', { name: 'not at all' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /promax/ })
    .click();
  await expect(main).toContainText(/together the 3 hold 67.8/);
  await expect(main).toContainText(/Correlations of the dimensions: Dimension 1 with Dimension 2/);
  await pick(page.getByRole('combobox', { name: 'What the cells hold' }), 'pattern');
  await expect(ledger).toContainText('0.');
  await pick(page.getByRole('combobox', { name: 'What the cells hold' }), 'contributions');
  await expect(ledger).toContainText('%');
  await expectAccessible(page);
  await brief.getByRole('button', { name: /promax/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'not at all' }).click();
  await expect(main).not.toContainText('Kaiser’s normalisation');

  // A measure left out is placed, and foretold.
  await brief.getByRole('button', { name: /20 measures/ }).click();
  await page.getByRole('dialog').getByLabel('SiO2 %').click();
  await page.keyboard.press('Escape');
  await brief.getByRole('button', { name: 'no other columns' }).click();
  await page.getByRole('dialog').getByLabel('SiO2 %').click();
  await page.keyboard.press('Escape');
  await expect(ledger.getByRole('row', { name: /SiO2 % ?placed/ })).toBeVisible();
  await page.getByRole('button', { name: 'Outcome', exact: true }).click();
  await main.getByRole('button', { name: 'a column of your choice' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'SiO2 %' }).click();
  await expect(page.getByRole('table', { name: 'Coefficients of the scores' }).getByRole('row')).toHaveCount(
    5,
  );
  await expect(main).toContainText('R² on rows held out');
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Other columns', exact: true }).click();
  const means = page.getByRole('table', { name: 'Means of the scores by group' });
  await expect(means.getByRole('row', { name: /Fennick/ })).toContainText('50');
  await expectAccessible(page);
});

test('scores go into the table, follow their reduction, and stand on the map', async ({ page }) => {
  await openSherds(page);
  await ask(page, 'Where does each row sit?');
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  await page.getByRole('dialog', { name: 'Take out' }).getByRole('button', { name: 'In step' }).click();
  const rail = page.getByRole('navigation', { name: 'Questions' });
  await expect(rail).toContainText('6 labels');
  const brief = page.getByRole('group', { name: 'Brief' });
  await brief.getByRole('button', { name: 'kiln' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Components 3/ })
    .click();
  await expect(rail).toContainText(/coloured by Components 3/);
  await expect(rail).toContainText('kept in this browser');
  await page.reload();
  await expect(rail).toContainText(/coloured by Components 3/);
  await ask(page, 'What do I have?');
  const grid = page.getByRole('grid');
  await grid.focus();
  await page.keyboard.press('End');
  await expect(page.getByRole('columnheader', { name: /Components 3/ })).toBeVisible();
});

test('the map with arrows, sizes and odd rows', async ({ page }) => {
  await openSherds(page);
  await ask(page, 'Where does each row sit?');
  const brief = page.getByRole('group', { name: 'Brief' });
  const main = page.getByRole('main');
  await brief.getByRole('button', { name: 'no arrows' }).click();
  await page.getByRole('dialog').getByRole('textbox').fill('8');
  await page.keyboard.press('Enter');
  await expect(main).toContainText(/arrows are coefficients, × \d/);
  await brief.getByRole('button', { name: 'scores', exact: true }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^standardised scores/ })
    .click();
  await expect(main).toContainText(/arrows are loadings, × \d/);
  await brief.getByRole('button', { name: 'alike' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /by squared cosine/ })
    .click();
  await brief.getByRole('button', { name: 'odd rows unmarked' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /odd rows marked/ })
    .click();
  await expect(main).toContainText(/off the dimensions: 5/);
  await expectAccessible(page);
});
