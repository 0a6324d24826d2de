import type { Locator, Page } from '@playwright/test';
import { expect, test } from './helpers';

/** Tab, until what is meant has the focus. */
async function tabTo(page: Page, target: Locator): Promise<void> {
  await expect(target).toBeVisible();
  for (let presses = 0; presses < 120; presses++) {
    if (await target.evaluate(element => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error('It cannot be reached with Tab.');
}

const votes = /^Keep 3, as .*parallel analysis/;

test('from the visitors’ table to a defended number of factors with the keyboard alone', async ({ page }) => {
  await page.goto('/');
  await tabTo(page, page.getByRole('button', { name: /Tavering visitors/ }));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('grid')).toBeVisible();
  await page.keyboard.press('3');
  const main = page.getByRole('main');
  await expect(main).toHaveAccessibleName('Is it worth reducing?');
  const brief = page.getByRole('group', { name: 'Brief' });
  await tabTo(page, brief.getByRole('button', { name: /Pearson/ }));
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(brief).toContainText('polychoric correlations');
  await tabTo(page, page.getByRole('button', { name: 'Matrix', exact: true }));
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(main).toContainText('Sampling adequacy (KMO)');
  await page.keyboard.press('4');
  await tabTo(page, page.getByRole('button', { name: votes }).last());
  await page.keyboard.press('Enter');
  await expect(page.getByRole('slider', { name: 'Dimensions kept' })).toHaveAttribute('aria-valuenow', '3');
  await page.keyboard.press('5');
  await tabTo(page, brief.getByRole('button', { name: 'not at all' }));
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(main).toContainText(/Rotated by varimax/);
  await page.keyboard.press('7');
  await expect(page.getByRole('table', { name: 'Odd rows' })).toBeVisible();
});

test('the same with the mouse alone', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /Tavering visitors/ }).click();
  await expect(page.getByRole('grid')).toBeVisible();
  const rail = page.getByRole('navigation', { name: 'Questions' });
  await rail.getByRole('link', { name: 'Is it worth reducing?' }).click();
  await page.getByRole('button', { name: 'Verdicts' }).click();
  await expect(page.getByRole('main')).toContainText('Normality of each measure');
  await rail.getByRole('link', { name: 'How many dimensions?' }).click();
  await page.getByRole('button', { name: votes }).last().click();
  await expect(rail).toContainText(/3 of 24 hold/);
  await page.getByLabel('running share').check();
  await page.getByLabel('log scale').check();
  await rail.getByRole('link', { name: 'What do they mean?' }).click();
  await expect(page.getByRole('table', { name: 'Ledger of loadings' })).toBeVisible();
  await page.getByRole('group', { name: 'Brief' }).getByRole('button', { name: 'not at all' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /promax/ })
    .click();
  await expect(page.getByRole('main')).toContainText('Correlations of the dimensions');
});
