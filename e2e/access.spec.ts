import { ask, expect, expectAccessible, openFile, openSherds, test } from './helpers';

/** Every question with the views that it has, the one it opens with first. */
const VIEWS = [
  ['What do I have?', 'Rows', 'Columns', 'Repeats'],
  ['Is it fit to use?', 'Measures', 'Gaps', 'Account'],
  ['Is it worth reducing?', 'Matrix', 'Verdicts', 'Measures'],
  ['How many dimensions?'],
  ['What do they mean?', 'Ledger', 'Plane', 'Other columns', 'Outcome'],
  ['Where does each row sit?'],
  ['Can I rely on it?', 'Odd rows', 'Repeats', 'Groups'],
] as const;

// What differs between the two is their colours.
for (const [scheme, rules] of [
  ['light', 'all'],
  ['dark', 'colours'],
] as const) {
  for (const [question, ...views] of VIEWS) {
    test(`every view of “${question}” keeps the rules of access, ${scheme}`, async ({ page }) => {
      await page.emulateMedia({ colorScheme: scheme });
      await openSherds(page);
      await ask(page, question);
      for (const view of views.length === 0 ? [null] : views) {
        if (view !== null) await page.getByRole('button', { name: view, exact: true }).click();
        await expect(page.getByRole('status', { name: 'Running work' })).toContainText('nothing running');
        await expectAccessible(page, rules);
      }
    });
  }

  test(`a measure in full, the keys, what can be taken out and the start page keep them too, ${scheme}`, async ({
    page,
  }) => {
    await page.emulateMedia({ colorScheme: scheme });
    await openSherds(page);
    await page.getByRole('button', { name: 'Columns', exact: true }).click();
    await page.getByRole('button', { name: 'skew' }).click();
    await expect(page.getByRole('columnheader', { name: /skew/ })).toHaveAttribute('aria-sort', 'descending');
    await expectAccessible(page, rules);
    await ask(page, 'Is it fit to use?');
    await page.getByRole('button', { name: 'CaO %', exact: true }).click();
    await expect(page.getByRole('region', { name: 'CaO % in full' })).toContainText('Skewness');
    await expectAccessible(page, rules);
    await page.getByRole('button', { name: 'Take out', exact: true }).click();
    await expect(page.getByRole('dialog', { name: 'Take out' })).toContainText('All figures');
    await expectAccessible(page, rules);
    await page.keyboard.press('Escape');
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
    await expectAccessible(page, rules);
    await page.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('link', { name: 'Wold, all studies' }).click();
    await expect(page.getByRole('link', { name: /Tavering sherds/ })).toBeVisible();
    await expectAccessible(page, rules);
  });
}

test('a problem and a selection keep the rules of access', async ({ page }) => {
  await openFile(page, 'small.csv', 'a,b\n1,2\n');
  await ask(page, 'How many dimensions?');
  await expectAccessible(page);
  await openSherds(page);
  await page.keyboard.press('6');
  await page
    .getByRole('region', { name: 'Legend' })
    .getByRole('button', { name: /Marram/ })
    .dblclick();
  await expect(page.getByRole('heading', { name: '38 rows selected' })).toBeVisible();
  await expectAccessible(page);
});

test('with the keyboard alone: a role, a cut, a name, a row on the map', async ({ page }) => {
  await openSherds(page);
  const rail = page.getByRole('navigation', { name: 'Questions' });
  const grid = page.getByRole('grid');
  await grid.focus();
  for (let step = 0; step < 4; step++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menu', { name: 'Role of SiO2 %' })).toBeVisible();
  await page.keyboard.press('a');
  await page.keyboard.press('Enter');
  await expect(rail).toContainText('19 measures');
  await expect(grid).toBeFocused();

  await page.keyboard.press('4');
  await page.getByRole('slider', { name: 'Dimensions kept' }).focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowRight');
  await expect(rail).toContainText('2 of 19 hold');

  await page.keyboard.press('5');
  await page.getByRole('button', { name: 'Name of dimension 1: none yet. Edit' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Clay 1');
  await page.keyboard.press('Enter');
  await expect(rail).toContainText('1 of 2 named');

  await page.keyboard.press('6');
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'Lens' })).toContainText('Row ');
  await page.keyboard.press('c');
  await page.getByRole('button', { name: /^fabric/ }).focus();
  await page.keyboard.press('Enter');
  await expect(rail).toContainText('coloured by fabric');
  await page.keyboard.press('l');
  await expect(page.getByRole('button', { name: 'Open the lens' })).toBeVisible();
  await page.keyboard.press('b');
  await expect(page.getByRole('button', { name: 'Open the shelf' })).toBeVisible();
});
