import { ask, expect, openSherds, test } from './helpers';

test('what the start page loads first is under 700 kB of script', async ({ page, request }) => {
  const html = await (await request.get('/')).text();
  const paths = [...html.matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g)].map(([, path]) => path!);
  expect(paths.length).toBeGreaterThan(0);
  let bytes = 0;
  for (const path of new Set(paths)) bytes += (await (await request.get(path)).body()).length;
  expect(bytes).toBeLessThan(700_000);
  await page.goto('/');
  await expect(page.getByRole('button', { name: /Tavering sherds/ })).toBeVisible();
});

test('a damaged study is told of as what it is, and takes no other with it', async ({ page }) => {
  await openSherds(page);
  await page.evaluate(
    () =>
      new Promise<void>(resolve => {
        const opening = indexedDB.open('wold');
        opening.onsuccess = () => {
          const studies = opening.result.transaction('studies', 'readwrite').objectStore('studies');
          studies.put({ id: 'broken', recipe: 'once there was one' }).onsuccess = () => resolve();
        };
      }),
  );
  await page.goto('/study/broken/table');
  await expect(page.getByRole('heading', { name: 'This study cannot be opened' })).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('not a whole study');
  await page.getByRole('link', { name: 'To the start page' }).click();
  const list = page.getByRole('region', { name: 'Studies kept in this browser' });
  await expect(list.getByText('A damaged study')).toBeVisible();
  const taking = page.waitForEvent('download');
  await list.getByRole('button', { name: 'Take out' }).click();
  expect((await taking).suggestedFilename()).toBe('damaged-study.json');
  await list.getByRole('button', { name: 'Delete for good' }).click();
  await expect(list.getByText('A damaged study')).toBeHidden();
  await list.getByRole('link', { name: /Tavering sherds/ }).click();
  await expect(page.getByRole('grid', { name: /sherds/ })).toBeVisible();
});

test('a table that is damaged where it is kept is read from its file again', async ({ page }) => {
  await openSherds(page);
  await ask(page, 'How many dimensions?');
  await expect(
    page.getByRole('heading', { name: 'Three dimensions hold 68 % of the variance' }),
  ).toBeVisible();
  await page.evaluate(
    () =>
      new Promise<void>(resolve => {
        const opening = indexedDB.open('wold');
        opening.onsuccess = () => {
          const columns = opening.result.transaction('tableColumns', 'readwrite').objectStore('tableColumns');
          const going = columns.openCursor();
          going.onsuccess = () => {
            const at = going.result;
            if (at === null) return resolve();
            at.update({ ...at.value, bytes: new Blob([new Uint8Array(7)]) });
            at.continue();
          };
        };
      }),
  );
  await page.reload();
  await expect(
    page.getByRole('heading', { name: 'Three dimensions hold 68 % of the variance' }),
  ).toBeVisible();
  await ask(page, 'What do I have?');
  await expect(page.getByRole('grid', { name: /sherds/ })).toBeVisible();
});
