import { ask, expect, expectAccessible, openFile, takeOut, test } from './helpers';

test('a catalogue of descriptions: its words tell the kinds, and a lasso leads back to the texts', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: /Tavering catalogue/ }).click();
  await expect(page.getByRole('grid', { name: /catalogue/ })).toBeVisible();
  await page.getByRole('button', { name: 'Vocabulary', exact: true }).click();
  const vocabulary = page.getByRole('region', { name: 'Vocabulary' });
  await expect(vocabulary.getByRole('row').filter({ hasText: 'jug' }).first()).toContainText(/jug \d\d\s%/);
  await expectAccessible(page);

  // Words are set aside, joined, and brought back.
  const find = page.getByRole('textbox', { name: 'find a word' });
  for (const word of ['jug', 'pitcher']) {
    await find.fill(word);
    await vocabulary.getByRole('checkbox', { name: word, exact: true }).check();
  }
  await page.getByRole('button', { name: 'Join as “jug”' }).click();
  const side = page.getByRole('complementary', { name: 'Words left out' });
  await expect(side).toContainText('pitcher as jug');
  await side.getByRole('button', { name: 'Bring back pitcher' }).click();
  await expect(side).not.toContainText('pitcher');
  // Undo stays where the words were chosen, however slowly the page follows.
  const undo = page.getByRole('button', { name: 'undo' });
  await undo.click();
  await expect(side).toContainText('pitcher as jug');
  await undo.click();
  await expect(page.getByRole('status').filter({ hasText: 'Undone' })).toBeVisible();
  await expect(side).not.toContainText('pitcher');
  await expect(page.getByRole('main', { name: 'What do I have?' })).toBeVisible();

  await ask(page, 'Is it fit to use?');
  const brief = page.getByRole('group', { name: 'Brief' });
  await expect(brief).toContainText('Split description into words of letters');
  await expect(page.getByRole('region', { name: 'Rows left out', exact: true })).toContainText(
    'no word is left',
  );
  await brief.getByRole('button', { name: 'forms kept apart' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^English forms joined/ })
    .click();
  await expect(brief).toContainText('English forms joined');
  await ask(page, 'Is it worth reducing?');
  await expect(page.getByRole('region', { name: 'Words that go together' })).toContainText(/·.*\.\d\d/);
  await ask(page, 'How many dimensions?');
  await expect(page.getByText(/50 dimensions hold \d\d\s% of the variance/)).toBeVisible();
  await expect(page.getByText('largest of 5 tables of words dealt out anew')).toBeVisible();

  await ask(page, 'What do they mean?');
  const first = page
    .getByRole('region', { name: 'Words of the dimensions' })
    .getByRole('region', { name: 'Dimension 1', exact: true });
  await expect(first.getByRole('button').first()).toBeVisible();
  await expectAccessible(page);

  await ask(page, 'Where does each row sit?');
  const map = page.getByRole('application').first();
  const box = (await map.boundingBox())!;
  const at = (x: number, y: number) => [box.x + box.width * x, box.y + box.height * y] as const;
  await page.mouse.move(...at(0.03, 0.03));
  await page.mouse.down();
  for (const corner of [at(0.4, 0.03), at(0.4, 0.42), at(0.03, 0.42)])
    await page.mouse.move(...corner, { steps: 4 });
  await page.mouse.up();
  const lens = page.getByRole('complementary', { name: 'Lens' });
  await expect(lens.getByRole('heading', { name: /\d+ rows selected/ })).toBeVisible();
  await expect(lens.getByRole('table', { name: 'Words they hold more often' })).toContainText(
    /others \d+\s%/,
  );
  const entries = lens.getByRole('list', { name: 'Selected entries' });
  await expect(entries.locator('mark').first()).toBeVisible();
  await entries.getByRole('button').first().click();
  await expect(lens.getByRole('heading', { name: /^K\d{4}$/ })).toBeVisible();
  await expect(lens.locator('mark').first()).toBeVisible();

  // A word lights up the entries that hold it.
  await page.getByRole('combobox', { name: 'Find entries with a word' }).fill('wick');
  await page.getByRole('option', { name: 'wick', exact: true }).click();
  await expect(lens.getByRole('heading', { name: /\d+ rows selected/ })).toBeVisible();
  await expectAccessible(page);

  const { text } = await takeOut(page, 'Loadings');
  expect(text).toContain('jug');
});

test('a text beside numbers is split where that is asked; what cannot be split says what to do', async ({
  page,
}) => {
  const words = ['кувшин', 'миска', 'зелёный', 'глина', 'лампа', 'фитиль'];
  const lines = Array.from({ length: 40 }, (_, i) => {
    const own = [0, 1, 2].map(step => words[(i * (step + 1) + step * 2) % words.length]!);
    return `${i},${(i * 7) % 11},${(i * 3) % 13},${own.join(' ')} и ещё несколько слов для длины`;
  });
  await openFile(page, 'notes.csv', `row,a,b,notes\n${lines.join('\n')}\n`);
  await ask(page, 'Is it fit to use?');
  const brief = page.getByRole('group', { name: 'Brief' });
  await brief.getByRole('button', { name: 'no text', exact: true }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^notes/ })
    .click();
  await expect(brief).toContainText('Split notes into words of letters');
  await ask(page, 'What do they mean?');
  await expect(page.getByRole('region', { name: 'Words of the dimensions' })).toContainText(
    /кувшин|миска|лампа/,
  );

  // Too much is left out: what, where, and what to do.
  await ask(page, 'Is it fit to use?');
  await brief.getByRole('button', { name: '2', exact: true }).first().click();
  await page.getByRole('textbox', { name: 'Characters of the shortest word' }).fill('50');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').first()).toContainText('no word is left to reduce');
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);

  // And back to the numbers.
  await brief.getByRole('button', { name: 'notes', exact: true }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^no text/ })
    .click();
  await expect(brief).toContainText('Use measures with');
});
