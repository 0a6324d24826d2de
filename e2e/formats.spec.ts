import { tableFromArrays, tableToIPC } from 'apache-arrow';
import { parquetWriteBuffer } from 'hyparquet-writer';
import writeWorkbook from 'write-excel-file/node';
import { ask, expect, openFile, takeOut, test } from './helpers';

const pits = Array.from({ length: 12 }, (_, i) => `pit ${i + 1}`);
const lime = pits.map((_, i) => 3 + ((i * 7) % 5) + i / 8);
const sand = pits.map((_, i) => 40 - ((i * 5) % 7) - i / 4);
const clay = pits.map((_, i) => 12 + ((i * 3) % 4) + i / 16);

const csv = ['pit,lime,sand,clay', ...pits.map((pit, i) => [pit, lime[i], sand[i], clay[i]].join(','))].join(
  '\n',
);

async function workbook(): Promise<Buffer> {
  const rows = [
    ['pit', 'lime', 'sand', 'clay'].map(value => ({ value })),
    ...pits.map((pit, i) => [{ value: pit }, ...[lime, sand, clay].map(column => ({ value: column[i] }))]),
  ];
  return await writeWorkbook(rows as never).toBuffer();
}

const parquet = () =>
  Buffer.from(
    parquetWriteBuffer({
      columnData: [
        { name: 'pit', data: pits },
        { name: 'lime', data: lime },
        { name: 'sand', data: sand },
        { name: 'clay', data: clay },
      ],
    }),
  );
const arrow = () =>
  Buffer.from(
    tableToIPC(
      tableFromArrays({
        pit: pits,
        lime: Float64Array.from(lime),
        sand: Float64Array.from(sand),
        clay: Float64Array.from(clay),
      }),
      'file',
    ),
  );

for (const [format, name, make] of [
  ['Parquet', 'soil.parquet', parquet],
  ['Arrow', 'soil.arrow', arrow],
  ['XLSX', 'soil.xlsx', workbook],
] as const) {
  test(`a ${format} file opens, and gives the eigenvalues of the same table as CSV`, async ({ page }) => {
    const eigenvalues = async () => {
      await ask(page, 'How many dimensions?');
      await expect(page.getByRole('slider', { name: 'Dimensions kept' })).toBeVisible();
      return (await takeOut(page, 'Eigenvalues')).text;
    };
    await openFile(page, name, await make());
    await expect(page.getByRole('grid', { name: /soil/ })).toBeVisible();
    await expect(page.getByRole('navigation', { name: 'Questions' })).toContainText('12 rows · 3 measures');
    const found = await eigenvalues();
    await openFile(page, 'soil.csv', csv);
    await expect(page.getByRole('grid', { name: /soil/ })).toBeVisible();
    expect(found).toBe(await eigenvalues());
  });
}

test('a dropped file opens', async ({ page }) => {
  await page.goto('/');
  const data = await page.evaluateHandle(text => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([text], 'soil.csv'));
    return transfer;
  }, csv);
  await page.getByRole('main').dispatchEvent('drop', { dataTransfer: data });
  await expect(page.getByRole('grid', { name: /soil/ })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Questions' })).toContainText('12 rows · 3 measures');
});

test('a recipe is dropped back: with its table on the start page, and on an open study after a look', async ({
  page,
}) => {
  await openFile(page, 'soil.csv', csv);
  await ask(page, 'How many dimensions?');
  await page.getByRole('group', { name: 'Brief' }).getByRole('button', { name: 'not at all' }).click();
  await page.getByRole('button', { name: /^by varimax/ }).click();
  const recipe = await takeOut(page, 'Recipe');
  const drop = async (files: { name: string; text: string }[]) => {
    const data = await page.evaluateHandle(given => {
      const transfer = new DataTransfer();
      for (const { name, text } of given) transfer.items.add(new File([text], name));
      return transfer;
    }, files);
    await page.getByRole('main').dispatchEvent('drop', { dataTransfer: data });
  };
  const brief = page.getByRole('group', { name: 'Brief' });

  await page.goto('/');
  await drop([recipe]);
  await expect(page.getByText(/is at hand: drop or pick the table/)).toBeVisible();
  await drop([{ name: 'soil.csv', text: csv }]);
  await expect(page.getByRole('grid', { name: /soil/ })).toBeVisible();
  await ask(page, 'How many dimensions?');
  await expect(brief).toContainText('by varimax');

  await brief.getByRole('button', { name: 'by varimax' }).click();
  await page.getByRole('button', { name: /^not at all/ }).click();
  await drop([recipe]);
  const look = page.getByRole('dialog', { name: /Apply/ });
  await expect(look).toContainText('3 measures and 1 reduction');
  await look.getByRole('button', { name: 'Apply' }).click();
  await expect(brief).toContainText('by varimax');

  await drop([{ name: 'other.json', text: recipe.text.replaceAll('"name": "sand"', '"name": "silt"') }]);
  await expect(look).toContainText(/lacks|3 measures/);
});

test('all figures are one file', async ({ page }) => {
  await openFile(page, 'soil.csv', csv);
  await expect(page.getByRole('grid', { name: /soil/ })).toBeVisible();
  const { name, text } = await takeOut(page, 'All figures');
  expect(name).toBe('soil-figures.json');
  const figures = JSON.parse(text) as { format: string; suitability: { kmo: number }; reductions: unknown[] };
  expect(figures.format).toBe('wold figures');
  expect(figures.reductions).toHaveLength(1);
  expect(figures.suitability.kmo).toBeGreaterThan(0);
});

test('names that are members of every object, or look like places in a text, stand as they are', async ({
  page,
}) => {
  const names = ['constructor', '__proto__', '{c}', '%s'];
  const levels = ['toString', '{a}', 'hasOwnProperty'];
  const rows = Array.from({ length: 15 }, (_, i) =>
    [levels[i % 3], 1 + ((i * 7) % 11), 2 + ((i * 5) % 13), (i * 4) % 15, (i * 3) % 7].join(','),
  );
  await openFile(page, 'odd.csv', [`valueOf,${names.join(',')}`, ...rows].join('\n'));
  const rail = page.getByRole('navigation', { name: 'Questions' });
  await expect(rail).toContainText('15 rows · 4 measures');
  await ask(page, 'Where does each row sit?');
  const legend = page.getByRole('region', { name: 'Legend' });
  for (const level of levels) await expect(legend).toContainText(level);
  await ask(page, 'What do they mean?');
  for (const name of names) await expect(page.getByRole('rowheader', { name }).first()).toBeVisible();
  await page.reload();
  await expect(rail).toContainText('15 rows · 4 measures');
});
