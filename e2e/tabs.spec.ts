import { ask, expect, openFile, test } from './helpers';

const csv = [
  'pit,lime,sand,clay',
  ...Array.from({ length: 12 }, (_, i) => `pit ${i},${(i * 7) % 5},${(i * 5) % 7},${(i * 3) % 11}`),
].join('\n');

test('two tabs on one study follow each other, and neither writes over the other', async ({
  page,
  context,
}) => {
  await openFile(page, 'soil.csv', csv);
  const rail = page.getByRole('navigation', { name: 'Questions' });
  await expect(rail).toContainText('12 rows · 3 measures');
  const other = await context.newPage();
  await other.goto(page.url());
  const otherRail = other.getByRole('navigation', { name: 'Questions' });
  await expect(otherRail).toContainText('12 rows · 3 measures');

  // An edit here is seen there at once.
  await page.getByRole('button', { name: 'Role of clay: measure' }).click();
  await page.getByRole('menuitem', { name: /^aside/ }).click();
  await expect(otherRail).toContainText('12 rows · 2 measures');

  // A tab that only looks leaves it; undo there leads back, here too.
  await ask(other, 'Where does each row sit?');
  await expect(other.getByRole('status', { name: 'Running work' })).toContainText('nothing running');
  await page.reload();
  await expect(rail).toContainText('12 rows · 2 measures');
  await other.getByRole('button', { name: 'undo' }).click();
  await expect(rail).toContainText('12 rows · 3 measures');

  // A name given elsewhere, and a deletion.
  await other.goto('/');
  await other.getByRole('button', { name: 'Rename soil' }).click();
  await other.getByRole('textbox', { name: 'Name of the study' }).fill('Soil of the valley');
  await other.keyboard.press('Enter');
  await expect(page.getByText('Soil of the valley').first()).toBeVisible();
  await other
    .getByRole('button', { name: /^Delete/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'This study is not kept in this browser' })).toBeVisible();
});
