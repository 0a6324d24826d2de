import { ask, expect, openSherds, takeOut, test } from './helpers';

test('a fault in a reading takes no other part of the page, and is over when its cause is', async ({
  page,
}) => {
  await openSherds(page);
  await page.evaluate(() => {
    const own = window.ResizeObserver;
    Object.assign(window, {
      ownObserver: own,
      ResizeObserver: function fails() {
        throw new Error('made to fail');
      },
    });
  });
  await ask(page, 'How many dimensions?');
  const note = page.getByRole('alert').filter({ hasText: 'made to fail' }).first();
  await expect(note).toContainText('This reading failed: made to fail');
  await expect(note).toContainText('Your table and recipe are unharmed');
  for (const way of ['Try again', 'Take out the recipe', 'Take out the table']) {
    await expect(note.getByRole('button', { name: way })).toBeVisible();
  }
  const waiting = page.waitForEvent('download');
  await note.getByRole('button', { name: 'Take out the table' }).click();
  expect((await waiting).suggestedFilename()).toMatch(/sherds.*\.csv$/);
  // What stands beside it goes on.
  await expect(page.getByRole('navigation', { name: 'Questions' })).toContainText('3 of 20 hold 68 %');
  await expect(page.getByRole('group', { name: 'Brief' })).toContainText('correlations');
  expect((await takeOut(page, 'Eigenvalues')).text).toContain('eigenvalue');
  await page.evaluate(() => Object.assign(window, { ResizeObserver: (window as never)['ownObserver'] }));
  await note.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('slider', { name: 'Dimensions kept' })).toBeVisible();
});
