import { ask, expect, expectAccessible, openFile, test } from './helpers';

const rail = (page: import('@playwright/test').Page) => page.getByRole('navigation', { name: 'Questions' });

test('survey answers: matrix, verdicts, a doubtful item set aside and back', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /Tavering visitors/ }).click();
  await page.getByRole('button', { name: /may hold missing codes/ }).click();
  await page.getByRole('button', { name: 'All are missing' }).click();
  await ask(page, 'Is it worth reducing?');
  await expect(rail(page)).toContainText(/KMO\s0\.9\d · 1\smeasure doubtful/);
  await expect(page.getByRole('img', { name: /Correlations of 24 measures/ })).toBeVisible();
  await page.getByRole('region', { name: 'Strongest pairs' }).getByRole('button').first().click();
  await expect(page.getByRole('img', { name: /q13 against q16|q16 against q13/ })).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Verdicts', exact: true }).click();
  const verdicts = page.getByRole('table', { name: 'Verdicts' });
  await expect(verdicts).toContainText('Kaiser and Rice 1974');
  await expect(verdicts).toContainText('With so many rows nearly anything passes.');
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Measures', exact: true }).click();
  const stranger = page.getByRole('row', { name: /q24/ });
  await expect(stranger).toContainText('goes with no other measure');
  await page.getByRole('button', { name: 'Set q24 aside' }).click();
  await expect(rail(page)).toContainText(/no\smeasure doubtful/);
  await expect(rail(page)).toContainText('23 measures');
  await expectAccessible(page);
  await page.keyboard.press('Control+z');
  await expect(rail(page)).toContainText(/1\smeasure doubtful/);

  await page
    .getByRole('group', { name: 'Brief' })
    .getByRole('button', { name: /Pearson/ })
    .click();
  await page.getByRole('button', { name: /Spearman/ }).click();
  await expect(rail(page)).toContainText(/KMO\s0\.\d\d/);
});

test('a measure made of others is named, and what can be had is shown', async ({ page }) => {
  const rows = Array.from({ length: 30 }, (_, i) => [(i * 7) % 11, (i * 5) % 13, i % 3]);
  const lines = rows.map(([a, b, c]) => `${a},${b},${c},${a! + b!}`);
  await openFile(page, 'made.csv', `lime,iron,grit,both\n${lines.join('\n')}\n`);
  await ask(page, 'Is it worth reducing?');
  await expect(rail(page)).toContainText(/singular · 2\smeasures doubtful/);
  await page.getByRole('button', { name: 'Verdicts', exact: true }).click();
  await expect(page.getByRole('table', { name: 'Verdicts' })).toContainText('both follows from');
});
