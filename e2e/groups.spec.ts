import { ask, expect, expectAccessible, openSherds, test } from './helpers';

test('groups on the map: outlines, a box by Ctrl, one alone and against all others, what rows have more often', async ({
  page,
}) => {
  await openSherds(page);
  const brief = page.getByRole('group', { name: 'Brief' });
  await ask(page, 'Where does each row sit?');
  await brief.getByRole('button', { name: 'unmarked', exact: true }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /outlines around their rows/ })
    .click();
  await expect(brief).toContainText('groups by outlines around their rows');

  const map = page.getByRole('application');
  const box = (await map.boundingBox())!;
  const at = (x: number, y: number) => [box.x + x * box.width, box.y + y * box.height] as const;
  await page.keyboard.down('Control');
  await page.mouse.move(...at(0.55, 0.1));
  await page.mouse.down();
  await page.mouse.move(...at(0.7, 0.3), { steps: 4 });
  await page.mouse.move(...at(0.9, 0.5), { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up('Control');
  const lens = page.getByRole('complementary', { name: 'Lens' });
  await expect(lens.getByRole('heading', { name: /\d+ rows selected/ })).toBeVisible();
  await expect(lens.getByRole('row', { name: /Orrindale kiln 9\d\s% of all 20\s%/ })).toBeVisible();
  await expect(lens.getByRole('columnheader', { name: 'overlap' })).toBeVisible();

  const marram = page.getByRole('region', { name: 'Legend' }).getByRole('button', { name: /Marram/ });
  await marram.click();
  await expect(marram).toHaveAttribute('title', 'Click holds it against all others');
  await marram.click();
  await expect(marram).toHaveAttribute('aria-pressed', 'true');
  await expectAccessible(page);
  await marram.click();
  await expect(marram).toHaveAttribute('aria-pressed', 'false');
});

test('a map of neighbours beside the components lies as they do, and the rows that changed are found', async ({
  page,
}) => {
  await openSherds(page);
  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Neighbour map/ }).click();
  await ask(page, 'Where does each row sit?');
  await expect(page.getByRole('group', { name: 'Course of the map' })).toContainText(/1,000\siterations/);
  await page.getByRole('button', { name: /Take Components in hand/ }).click();
  await page.getByRole('button', { name: /Take Neighbour map/ }).click({ modifiers: ['Shift'] });
  const note = page.getByRole('note', { name: 'Beside Components' });
  await expect(note).toContainText(/Laid over “Components”: \d+\s% of the spread is left/);
  await expect(note).toContainText(/Of the 10 nearest \d+\s% stay/);
  await note.getByRole('button', { name: 'Select the 20 that changed most' }).click();
  await expect(page.getByRole('heading', { name: '20 rows selected' })).toBeVisible();

  // A third one, with the same figures under each; a row that is pointed at in one is ringed in all.
  await page.keyboard.press('n');
  await page.getByRole('menuitem', { name: /^Discriminant axes/ }).click();
  await page.getByRole('button', { name: /Take Components in hand/ }).click({ modifiers: ['Shift'] });
  for (const name of ['Components', 'Neighbour map 2', 'Discriminant axes 3']) {
    const figures = page.getByLabel(`Figures of ${name}`);
    await expect(figures).toContainText(/trustworthiness\.\d\d/);
    await expect(figures).toContainText(/kiln agrees\d+\s%/);
    await expect(figures).toContainText(/silhouette−?\.\d\d/);
  }
  await expect(page.getByLabel('Figures of Neighbour map 2')).toContainText(/KL 0\.\d\d/);
  await expect(page.getByRole('application')).toHaveCount(3);
  await page.getByRole('application').first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[role=application] svg circle')).toHaveCount(4);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'Lens' }).getByText(/^Row \d+/)).toBeVisible();
  await expectAccessible(page);
});

test('clusters: as many as there are kilns part best, agree with them, and become a label', async ({
  page,
}) => {
  await openSherds(page);
  await ask(page, 'Where does each row sit?');
  await page.getByRole('button', { name: 'Find clusters' }).click();
  const clusters = page.getByRole('region', { name: 'Clusters' });
  await expect(clusters).toContainText('5 clusters part best');
  await expect(clusters).toContainText(/Against kiln: adjusted Rand \.[789]\d, [89]\d\s% of the rows/);
  await expect(clusters.getByRole('table', { name: 'Clusters against kiln' })).toBeVisible();
  await expectAccessible(page);
  await clusters.getByRole('button', { name: 'the retained dimensions of Components' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^the measures/ })
    .click();
  await expect(clusters).toContainText('k-means on the measures, for 2 to 8 clusters, seed 1.');
  await expect(clusters).toContainText(/\d clusters part best/);
  await clusters.getByRole('button', { name: 'the measures' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^the retained dimensions/ })
    .click();
  await expect(clusters).toContainText('5 clusters part best');
  await clusters.getByRole('button', { name: /^3/ }).click();
  await expect(clusters.getByRole('button', { name: 'Make a label of the 3 clusters' })).toBeVisible();
  await clusters.getByRole('button', { name: /^5/ }).click();
  await clusters.getByRole('button', { name: 'Make a label of the 5 clusters' }).click();
  await expect(page.getByRole('group', { name: 'Brief' })).toContainText('coloured by 5 clusters');
  await expect(page.getByRole('region', { name: 'Legend' })).toContainText('cluster 5');
  await page.getByRole('button', { name: 'What sets groups apart' }).click();
  const centres = page.getByRole('table', { name: 'Centres of 5 clusters' });
  await expect(centres.getByRole('columnheader', { name: /cluster 5 \d+ rows/ })).toBeVisible();
  await expect(centres.getByRole('row', { name: /^CaO %/ })).toBeVisible();
  await expectAccessible(page);
});
