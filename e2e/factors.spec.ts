import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { ask, expect, expectAccessible, openFile, takeOut, test } from './helpers';

/** Opens the visitors' answers, with the codes of those who gave none taken for missing, and adds factors. */
async function addFactors(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: /Tavering visitors/ }).click();
  await expect(page.getByRole('grid')).toBeVisible();
  await page.getByRole('button', { name: /may hold missing codes/ }).click();
  await page.getByRole('button', { name: 'All are missing' }).click();
  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Factors/ }).click();
}

const brief = (page: Page) => page.getByRole('group', { name: 'Brief' });

/** Chooses in a word of the brief, by what it settles. */
async function choose(page: Page, word: RegExp, choice: RegExp): Promise<void> {
  await brief(page).getByRole('button', { name: word }).click();
  await page.getByRole('dialog').getByRole('button', { name: choice }).click();
}

test('from the visitors’ answers to named factors, an item set aside and brought back, report and scores', async ({
  page,
}) => {
  await addFactors(page);
  const main = page.getByRole('main');

  await ask(page, 'How many dimensions?');
  await expect(main).toContainText('Four factors hold');
  // The twins make a factor by themselves, and that is seen before it is taken.
  await expect(main).toContainText('made by q13 and q16 alone');
  await expect(main.getByRole('button', { name: /^Keep 4, as parallel analysis/ }).first()).toBeVisible();
  await expect(
    main.getByRole('table', { name: 'What each number of factors would cost' }).getByRole('row'),
  ).toHaveCount(9);
  await expectAccessible(page);
  await main.getByRole('button', { name: 'Set three factors beside these' }).click();
  await expect(main.getByRole('table', { name: 'Factors matched by congruence' })).toContainText(
    /none like it: a doublet by q13, q16/,
  );
  await expectAccessible(page);

  await ask(page, 'How many dimensions?');
  await main.getByRole('button', { name: 'Keep 3', exact: true }).click();
  await expect(main).toContainText('Three factors hold');

  await ask(page, 'What do they mean?');
  const ledger = main.getByRole('table', { name: 'Ledger of factors' });
  await expect(ledger).toContainText('I could have watched the potter at work for hours');
  await expect(main).toContainText(/Mean \|φ\| \.\d\d/);
  for (const [factor, name] of ['Making', 'Ease', 'Place'].entries()) {
    await ledger.getByRole('button', { name: `Name of factor ${factor + 1}: none yet. Edit` }).click();
    await page.keyboard.type(name);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('navigation', { name: 'Questions' })).toContainText('3 of 3 named');
  await expectAccessible(page);

  // An item that belongs to nothing is set aside with a reason, and what it changes stands beside.
  await page.keyboard.press('/');
  await page.keyboard.type('q24');
  await page.keyboard.press('Enter');
  await main.getByRole('button', { name: 'q24', exact: true }).first().click();
  await page.getByLabel('why?').fill('belongs to nothing');
  await page.keyboard.press('Enter');
  await expect(main.getByRole('list', { name: 'Trail of what was set aside' })).toContainText(
    'q24 belongs to nothing',
  );
  const both = main.getByRole('table', { name: 'Measures in both solutions' });
  await expect(both.getByRole('row', { name: /q24/ })).toContainText('set aside here');
  await expect(main).toContainText('No measure changes its factor.');

  await main.getByRole('button', { name: 'Report', exact: true }).click();
  const report = main.getByRole('region', { name: 'Report' });
  await expect(report).toContainText('q24 was set aside (belongs to nothing)');
  await expect(report.getByRole('table').first()).toContainText('Making');
  await expectAccessible(page);
  const waiting = page.waitForEvent('download');
  await report.getByRole('button', { name: 'Take out as a page' }).click();
  const html = await readFile((await (await waiting).path())!, 'utf8');
  expect(html).toContain('Pattern loadings of 23 measures on 3 common factors');
  expect(html).toContain('McDonald’s ω');

  const scores = await takeOut(page, 'Scores');
  expect(scores.text.split('\n')[0]).toMatch(/,Making,Ease,Place/);
  expect((await takeOut(page, 'Loadings')).text).not.toContain('q24');

  await main.getByRole('button', { name: 'Ledger', exact: true }).click();
  await main.getByRole('button', { name: /^Walk back to before q24/ }).click();
  await expect(main.getByRole('list', { name: 'Trail of what was set aside' })).toHaveCount(0);
  expect((await takeOut(page, 'Loadings')).text).toContain('q24');
  await expect(ledger).toContainText('Making');
});

test('rotations, fit, residuals and reliability of factors; a sign is turned', async ({ page }) => {
  await addFactors(page);
  const main = page.getByRole('main');
  await ask(page, 'What do they mean?');
  const ledger = main.getByRole('table', { name: 'Ledger of factors' });
  const first = ledger.getByRole('row', { name: /q01/ }).getByRole('cell').first();
  const before = await first.textContent();
  await ledger.getByRole('button', { name: 'Turn the sign of Dimension 1' }).click();
  await expect(first).toHaveText(`−${before}`);
  await choose(page, /obliquely by oblimin/, /^by varimax/);
  await expect(main).toContainText('Rotated orthogonally by varimax');
  await expect(first).toHaveText(/^−\./);
  await choose(page, /by minimum residual/, /^by maximum likelihood/);
  await choose(page, /^by varimax/, /^obliquely to a target/);
  await expect(brief(page)).toContainText('places 24 of 24 measures');

  await ask(page, 'Can I rely on it?');
  await expect(main.getByRole('table', { name: 'Figures of fit' })).toContainText('RMSEA');
  await expectAccessible(page);
  await main.getByRole('button', { name: 'Residuals', exact: true }).click();
  await main.getByRole('region', { name: 'Largest residuals, list' }).getByRole('button').first().click();
  await expect(page.getByRole('complementary', { name: 'Lens' })).toContainText('On the factors');
  await expectAccessible(page);
  await main.getByRole('button', { name: 'Reliability', exact: true }).click();
  await expect(main.getByRole('region', { name: 'Reliability' })).toContainText('α without it');
});

test('factors of a matrix with n, and of what allows none', async ({ page }) => {
  const matrix = [
    ',a,b,c,d,e,f',
    'a,1,.6,.5,.1,.1,.2',
    'b,.6,1,.55,.12,.1,.1',
    'c,.5,.55,1,.2,.1,.1',
    'd,.1,.12,.2,1,.6,.5',
    'e,.1,.1,.1,.6,1,.5',
    'f,.2,.1,.1,.5,.5,1',
  ].join('\n');
  await openFile(page, 'relations.csv', `${matrix}\n`);
  await page.getByRole('grid').waitFor();
  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Factors/ }).click();
  const main = page.getByRole('main');
  await ask(page, 'How many dimensions?');
  await expect(main).toContainText('needs the number of rows');
  await expect(brief(page)).toContainText('no rows, of which a matrix has none');
  await ask(page, 'Can I rely on it?');
  await expect(main).toContainText('give it in question 1');
  await ask(page, 'What do I have?');
  await brief(page).getByRole('button', { name: 'an unknown number of' }).click();
  await page.getByRole('dialog').getByRole('textbox').fill('200');
  await page.keyboard.press('Enter');
  await ask(page, 'Can I rely on it?');
  await expect(main.getByRole('table', { name: 'Figures of fit' })).toContainText(
    /χ², Bartlett’s correction/,
  );

  await openFile(page, 'two.csv', 'a,b\n1,2\n2,1\n3,5\n4,3\n');
  await page.getByRole('grid').waitFor();
  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Factors/ }).click();
  await ask(page, 'How many dimensions?');
  await expect(main).toContainText('2 measures have no common factor that could be told');
});
