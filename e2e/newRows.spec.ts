import { readFileSync } from 'node:fs';
import { ask, expect, expectAccessible, openSherds, test } from './helpers';

const truth = JSON.parse(readFileSync('demo/sherds.truth.json', 'utf8')) as {
  unknown: { row: number; kiln: string }[];
};
const lines = readFileSync('demo/sherds.csv', 'utf8').trim().split('\n');

test('rows of a second file are placed on every map, those unlike all others are called so, and undo lets them go', async ({
  page,
}) => {
  await openSherds(page);
  const lens = page.getByRole('complementary', { name: 'Lens' });
  await ask(page, 'Where does each row sit?');
  const whole = lines.filter((line, i) => i > 0 && !line.includes(',,') && !line.includes('TILE'));
  const [first, second, third] = whole;
  // A sherd of no valley: every content five times as large.
  const strange = third!
    .split(',')
    .map((entry, j) => (j > 3 ? String(5 * Number(entry)) : entry))
    .join(',');
  const panel = page.getByRole('region', { name: 'Rows only placed' });
  await panel.getByLabel('File of new rows').setInputFiles({
    name: 'dug up later.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from([lines[0], first, second, strange].join('\n')),
  });
  await expect(panel).toContainText(/3\srows of dug up later/);
  await expect(panel).toContainText(/1\srow is unlike all rows in use/);
  await expect(panel).toContainText('Placed by the dimensions themselves');
  await expectAccessible(page);
  await panel
    .getByRole('button', { name: /^1\srow$/ })
    .first()
    .click();
  await expect(lens.getByText(/^Row 289/)).toBeVisible();

  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Neighbour map/ }).click();
  await ask(page, 'Where does each row sit?');
  await page.getByRole('button', { name: 'Let go' }).click();
  await expect(panel).toContainText(/rows of the map, placed as if they were new, come out/);
  await panel.getByRole('button', { name: 'by the map’s own loss' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^by a random forest/ })
    .click();
  await expect(panel.getByRole('button', { name: 'by a random forest' })).toBeVisible();
  await expect(panel.getByRole('img', { name: /^Rows held out/ })).toBeVisible();
  await expectAccessible(page);

  await page.reload();
  await expect(panel).toContainText(/3\srows of dug up later/);
  await panel.getByRole('button', { name: 'Let them go' }).click();
  await expect(panel.getByRole('button', { name: 'Place new rows' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Undone: new rows that are only placed.')).toBeVisible();
  await expect(panel).toContainText(/3\srows of dug up later/);

  await panel.getByLabel('File of new rows').setInputFiles({
    name: 'wrong.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('a,b\n1,2\n'),
  });
  await expect(panel).toContainText('none of its 2 columns is called as one of “sherds”');
});

test('sherds of unknown kiln lie at the kilns that made them', async ({ page }) => {
  await openSherds(page);
  const brief = page.getByRole('group', { name: 'Brief' });
  await ask(page, 'Is it fit to use?');
  await brief
    .getByRole('button', { name: /missing/ })
    .first()
    .click();
  await page.getByRole('dialog').getByRole('button', { name: 'fill gaps by components' }).click();
  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Discriminant axes/ }).click();
  await ask(page, 'Can I rely on it?');
  await page.getByRole('button', { name: 'Rows placed' }).click();
  const placed = page.getByRole('table', { name: 'Rows placed' });
  await expect(placed.getByRole('row')).toHaveCount(10);
  let right = 0;
  for (const { row, kiln } of truth.unknown) {
    const sherd = lines[row + 1]!.split(',')[0]!;
    const told = placed.getByRole('row', { name: new RegExp(`^${sherd} `) });
    right += Number((await told.innerText()).includes(kiln));
  }
  expect(right).toBeGreaterThanOrEqual(8);
});
