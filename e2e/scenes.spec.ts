import type { Locator, Page } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { ask, expect, expectAccessible, test } from './helpers';
import { tile } from '../packages/core/demo/tile';

/** Draws a box over parts of what is shown, from corner to corner. */
async function box(
  page: Page,
  on: Locator,
  [fromX, fromY, toX, toY]: readonly [number, number, number, number],
): Promise<void> {
  const { x, y, width, height } = (await on.boundingBox())!;
  await page.keyboard.down('Control');
  await page.mouse.move(x + fromX * width, y + fromY * height);
  await page.mouse.down();
  await page.mouse.move(x + toX * width, y + toY * height, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up('Control');
}

/** The bytes of the file that a button gives. */
async function taken(page: Page, button: Locator): Promise<Buffer> {
  const waiting = page.waitForEvent('download');
  await button.click();
  return readFileSync((await (await waiting).path())!);
}

/** The same for one of the reduction's files. */
async function takenOut(page: Page, which: RegExp): Promise<Buffer> {
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  const menu = page.getByRole('dialog', { name: 'Take out' });
  const file = await taken(page, menu.getByRole('button', { name: which }));
  await page.keyboard.press('Escape');
  return file;
}

test('a painted tile of 24 bands: from its file to a composite that is taken out, with one selection for picture and map', async ({
  page,
}, info) => {
  const file = info.outputPath('painted.tif');
  writeFileSync(file, Buffer.concat(tile().pieces));
  await page.goto('/');
  await page.getByLabel('Table file').setInputFiles(file);
  const brief = page.getByRole('group', { name: 'Brief' });
  await expect(brief).toContainText(
    /36,864\spixels of “painted”, read as a GeoTIFF of 24\sbands: every pixel/,
  );
  const picture = page.getByRole('application', { name: /The scene in 640 nm, 550 nm, 460 nm/ });
  await expect(picture).toBeVisible();
  await expect(page.getByRole('region', { name: 'Bands' }).getByRole('row')).toHaveCount(25);
  await expectAccessible(page);

  // A part of the picture leads to its spectrum.
  const lens = page.getByRole('complementary', { name: 'Lens' });
  await box(page, picture, [0.42, 0.42, 0.58, 0.58]);
  await expect(lens.getByRole('heading', { name: /\d+\srows selected/ })).toBeVisible();
  await expect(lens.getByRole('region', { name: 'Spectrum' })).toContainText('these pixels');
  // With the keyboard alone: the pointer moves, and Enter selects the pixel under it.
  await picture.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(lens.getByRole('heading', { name: /^pixel \d+, \d+$/ })).toBeVisible();

  await ask(page, 'What do they mean?');
  await expect(page.getByText(/wavelength|Along the bands/).first()).toBeVisible();
  await expectAccessible(page);

  // The first dimensions explain 99 %; minor ones are asked for.
  await ask(page, 'How many dimensions?');
  await expect(page.getByRole('navigation', { name: 'Questions' })).toContainText('3 of 24 hold 99.9 %');
  const cut = page.getByRole('slider', { name: 'Dimensions kept' });
  await cut.focus();
  for (const kept of ['4', '5', '6']) {
    await page.keyboard.press('ArrowRight');
    await expect(cut).toHaveAttribute('aria-valuenow', kept);
  }

  await ask(page, 'Where does each row sit?');
  const composite = page.getByRole('application', {
    name: /The scene in Dimension 1, Dimension 2, Dimension 3/,
  });
  await box(page, composite, [0.1, 0.1, 0.3, 0.3]);
  await expect(lens.getByRole('heading', { name: /1,\d+\srows selected|\d+\srows selected/ })).toBeVisible();
  await expectAccessible(page);
  // The map selects too.
  await page.keyboard.press('Escape');
  const map = page.getByRole('application', { name: /rows on the map|map/i }).last();
  await box(page, map, [0.02, 0.3, 0.6, 0.7]);
  await expect(lens.getByRole('heading', { name: /\d+\srows selected/ })).toBeVisible();

  // A minor component in grey.
  await brief.getByRole('button', { name: 'red, green and blue' }).click();
  await page.getByRole('dialog').getByRole('button', { name: /^grey/ }).click();
  await brief.getByRole('button', { name: 'Dimension 1' }).last().click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Dimension 4/ })
    .click();
  await expect(page.getByRole('application', { name: /The scene in Dimension 4/ })).toBeVisible();

  const png = await takenOut(page, /^Composite/);
  expect([...png.subarray(1, 4)].map(code => String.fromCharCode(code)).join('')).toBe('PNG');
  const layers = await takenOut(page, /^Layers/);
  expect([...layers.subarray(0, 4)]).toEqual([0x49, 0x49, 42, 0]);
  expect(layers.length).toBeGreaterThan(6 * 36_864 * 4);
});

test('a region is read alone and taken back; other scenes by the same recipe stand beside the first', async ({
  page,
}, info) => {
  await page.goto('/');
  await page.getByRole('button', { name: /Tavering tile/ }).click();
  const brief = page.getByRole('group', { name: 'Brief' });
  const picture = page.getByRole('application', { name: /The scene in/ });
  await box(page, picture, [0.25, 0.25, 0.5, 0.5]);
  await brief.getByRole('button', { name: 'the whole scene' }).click();
  await page.getByRole('button', { name: /Read the box around/ }).click();
  await expect(brief).toContainText(/a region of 4\d × 4\d/);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(brief).toContainText('the whole scene');

  await ask(page, 'Where does each row sit?');
  await expect(page.getByRole('application', { name: /The scene in Dimension 1/ })).toBeVisible();
  const files = [info.outputPath('second.tif'), info.outputPath('broken.tif')];
  writeFileSync(files[0]!, Buffer.concat(tile(5, 0.3).pieces));
  writeFileSync(files[1]!, readFileSync(files[0]!).subarray(0, 200_000));
  await page.getByLabel('Files of other scenes').setInputFiles(files);
  const compared = page.getByRole('region', { name: 'Scenes compared' });
  await expect(compared.getByRole('img', { name: 'Picture of second.tif' })).toBeVisible({ timeout: 60_000 });
  await expect(compared).toContainText(/1\.00/);
  await expect(compared).toContainText('broken.tif: this TIFF cannot be read', { timeout: 60_000 });
  const text = await taken(page, page.getByRole('button', { name: 'Take out the comparison' }));
  expect(text.toString('utf8').trim().split('\n')).toHaveLength(1 + 2 * 3);
  await page.getByRole('button', { name: 'found anew on each' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^of “tile”/ })
    .click();
  await expect(page.getByRole('button', { name: 'of “tile”' })).toBeVisible();
});
