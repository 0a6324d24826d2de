import { ask, expect, expectAccessible, openSherds, test } from './helpers';

test('discriminant axes: found, read, mapped, and sherds of unknown kiln told', async ({ page }) => {
  await openSherds(page);
  const brief = page.getByRole('group', { name: 'Brief' });
  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Discriminant axes/ }).click();
  await ask(page, 'How many dimensions?');
  await expect(brief).toContainText(
    'Discriminant axes that part the levels of kiln, with unknown placed, not used',
  );
  const axes = page.getByRole('table', { name: 'Axes' });
  await expect(axes.getByRole('row')).toHaveCount(6);
  await expect(page.getByRole('note')).toContainText('The label was used to make these axes.');
  await expect(page.getByRole('note')).toContainText(/Of rows held out, \d+\.\d\s% are told right/);
  await expectAccessible(page);
  await axes.getByRole('row').nth(2).getByRole('button', { name: 'keep to here' }).click();
  await expect(brief).toContainText('keep 2,');
  await page.keyboard.press('Control+z');
  await expect(brief).toContainText('keep all 5');

  await ask(page, 'What do they mean?');
  const ledger = page.getByRole('table', { name: 'Ledger of discriminant axes' });
  await expect(ledger.getByRole('row')).toHaveCount(21);
  await page.getByRole('button', { name: 'Name of axis 1: none yet. Edit' }).click();
  await page.keyboard.type('Lime');
  await page.keyboard.press('Enter');
  await expectAccessible(page);

  await ask(page, 'Where does each row sit?');
  await expect(brief).toContainText('Rows on Lime');
  const legend = page.getByRole('region', { name: 'Legend' });
  await expect(legend.getByRole('button', { name: /unknown\s*\d/ })).toBeVisible();
  await expectAccessible(page);

  await ask(page, 'Can I rely on it?');
  await expect(page.getByRole('table', { name: 'Groups and what their rows are told to be' })).toBeVisible();
  await page.getByRole('button', { name: /rows? told wrong$/ }).click();
  await expect(page.getByRole('heading', { name: /\d+ rows selected/ })).toBeVisible();
  await page.getByRole('button', { name: 'Rows placed' }).click();
  const placed = page.getByRole('table', { name: 'Rows placed' });
  await placed.getByRole('button').first().click();
  const lens = page.getByRole('complementary', { name: 'Lens' });
  await expect(lens.getByText('most likely')).toBeVisible();
  await expectAccessible(page);
});
