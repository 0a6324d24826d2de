import { ask, expect, expectAccessible, openFile, openSherds, pick, test } from './helpers';

const brief = (page: import('@playwright/test').Page) => page.getByRole('group', { name: 'Brief' });
const lens = (page: import('@playwright/test').Page) => page.getByRole('complementary', { name: 'Lens' });
const rail = (page: import('@playwright/test').Page) => page.getByRole('navigation', { name: 'Questions' });

test('a file read wrongly is read again as one says, with a preview, and undone', async ({ page }) => {
  await openFile(page, 'pots.csv', 'pot;height\n"a";1,250\n"b";2,500\n"c";1,125\n');
  await expect(page.getByRole('grid')).toContainText('1.25');
  await brief(page)
    .getByRole('button', { name: /semicolons/ })
    .click();
  const dialog = page.getByRole('dialog', { name: 'How the file is read' });
  await expect(dialog.getByRole('region', { name: 'Preview' })).toContainText('1.25');
  await pick(dialog.getByRole('combobox', { name: 'Decimal mark' }), 'point');
  await pick(dialog.getByRole('combobox', { name: 'Between thousands' }), 'comma');
  await expect(dialog.getByRole('region', { name: 'Preview' })).toContainText('1250');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Read it so' }).click();
  await expect(page.getByRole('grid')).toContainText('1250');
  await expect(brief(page)).toContainText('decimal points, commas between thousands');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('grid')).toContainText('1.25');
  await page.reload();
  await expect(page.getByRole('grid')).toContainText('1.25');
});

test('cells pasted from a spreadsheet are a table', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'kiln\tlime\tiron\na\t1,5\t2\nb\t2,5\t4\nc\t3\t5\n');
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data }));
  });
  await expect(page.getByRole('grid', { name: 'Table Pasted table' })).toContainText('2.5');
  await expect(brief(page)).toContainText('tabs between entries, decimal commas');
});

test('repeats are seen side by side, and counted once', async ({ page }) => {
  await openSherds(page);
  await page.getByRole('button', { name: 'Repeats' }).click();
  await page.getByRole('checkbox', { name: 'sherd' }).check();
  await expect(page.getByRole('heading', { name: '5 groups of repeats, 20 rows' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Repeats of row 33' })).toContainText('TV-032');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'are all kept' }).click();
  await page.getByRole('button', { name: /by their average/ }).click();
  await ask(page, 'Is it fit to use?');
  await expect(page.getByRole('group', { name: /Steps/ })).toContainText('15 rows');
  await page.getByRole('checkbox', { name: /repeats/ }).uncheck();
  await expect(page.getByRole('group', { name: /Steps/ })).toContainText('off');
});

test('rows are used by the levels of a label, and others only placed', async ({ page }) => {
  await openSherds(page);
  await brief(page).getByRole('button', { name: 'no rows' }).click();
  await page.getByRole('checkbox', { name: 'unknown' }).check();
  await expect(page.getByRole('dialog')).toContainText(/9\srows meet this/);
  await page.getByRole('button', { name: 'Only place these' }).click();
  await expect(brief(page)).toContainText('place rows with kiln unknown without using them');
  await brief(page).getByRole('button', { name: 'all rows' }).click();
  await page.getByRole('combobox', { name: 'Column' }).fill('SiO2');
  await page.getByRole('option', { name: 'SiO2 %' }).click();
  await page.getByLabel('from').fill('52');
  await page.getByRole('button', { name: 'Use only these' }).click();
  await expect(brief(page)).toContainText(/use rows with SiO2 % from 52/);
  await ask(page, 'Where does each row sit?');
  await expect(page.getByRole('application')).toBeVisible();
  await expect(page.getByRole('main')).toContainText(/./);
  await expect(page.locator('[aria-label*="only placed"]').first()).toBeVisible();
});

test('survey answers: codebook, missing codes all at once, reversed items, gaps', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /Tavering visitors/ }).click();
  await expect(brief(page)).toContainText(/a codebook of 24\scolumns, 5 reversed/);
  await brief(page)
    .getByRole('button', { name: /may hold missing codes/ })
    .click();
  await page.getByRole('button', { name: 'All are missing' }).click();
  await expect(brief(page)).not.toContainText('missing codes');
  await expect(page.getByRole('main')).toContainText('62');
  await ask(page, 'Is it fit to use?');
  await expect(brief(page)).toContainText(/reverse 5\smeasures/);
  await brief(page)
    .getByRole('button', { name: /leave out rows with any/ })
    .click();
  await page.getByRole('button', { name: /fill gaps by components/ }).click();
  await expect(rail(page)).toContainText(/62\sfilled · 5\sreversed/);
  await page.getByRole('button', { name: 'Gaps', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Patterns of gaps' })).toContainText('complete');
  await expectAccessible(page);
  await brief(page)
    .getByRole('button', { name: /fill gaps by components/ })
    .click();
  await page.getByRole('button', { name: /^keep gaps/ }).click();
  await ask(page, 'How many dimensions?');
  await expect(page.getByRole('slider', { name: 'Dimensions kept' })).toBeVisible();
});

test('a codebook from a file; a wrong one is named', async ({ page }) => {
  await openFile(page, 'answers.csv', 'q1,q2,q3\n1,5,2\n2,4,4\n5,1,3\n4,2,5\n');
  await brief(page).getByRole('button', { name: 'no codebook' }).click();
  const input = page.getByLabel('Codebook file');
  await input.setInputFiles({ name: 'wrong.csv', mimeType: 'text/csv', buffer: Buffer.from('a,b\n1,2\n') });
  await expect(page.getByRole('alert')).toContainText('A codebook has a column “name”');
  const book = 'name,wording,least,most,reversed\nq2,Was it hard?,1,5,yes\n';
  await input.setInputFiles({ name: 'book.csv', mimeType: 'text/csv', buffer: Buffer.from(book) });
  await expect(brief(page)).toContainText(/a codebook of 1\scolumn, 1 reversed/);
});

test('the lens: types, exceptions given a value, levels ordered, joined and coloured, bins', async ({
  page,
}) => {
  const rows = ['lime,kiln', '<0.1,b', ...[2, 3, 4, 5, 6, 7].map(x => `${x},${x % 2 ? 'a' : 'c'}`)];
  await openFile(page, 'pots.csv', `${rows.join('\n')}\n`);
  await expect(page.getByRole('grid')).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type('lime');
  await page.keyboard.press('Enter');
  await expect(lens(page)).toContainText('1 of 7 entries is not numbers: “<0.1”');
  await lens(page).getByLabel('“<0.1” is').fill('0.05');
  await page.keyboard.press('Enter');
  await expect(lens(page)).toContainText('7, 0 missing');
  await lens(page).getByRole('button', { name: 'Make a label of it' }).click();
  await page.keyboard.type('3');
  await page.keyboard.press('Backspace');
  await lens(page)
    .getByRole('textbox', { name: /number of bins/ })
    .fill('1 5');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('columnheader', { name: /lime, binned/ })).toBeVisible();

  await page.getByRole('button', { name: 'Columns', exact: true }).click();
  await page.getByRole('button', { name: 'kiln', exact: true }).click();
  await lens(page).getByRole('button', { name: 'c up' }).click();
  await expect(lens(page).getByRole('listitem').nth(1)).toContainText('c');
  await lens(page).getByRole('button', { name: 'Colour of a: harebell. Next' }).click();
  await expect(lens(page).getByRole('button', { name: 'Colour of a: gorse. Next' })).toBeVisible();
  await lens(page).getByRole('checkbox', { name: 'Choose a' }).check();
  await lens(page).getByRole('checkbox', { name: 'Choose c' }).check();
  await lens(page).getByLabel('join them as').fill('west');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'kiln, joined', exact: true }).click();
  await expect(lens(page)).toContainText('made from kiln');
  await expect(lens(page).getByRole('listitem').first()).toContainText('west');
  await expectAccessible(page);
  await lens(page).getByRole('button', { name: 'Delete this column' }).click();
  await expect(page.getByRole('button', { name: 'kiln, joined', exact: true })).toHaveCount(0);
});

test('roles in bulk, by a pattern of names and by type', async ({ page }) => {
  await openSherds(page);
  await page.getByRole('button', { name: 'Columns', exact: true }).click();
  await page.getByLabel('named').fill('*ppm');
  await page.getByRole('button', { name: 'Role of all 10' }).click();
  await page.getByRole('menuitem', { name: /^aside/ }).click();
  await expect(rail(page)).toContainText('10 measures');
  await page.getByLabel('named').fill('');
  await pick(page.getByRole('combobox', { name: 'of type' }), 'number');
  await expect(page.getByRole('main')).toContainText(/11\scolumns/);
});

test('a correlation matrix is read for what it is, with n, and its dimensions are found', async ({
  page,
}) => {
  const names = ['a', 'b', 'c', 'd'];
  const r = [
    [1, 0.7, 0.1, 0.2],
    [0.7, 1, 0.2, 0.1],
    [0.1, 0.2, 1, 0.6],
    [0.2, 0.1, 0.6, 1],
  ];
  await openFile(
    page,
    'r.csv',
    [`,${names.join(',')}`, ...r.map((row, i) => `${names[i]},${row.join(',')}`)].join('\n'),
  );
  await expect(brief(page)).toContainText(/The correlations of 4\smeasures/);
  await brief(page).getByRole('button', { name: 'an unknown number of' }).click();
  await page.getByRole('textbox', { name: 'Rows that the matrix was made from' }).fill('120');
  await page.keyboard.press('Enter');
  await expect(brief(page)).toContainText('made from 120 rows');
  await ask(page, 'How many dimensions?');
  await expect(rail(page)).toContainText('2 of 4 hold');
  await ask(page, 'Where does each row sit?');
  await expect(page.getByRole('main')).toContainText('no rows that could be placed');
});

test('a full browser says so, and what was there is still there', async ({ page }) => {
  await openSherds(page);
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Tavering sherds/ })).toBeVisible();
  await page.route('**/compute.worker*.js', async route => {
    const response = await route.fetch();
    const full = `IDBObjectStore.prototype.put = () => { throw new DOMException('no room', 'QuotaExceededError'); };\n`;
    await route.fulfill({ response, body: full + (await response.text()) });
  });
  await page.reload();
  await page.getByLabel('Table file').setInputFiles({
    name: 'new.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('a,b\n1,2\n2,3\n3,5\n'),
  });
  await expect(page.getByRole('alert')).toContainText('is not kept: there is no room left');
  await page.unroute('**/compute.worker*.js');
  await page.reload();
  await page.getByRole('link', { name: /Tavering sherds/ }).click();
  await expect(page.getByRole('grid', { name: /sherds/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /new/ })).toHaveCount(0);
});

test('a page closed while it writes loses nothing that was there', async ({ page, context }) => {
  await openSherds(page);
  await expect(rail(page)).toContainText('3 of 20');
  const second = await context.newPage();
  await second.goto('/');
  const lines = Array.from({ length: 30_000 }, (_, i) => `${i},${i % 7},${(i * 31) % 11}`);
  await second.getByLabel('Table file').setInputFiles({
    name: 'long.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`x,y,z\n${lines.join('\n')}\n`),
  });
  await second.close({ runBeforeUnload: false });
  await page.goto('/');
  const link = page.getByRole('link', { name: /Tavering sherds/ });
  await expect(page.getByRole('listitem').filter({ has: link })).toContainText('3 of 20');
  await link.click();
  await expect(page.getByRole('grid', { name: /sherds/ })).toContainText('TV-001');
});
