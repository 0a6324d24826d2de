import { ask, expect, expectAccessible, openSherds, test } from './helpers';

/** What browsers do where site data are blocked. */
const BLOCKED = () => {
  const refuse = () => {
    throw new DOMException('The operation is insecure.', 'SecurityError');
  };
  for (const name of ['indexedDB', 'localStorage', 'sessionStorage']) {
    Object.defineProperty(globalThis, name, { get: refuse, configurable: true });
  }
};

test('blocked storage: the session works to its end, says that nothing is kept, and offers the file', async ({
  page,
}) => {
  await page.addInitScript(BLOCKED);
  await page.goto('/');
  await expect(page.getByRole('alert')).toContainText(/Nothing is kept.*Allow site data.*as a file/s);
  await expectAccessible(page);
  await page.getByRole('button', { name: /Tavering sherds/ }).click();
  await expect(page.getByRole('grid', { name: /sherds/ })).toBeVisible();
  await expect(page.getByText('kept until the page is closed')).toBeVisible();
  await ask(page, 'How many dimensions?');
  await expect(page.getByRole('link', { name: /3 of 20 hold 68 %/ })).toBeVisible();
  await ask(page, 'What do they mean?');
  await page.getByRole('button', { name: 'Name of dimension 1: none yet. Edit' }).click();
  await page.keyboard.type('Lime');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: /^The study as one file/ }).click();
  expect((await download).suggestedFilename()).toBe('tavering-sherds.wold');
  await page.keyboard.press('Escape');
  // And back to the start page, where it stands for as long as the page is open.
  await page.getByRole('link', { name: 'Wold, all studies' }).click();
  await expect(page.getByText('Tavering sherds').first()).toBeVisible();
});

test('a storage that is deleted under an open study: the study goes on and is kept anew', async ({
  page,
}) => {
  await openSherds(page);
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.deleteDatabase('wold');
        request.onsuccess = () => resolve();
        request.onerror = () => reject(new Error('not deleted'));
      }),
  );
  await ask(page, 'What do they mean?');
  await page.getByRole('button', { name: 'Name of dimension 1: none yet. Edit' }).click();
  await page.keyboard.type('Lime');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').last()).toContainText(/gone from the browser’s storage.*kept anew/);
  await expect(page.getByText('kept in this browser', { exact: true })).toBeVisible();
  await ask(page, 'Where does each row sit?');
  await page.getByRole('link', { name: 'Wold, all studies' }).click();
  await page.getByRole('link', { name: /Tavering sherds/ }).click();
  // The table too.
  await page.reload();
  await ask(page, 'What do I have?');
  await expect(page.getByRole('grid', { name: /sherds/ })).toBeVisible();
});

test('a worker that is ended from outside is replaced, and its work done', async ({ page }) => {
  await openSherds(page);
  // Whatever is at work.
  const ended = async () => {
    for (const worker of page.workers()) await worker.evaluate(() => close()).catch(() => undefined);
  };
  await ended();
  await ask(page, 'How many dimensions?');
  await expect(page.getByRole('link', { name: /3 of 20 hold 68 %/ })).toBeVisible();
  await ended();
  await ask(page, 'Can I rely on it?');
  await expect(page.getByText(/of 100/).first()).toBeVisible();
});

test('an edit is on its way to storage at once, and on the disk when it is said to be kept', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const { transaction } = IDBDatabase.prototype;
    const seen: { at: number; durability: string | undefined }[] = [];
    Object.assign(globalThis, { seenWrites: seen });
    IDBDatabase.prototype.transaction = function (names, mode, options) {
      const list = typeof names === 'string' ? [names] : [...names];
      if (mode === 'readwrite' && list.includes('studies')) {
        seen.push({ at: performance.now(), durability: options?.durability });
      }
      return transaction.call(this, names, mode, options);
    };
    addEventListener('keydown', () => Object.assign(globalThis, { pressedAt: performance.now() }), true);
  });
  await openSherds(page);
  await ask(page, 'What do they mean?');
  await page.getByRole('button', { name: 'Name of dimension 1: none yet. Edit' }).click();
  await page.keyboard.type('Lime');
  await page.evaluate(() => (globalThis as unknown as { seenWrites: unknown[] }).seenWrites.splice(0));
  await page.keyboard.press('Enter');
  const seen = () =>
    page.evaluate(() => {
      const { seenWrites, pressedAt } = globalThis as unknown as {
        seenWrites: { at: number; durability: string }[];
        pressedAt: number;
      };
      return seenWrites.map(({ at, durability }) => ({ durability, after: at - pressedAt }));
    });
  await expect.poll(async () => (await seen()).length).toBeGreaterThan(0);
  const [write] = await seen();
  expect(write!.durability).toBe('strict');
  expect(write!.after).toBeGreaterThanOrEqual(0);
  await expect(page.getByText('kept in this browser', { exact: true })).toBeVisible();
});
