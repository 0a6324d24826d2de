import { ask, expect, expectAccessible, openSherds, pick, test } from './helpers';

test('rules vote, a vote is taken, and the settings change the votes', async ({ page }) => {
  await openSherds(page);
  await ask(page, 'How many dimensions?');
  const votes = page.getByRole('region', { name: 'Votes' });
  const three = votes.getByRole('button', { name: /^Keep 3, as .*parallel analysis, 95th percentile/ });
  await expect(three).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('list', { name: 'Held against' })).toContainText('broken stick');
  await expectAccessible(page);
  await votes.getByRole('button', { name: /^Keep 4, as 70 % of the variance/ }).click();
  await expect(page.getByRole('slider', { name: 'Dimensions kept' })).toHaveAttribute('aria-valuenow', '4');
  await votes.getByRole('button', { name: /200 tables of random numbers/ }).click();
  await pick(page.getByRole('combobox', { name: /Random data/ }), /each shuffled/);
  await page.getByLabel(/Tables made/).fill('60');
  await page.getByLabel(/Share of the variance/).fill('0.9');
  // While it fades, a list has no contrast to be judged.
  await expect(page.getByRole('listbox')).toHaveCount(0);
  await expectAccessible(page);
  await page.keyboard.press('Enter');
  await expect(votes).toContainText('90 % of the variance');
  await expect(votes).toContainText('60 tables of shuffled columns');
  await page.keyboard.press('Control+z');
  await expect(votes).toContainText('200 tables of random numbers');
});
