import { chromium } from '@playwright/test';
import { Command } from 'commander';
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findChromium } from './install.mjs';
import { root } from './run.mjs';

// A browser is killed while names are given to dimensions, again and again: no study may be lost or unreadable, and no
// name that the page said was kept.
const PORT = 8476;
const { times, seed } = new Command('kill')
  .option('--times <number>', 'how often', Number, 50)
  .option('--seed <number>', 'the seed of random numbers', Number, Math.floor(Math.random() * 1e6))
  .parse()
  .opts();
const flags = JSON.parse(readFileSync(join(root, 'e2e', 'chromiumFlags.json'), 'utf8'));
const executablePath = await findChromium();
const profile = mkdtempSync(join(tmpdir(), 'wold-kill-'));
const server = spawn('node', ['packages/server/dist/main.js', '--port', String(PORT)], { cwd: root });
await new Promise(resolve => server.stdout.once('data', resolve));

let state = seed;
const random = () => (state = (state * 48271 + 11) % 2147483647) / 2147483647;

/** A browser on the same profile, and the page that it shows. */
async function open(path) {
  const context = await chromium.launchPersistentContext(profile, { executablePath, args: flags });
  const page = context.pages()[0] ?? (await context.newPage());
  await page.goto(`http://127.0.0.1:${PORT}${path}`);
  return { context, page };
}

/** Ends all processes of the browser that runs on the profile, at once. */
async function killBrowser(context) {
  const killed = spawn('pkill', ['-9', '-f', profile]);
  await new Promise(resolve => killed.once('close', resolve));
  await context.close().catch(() => undefined);
}

const nameWord = page => page.getByRole('button', { name: /^Name of dimension 1/ });

/** Names the first dimension. */
async function name(page, text) {
  await nameWord(page).click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

/** Whether the page shows the name. */
async function isNamed(page, text) {
  const named = page.getByRole('button', { name: `Name of dimension 1: ${text}. Edit` });
  return named
    .waitFor({ timeout: 5000 })
    .then(() => true)
    .catch(() => false);
}

/** Makes a study, and gives where its names are. */
async function madeStudy() {
  const { context, page } = await open('/');
  await page.getByRole('button', { name: /Tavering sherds/ }).click();
  await page.getByRole('grid', { name: /sherds/ }).waitFor();
  const path = new URL(page.url()).pathname.replace(/\/table$/, '/meaning');
  await context.close();
  return path;
}

const path = await madeStudy();
/** Names that were never seen on the page are no edits: keys that were pressed while it was busy, say. */
const counts = { lost: 0, unreadable: 0, edits: 0, unseen: 0, said: 0, forgotten: 0 };
for (let time = 1; time <= times; time++) {
  const { context, page } = await open(path);
  await nameWord(page).waitFor();
  let said = '';
  // Names are given for a while, each said to be kept or not, and then the lights go out.
  const until = Date.now() + 300 + 1500 * random();
  for (let number = 1; Date.now() < until; number++) {
    const given = `Name ${time}-${number}`;
    await name(page, given);
    if (!(await isNamed(page, given))) {
      counts.unseen++;
      break;
    }
    counts.edits++;
    if (random() < 0.7) {
      await page.getByText('kept in this browser', { exact: true }).waitFor();
      counts.said++;
      said = given;
    }
  }
  await killBrowser(context);
  const again = await open(path);
  try {
    await nameWord(again.page).waitFor({ timeout: 30_000 });
    const there = (await nameWord(again.page).innerText()).trim();
    const numberIn = text => Number(text.split('-')[1] ?? 0);
    if (said !== '' && (!there.startsWith(`Name ${time}-`) || numberIn(there) < numberIn(said))) {
      counts.forgotten++;
      console.log(`time ${time}: “${said}” was said to be kept, and “${there}” is there`);
    }
  } catch {
    const gone = await again.page.getByText('is not kept in this browser').isVisible();
    counts[gone ? 'lost' : 'unreadable']++;
  }
  await again.context.close();
  if (time % 10 === 0) console.log(`${time} times`);
}
server.kill();
rmSync(profile, { recursive: true, force: true });
console.log(
  `${times} kills by seed ${seed}: ${counts.lost} studies lost, ${counts.unreadable} unreadable; of ${counts.edits} edits ${counts.said} were said to be kept, and ${counts.forgotten} of these forgotten; ${counts.unseen} edits never came to be`,
);
process.exit(counts.lost + counts.unreadable + counts.forgotten > 0 ? 1 : 0);
