import { readFile } from 'node:fs/promises';
import { ask, expect, openSherds, test } from './helpers';

test('views are kept when one comes back, and the keyboard stays where work goes on', async ({ page }) => {
  await openSherds(page);
  const view = (name: string) => page.getByRole('button', { name, exact: true });
  await page.keyboard.press('3');
  await view('Verdicts').click();
  await page.keyboard.press('5');
  await expect(page.getByRole('main')).toBeFocused();
  await view('Plane').click();
  await page.keyboard.press('3');
  await expect(view('Verdicts')).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('5');
  await expect(view('Plane')).toHaveAttribute('aria-pressed', 'true');
  await page.reload();
  await expect(view('Plane')).toHaveAttribute('aria-pressed', 'true');

  await view('Ledger').click();
  await page.getByRole('button', { name: 'Name of dimension 1: none yet. Edit' }).click();
  await page.keyboard.type('Lime');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Name of dimension 1: Lime. Edit' })).toBeFocused();
});

test('a question that was not visited is not out of date; what is added is asked', async ({ page }) => {
  await openSherds(page);
  const rail = page.getByRole('navigation', { name: 'Questions' });
  await expect(rail.getByRole('link', { name: /How many dimensions/ })).toHaveAccessibleName(
    /not yet looked at/,
  );
  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Components once more/ }).click();
  await expect(page.getByRole('button', { name: 'Take Components 2 in hand' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
});

test('boxes and ledger are taken out as pictures of all that stands in them', async ({ page }) => {
  await openSherds(page);
  const svgOf = async (label: string) => {
    await page.getByRole('button', { name: `Take out: ${label}` }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: 'Picture as SVG' }).click();
    return readFile(await (await download).path(), 'utf8');
  };
  await ask(page, 'Is it fit to use?');
  const boxes = await svgOf('Boxes of all measures');
  await ask(page, 'What do they mean?');
  await expect(page.getByRole('table', { name: 'Ledger of loadings' })).toBeVisible();
  const ledger = await svgOf('Ledger');
  for (const measure of ['SiO2 %', 'CaO %', 'V ppm']) {
    expect(boxes).toContain(measure);
    expect(ledger).toContain(measure);
  }
  expect(ledger).toContain('Dimension 3');

  // A measure in full has an axis and counts.
  await ask(page, 'Is it fit to use?');
  await page.getByRole('button', { name: 'MnO %', exact: true }).click();
  const full = page.getByRole('region', { name: 'MnO % in full' });
  await expect(full.getByRole('img', { name: 'Entries of MnO %, before and after' })).toBeVisible();
  const numbers = page.waitForEvent('download');
  await full.getByRole('button', { name: /^Take out: Entries of MnO/ }).click();
  await page.getByRole('menuitem', { name: 'Numbers as CSV' }).click();
  const csv = await readFile(await (await numbers).path(), 'utf8');
  const before = csv.split('\n').filter(line => line.startsWith('before,'));
  expect(before.reduce((sum, line) => sum + Number(line.split(',').at(-1)), 0)).toBe(284);
});
