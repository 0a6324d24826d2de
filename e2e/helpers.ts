import AxeBuilder from '@axe-core/playwright';
import { expect, test as base, type Locator, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';

/** A page that fails its test when the app logs an error, throws, or has something blocked by its policy. */
export const test = base.extend<{ quiet: undefined }>({
  quiet: [
    async ({ page }, use) => {
      const complaints: string[] = [];
      page.on('pageerror', error => complaints.push(error.message));
      page.on('console', message => {
        if (message.type() === 'error') complaints.push(message.text());
      });
      await use(undefined);
      expect(complaints).toEqual([]);
    },
    { auto: true },
  ],
});

/** Opens the start page and makes a study of the demo table. */
export async function openSherds(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: /Tavering sherds/ }).click();
  await expect(page.getByRole('grid', { name: /sherds/ })).toBeVisible();
}

/** Opens a file of the given content from the start page. */
export async function openFile(page: Page, name: string, content: string | Buffer): Promise<void> {
  await page.goto('/');
  await page.getByLabel('Table file').setInputFiles({
    name,
    mimeType: 'text/csv',
    buffer: Buffer.isBuffer(content) ? content : Buffer.from(content),
  });
}

/** Goes to a question by its place in the rail. */
export async function ask(page: Page, question: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Questions' }).getByRole('link', { name: question }).click();
  await expect(page.getByRole('main', { name: question })).toBeVisible();
}

/** Takes a file out and gives its text. */
export async function takeOut(page: Page, which: string): Promise<{ name: string; text: string }> {
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  const waiting = page.waitForEvent('download');
  // What a file holds may speak of another.
  await page
    .getByRole('dialog', { name: 'Take out' })
    .getByRole('button', { name: new RegExp(`^${which}`) })
    .click();
  const download = await waiting;
  await page.keyboard.press('Escape');
  return { name: download.suggestedFilename(), text: await readFile((await download.path())!, 'utf8') };
}

/** Holds the page against the accessibility rules of WCAG 2.2 AA: all, or those of colours alone where the rest is known. */
export async function expectAccessible(page: Page, rules: 'all' | 'colours' = 'all'): Promise<void> {
  const axe = new AxeBuilder({ page });
  const held =
    rules === 'colours'
      ? axe.withRules(['color-contrast', 'link-in-text-block'])
      : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']);
  const { violations } = await held.analyze();
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map(node => node.html.slice(0, 160)).join(' || ')}`),
  ).toEqual([]);
}

export { expect };

/** Chooses from a list that opens. */
export async function pick(list: Locator, option: string | RegExp): Promise<void> {
  await list.click();
  await list.page().getByRole('option', { name: option, exact: true }).click();
}
