import { readFileSync } from 'node:fs';
import { ask, expect, expectAccessible, openSherds, test } from './helpers';

test('measures on the axes, shapes and sizes of their own, levels in order, density; a picture for print', async ({
  page,
}) => {
  await openSherds(page);
  await ask(page, 'Where does each row sit?');
  const brief = page.getByRole('group', { name: 'Brief' });
  const choose = async (word: string, choice: RegExp) => {
    await brief.getByRole('button', { name: word, exact: true }).click();
    await page.getByRole('dialog').getByRole('button', { name: choice }).click();
  };
  await choose('Dimension 2', /^SiO2 %/);
  await choose('likewise', /^fabric/);
  await choose('alike', /^CaO %/);
  await choose('no density', /^density by contours/);
  await choose('kiln', /^phase/);
  await expect(brief).toContainText(
    'Rows on Dimension 1 and SiO2 %, flat, coloured by phase, shaped by fabric, by their scores',
  );
  await expect(brief).toContainText('sized by CaO %');
  await expect(brief).toContainText('density by contours');
  const legend = page.getByRole('region', { name: 'Legend' });
  await expect(legend.getByRole('heading', { name: 'fabric, by shape' })).toBeVisible();
  await expect(legend.getByRole('listitem').filter({ hasText: 'shelly' })).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('button', { name: /^Take out: Map of/ }).click();
  await page.getByRole('menuitem', { name: 'Picture of another size …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Picture' });
  await expect(dialog.getByRole('combobox', { name: /Look/ })).toBeVisible();
  await expect(page.getByRole('menu')).toHaveCount(0);
  await expectAccessible(page);
  await dialog.getByRole('textbox', { name: 'Width, in pixels' }).fill('9');
  await expect(dialog.getByRole('button', { name: 'Take it out' })).toBeDisabled();
  await dialog.getByRole('textbox', { name: 'Width, in pixels' }).fill('1234');
  await dialog.getByRole('textbox', { name: 'Height, in pixels' }).fill('567');
  await dialog.getByRole('combobox', { name: /Look/ }).click();
  await page.getByRole('option', { name: /^For print/ }).click();
  const waiting = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Take it out' }).click();
  const file = await waiting;
  expect(file.suggestedFilename()).toBe('components-map.png');
  // A PNG says its size in its first chunk.
  const bytes = readFileSync(await file.path());
  expect([bytes.readUInt32BE(16), bytes.readUInt32BE(20)]).toEqual([1234, 567]);
});

test('a map of three dimensions is turned by the hand and by keys, and rows are selected on it', async ({
  page,
}) => {
  await openSherds(page);
  await ask(page, 'Where does each row sit?');
  const brief = page.getByRole('group', { name: 'Brief' });
  await brief.getByRole('button', { name: 'flat', exact: true }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Dimension 3/ })
    .click();
  await expect(brief).toContainText('Rows on Dimension 1, Dimension 2 and Dimension 3');
  const map = page.getByRole('application');
  const box = (await map.boundingBox())!;
  const middle = [box.x + box.width / 2, box.y + box.height / 2] as const;
  const look = () => map.locator('xpath=..').screenshot();
  const first = await look();
  await page.mouse.move(...middle);
  await page.mouse.down();
  await page.mouse.move(middle[0] + 120, middle[1] - 40, { steps: 6 });
  await page.mouse.up();
  await page.mouse.move(5, 5);
  const second = await look();
  expect(second.equals(first)).toBe(false);
  await map.focus();
  await page.keyboard.press('Control+ArrowLeft');
  expect((await look()).equals(second)).toBe(false);
  await expectAccessible(page);
  await page.keyboard.down('Control');
  await page.mouse.move(box.x + 20, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width - 20, box.y + box.height - 20, { steps: 6 });
  await page.mouse.up();
  await page.keyboard.up('Control');
  await expect(page.getByRole('heading', { name: /\d+ rows selected/ })).toBeVisible();
});
