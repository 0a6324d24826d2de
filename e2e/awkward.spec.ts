import { ask, expect, expectAccessible, openFile, takeOut, test } from './helpers';

const COMPLAINTS = [
  ['an empty file', 'none.csv', '', 'The file is empty'],
  ['a header only', 'head.csv', 'a,b,c\n', 'has a header and no rows'],
  ['a binary file', 'photo.csv', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0, 1, 2]), 'PNG picture'],
  ['a workbook', 'book.csv', Buffer.from('PK\u0003\u0004 and more'), 'workbook'],
  ['an open quotation mark', 'quote.csv', 'a,b\n1,"2\n3,4\n', 'never closed'],
] as const;

for (const [what, name, content, message] of COMPLAINTS) {
  test(`${what} is refused with what, where and what to do`, async ({ page }) => {
    await openFile(page, name, content);
    const alert = page.getByRole('alert');
    await expect(alert).toContainText(name);
    await expect(alert).toContainText(new RegExp(message, 'i'));
    await expect(alert.getByRole('paragraph')).not.toBeEmpty();
    await expect(page.getByRole('region', { name: 'Studies kept in this browser' })).toContainText(
      'None yet',
    );
  });
}

test('the whole path with an awkward file: semicolons, decimal commas, UTF-16, gaps, a constant, odd names', async ({
  page,
}) => {
  const rows = Array.from({ length: 40 }, (_, i) => {
    const [x, y] = [Math.sin(i), Math.cos(1.7 * i)];
    const numbers = [x, x + 0.2 * y, y, y - 0.1 * x, 7, i === 5 ? null : x * y];
    return [
      `"Krug ""${i}""\nzwei"`,
      i % 3 === 0 ? 'Süd' : 'Nørd',
      ...numbers.map(v => (v === null ? 'n.b.' : v.toFixed(4).replace('.', ','))),
    ];
  });
  const header = [
    'Gefäß',
    'Gruppe',
    'Länge',
    'Länge',
    '',
    'Tiefe; außen',
    'gleich',
    'ganz besonders langer Name einer Spalte',
  ];
  const text = [header.map(h => `"${h}"`), ...rows].map(row => row.join(';')).join('\r\n');
  const bytes = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')]);
  await openFile(page, 'töpfe.csv', bytes);

  const rail = page.getByRole('navigation', { name: 'Questions' });
  await expect(rail).toContainText('40 rows · 6 measures · 1 label');
  await page.getByRole('button', { name: '3 notes on reading' }).click();
  const notes = page.getByRole('dialog', { name: 'Notes on how the file was read' });
  await expect(notes).toContainText('“Länge” stands more than once');
  await expect(notes).toContainText('Column 5 has no name');
  await expect(notes).toContainText(/1 of 40 entries are not numbers \(“n\.b\.” in row \d+\)/);
  await page.keyboard.press('Escape');

  await ask(page, 'Is it fit to use?');
  await page.getByRole('button', { name: 'Account', exact: true }).click();
  await expect(page.getByRole('main')).toContainText('gleich (does not vary in the rows used)');
  await expect(page.getByRole('heading', { name: '1 row left out' })).toBeVisible();
  await ask(page, 'How many dimensions?');
  await expect(page.getByRole('main')).toContainText('5 measures in 39 rows');
  await ask(page, 'What do they mean?');
  await expect(page.getByRole('table', { name: 'Ledger of loadings' }).getByRole('row')).toHaveCount(6);
  await ask(page, 'Where does each row sit?');
  await expect(page.getByRole('region', { name: 'Legend' })).toContainText('Nørd');

  const scores = await takeOut(page, 'Scores');
  expect(scores.text).toContain('"Krug ""0""\nzwei"');
  expect(scores.text).toContain('n.b.');
});

test('tables too small or too gappy can be looked at, and say why they cannot be reduced', async ({
  page,
}) => {
  for (const [content, message] of [
    ['a,b\n1,2\n', 'The table has 1 row, too few to compare'],
    ['a,b,c\n1,,3\n,2,3\n4,5,\n', 'No row is complete, of 3'],
    ['k,l\nx,y\nz,w\nz,y\n', 'There is no measure to reduce'],
    ['a,b\n1,5\n2,5\n3,5\n', 'There is only one measure to reduce; set aside: “b” (constant)'],
  ] as const) {
    await openFile(page, 'small.csv', content);
    await expect(page.getByRole('grid')).toBeVisible();
    await ask(page, 'How many dimensions?');
    await expect(page.getByRole('alert')).toContainText(message);
  }
});

test('3 rows, and more columns than rows', async ({ page }) => {
  await openFile(page, 'three.csv', 'a,b,c,d,e\n1,2,3,4,9\n2,4,1,3,7\n3,5,9,2,8\n');
  await ask(page, 'How many dimensions?');
  await expect(page.getByRole('region', { name: 'Eigenvalues, list' }).getByRole('row')).toHaveCount(3);
  await ask(page, 'Where does each row sit?');
  await expect(page.getByRole('application')).toBeVisible();
});

test('2,000 columns: the grid, the ledger and the plane stay in reach', async ({ page }) => {
  const names = Array.from({ length: 2000 }, (_, j) => `measure ${j}`);
  const rows = Array.from({ length: 30 }, (_, i) =>
    names.map((_, j) => (Math.sin(i * (1 + (j % 3))) + Math.sin(i * j * 0.37) / 3).toFixed(3)),
  );
  await openFile(page, 'wide.csv', [names, ...rows].map(row => row.join(',')).join('\n'));
  const grid = page.getByRole('grid');
  await expect(grid).toHaveAttribute('aria-colcount', '2001');
  await grid.focus();
  await page.keyboard.press('End');
  await expect(page.getByRole('columnheader', { name: /measure 1999/ })).toBeVisible();
  await ask(page, 'What do they mean?');
  await expect(page.getByRole('table', { name: 'Ledger of loadings' })).toHaveAttribute(
    'aria-rowcount',
    '2001',
  );
  await expect(page.getByRole('complementary', { name: 'Lens' })).toContainText(
    'The 150 longest of 2,000 arrows',
  );
});

test('more dimensions than fit beside each other: the last is in reach, with the measures beside it', async ({
  page,
}) => {
  const names = Array.from({ length: 60 }, (_, j) => `m${j}`);
  const rows = Array.from({ length: 90 }, (_, i) =>
    names.map((_, j) => Math.sin((i + 1) * (j + 1) * (1.7 + ((i * j) % 7))).toFixed(4)),
  );
  await openFile(page, 'noise.csv', [names, ...rows].map(row => row.join(',')).join('\n'));
  await ask(page, 'What do they mean?');
  const ledger = page.getByRole('table', { name: 'Ledger of loadings' });
  // Of noise parallel analysis keeps one.
  await page
    .getByRole('group', { name: 'Brief' })
    .getByRole('button', { name: /above random data/ })
    .click();
  await page.getByRole('button', { name: 'As many as have an eigenvalue above the average' }).click();
  await expect(ledger).not.toHaveAttribute('aria-colcount', '3');
  const kept = Number(await ledger.getAttribute('aria-colcount')) - 2;
  expect(kept).toBeGreaterThan(12);
  const inLens = (dimension: number) =>
    ledger.getByRole('button', { name: `Dimension ${dimension}, in the lens` });
  await expect(inLens(1)).toBeVisible();
  await expect(inLens(kept)).toHaveCount(0);

  const scroller = page.getByRole('region', { name: 'Ledger, scrollable' });
  await scroller.focus();
  await scroller.hover();
  await page.mouse.wheel(20_000, 0);
  await expect(inLens(kept)).toBeInViewport();
  await expect(ledger.getByRole('row').nth(1).getByRole('rowheader')).toBeInViewport();
  await expect(ledger.getByRole('columnheader', { name: 'held' })).toBeInViewport();
  await expectAccessible(page);
});

test('several files at once are not guessed at', async ({ page }) => {
  await page.goto('/');
  const data = await page.evaluateHandle(() => {
    const transfer = new DataTransfer();
    transfer.items.add(new File(['a,b\n1,2\n'], 'one.csv'));
    transfer.items.add(new File(['a,b\n1,2\n'], 'two.csv'));
    return transfer;
  });
  await page.getByRole('main').dispatchEvent('drop', { dataTransfer: data });
  await expect(page.getByRole('status')).toContainText(['2 files were dropped']);
});

test('long work shows how far it is, can be stopped, and taken up again', async ({ page }) => {
  const n = 1000;
  let state = 1;
  const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
  const lines = [Array.from({ length: n }, (_, j) => `m${j}`).join(',')];
  for (let i = 0; i < n; i++) lines.push(Array.from({ length: n }, () => random().toFixed(3)).join(','));
  await openFile(page, 'long.csv', lines.join('\n'));
  await expect(page.getByRole('grid')).toBeVisible();
  await page.keyboard.press('4');
  const work = page.getByRole('status', { name: 'Running work' });
  await expect(work).toContainText(/finding the dimensions of Components \d+\s%/);
  await work.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('main')).toContainText('Stopped.');
  await expect(work).toContainText('nothing running');
  // The screen answers while it runs again.
  await page.getByRole('button', { name: 'Run it after all' }).click();
  await expect(work).toContainText('Stop');
  await page.keyboard.press('1');
  await expect(page.getByRole('grid')).toBeVisible();
  await page.keyboard.press('4');
  await expect(page.getByRole('slider', { name: 'Dimensions kept' })).toBeVisible();
});

test('a full disk is told of, and the change holds in the tab', async ({ page }) => {
  await openFile(page, 'small.csv', 'a,b,c\n1,2,3\n2,1,5\n3,5,1\n4,4,4\n');
  await expect(page.getByRole('grid')).toBeVisible();
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('no room', 'QuotaExceededError');
    };
  });
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'unit variance' }).click();
  await page.getByRole('button', { name: /their mean only/ }).click();
  await expect(page.getByText(/not kept, and holds in this tab only: there is no room left/)).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Questions' })).toContainText('centred');
  const recipe = await takeOut(page, 'Recipe');
  expect(JSON.parse(recipe.text)).toMatchObject({ preparation: { scale: 'centre' } });
});

test('a transform that an entry does not allow says which, and the last good result stays', async ({
  page,
}) => {
  await openFile(page, 'small.csv', 'a,b,c\n1,2,3\n0,1,5\n3,5,1\n4,4,4\n');
  await ask(page, 'Is it fit to use?');
  await page.getByRole('button', { name: 'nothing', exact: true }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^by logarithm/ })
    .click();
  await expect(page.getByRole('alert').first()).toContainText(
    'column “a”, row 2: the logarithm needs positive numbers, and this is 0',
  );
  await expect(page.getByText('Out of date').first()).toBeVisible();
  await ask(page, 'How many dimensions?');
  await expect(page.getByRole('alert')).toContainText('row 2');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('JSON is read by what it holds, and one that is cut short is refused', async ({ page }) => {
  await openFile(page, 'pots.json', '[{"kiln":"a","x":1,"y":2},{"kiln":"b","x":2,"y":1},{"kiln":"a","x":3}]');
  await expect(page.getByRole('navigation', { name: 'Questions' })).toContainText(
    '3 rows · 2 measures · 1 label',
  );
  await expect(page.getByRole('group', { name: 'Brief' })).toContainText('3 rows of “pots”, read as JSON');
  await openFile(page, 'cut.json', '[{"kiln":"a"},]');
  await expect(page.getByRole('alert')).toContainText('cut.json: it is not whole JSON');
  await openFile(page, 'cut.parquet', 'PAR1 and then nothing that was promised PAR1');
  await expect(page.getByRole('alert')).toContainText('cut.parquet: this Parquet file cannot be read');
});
