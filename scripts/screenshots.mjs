import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findChromium } from './install.mjs';
import { root } from './run.mjs';

// The pictures of docs/screenshots, made anew from the demo table.
const PORT = 8472;
const folder = join(root, 'docs', 'screenshots');
/** The server, with what else it is started with. */
async function serve(port, ...args) {
  const server = spawn('node', ['packages/server/dist/main.js', '--port', String(port), ...args], {
    cwd: root,
  });
  process.on('exit', () => server.kill());
  await new Promise(resolve => server.stdout.once('data', resolve));
  return server;
}
const server = await serve(PORT);

const browser = await chromium.launch({
  executablePath: (await findChromium()) ?? undefined,
  args: JSON.parse(readFileSync(join(root, 'e2e', 'chromiumFlags.json'), 'utf8')),
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
/** Until no work is under way, where that is told and ends in good time. */
const quiet = () =>
  page
    .getByText('nothing running')
    .waitFor({ timeout: 60_000 })
    .catch(() => undefined);
const shoot = async name => {
  await quiet();
  const told = page.getByRole('button', { name: 'Dismiss' });
  if (await told.isVisible()) await told.click();
  await page.waitForTimeout(900);
  await page.screenshot({ path: join(folder, `${name}.png`) });
};

await page.goto(`http://127.0.0.1:${PORT}/`);
await page.getByRole('button', { name: /Tavering sherds/ }).click();
await page.getByRole('grid').waitFor();
await page.getByRole('columnheader', { name: /SiO2 %/ }).click();
await shoot('table');
await page.keyboard.press('2');
const choose = async (word, choice) => {
  await page.getByRole('group', { name: 'Brief' }).getByRole('button', { name: word }).click();
  await page.getByRole('dialog').getByRole('button', { name: choice }).click();
};
await choose('leave outliers as they are', /^pull outliers in to the fences/);
await page.getByRole('button', { name: 'MnO %', exact: true }).click();
await shoot('preparation');
await page.keyboard.press('3');
await page.getByRole('region', { name: 'Strongest pairs' }).getByRole('button').first().click();
await shoot('suitability');
await page.keyboard.press('4');
await page.getByRole('region', { name: 'Votes' }).getByRole('button').first().waitFor();
await page.getByRole('button', { name: 'Dimension 1', exact: true }).click();
await shoot('dimensions');
await page.keyboard.press('5');
for (const [dimension, name] of [
  [1, 'Lime'],
  [2, 'Temper'],
]) {
  await page.getByRole('button', { name: `Name of dimension ${dimension}: none yet. Edit` }).click();
  await page.keyboard.type(name);
  await page.keyboard.press('Enter');
}
await page.getByRole('button', { name: 'CaO %', exact: true }).click();
await page.getByRole('button', { name: 'Zr ppm', exact: true }).click({ modifiers: ['Shift'] });
await shoot('meaning');
await page.keyboard.press('7');
await page.getByRole('table', { name: 'Odd rows' }).getByRole('button').first().click();
await page.keyboard.press('Escape');
await page.getByRole('button', { name: 'Drawn anew', exact: true }).click();
await page.getByRole('img', { name: /^How many rows would do/ }).waitFor();
await page.getByText('nothing running').waitFor({ timeout: 60_000 });
await shoot('trust');
await page.keyboard.press('Escape');
await page.keyboard.press('6');
const fill = async (word, text) => {
  await page.getByRole('group', { name: 'Brief' }).getByRole('button', { name: word }).click();
  await page.getByRole('dialog').getByRole('textbox').fill(text);
  await page.keyboard.press('Enter');
};
await fill('no arrows', '8');
await page.getByRole('button', { name: 'Let go' }).click();
await page.waitForTimeout(600);
const box = await page.getByRole('application').boundingBox();
const path = [
  [470, 130],
  [600, 120],
  [620, 260],
  [480, 270],
  [470, 140],
];
await page.mouse.move(box.x + path[0][0], box.y + path[0][1]);
await page.mouse.down();
for (const [x, y] of path) await page.mouse.move(box.x + x, box.y + y, { steps: 6 });
await page.mouse.up();
await page.mouse.move(5, 5);
await shoot('map');
await page.getByRole('button', { name: 'Dusk' }).click();
await shoot('map-dusk');
await page.getByRole('button', { name: 'Daylight' }).click();
await page.getByRole('button', { name: 'Let go' }).click();
// Gaps are filled, so that every sherd is placed.
await page.keyboard.press('2');
await choose(/^leave out rows with any/, 'fill gaps by components');
await page.keyboard.press('n');
await page.getByRole('menuitem', { name: /^Discriminant axes/ }).click();
await page.keyboard.press('6');
await page.getByText('The label was used to make these axes.').waitFor();
await page.getByText(/are told right/).waitFor();
await shoot('axes');
await page.keyboard.press('n');
await page.getByRole('menuitem', { name: /^Neighbour map/ }).click();
await page.keyboard.press('4');
await page.getByRole('button', { name: 'Sheet of small maps' }).click();
await page.getByText(/on every map/).waitFor({ timeout: 120_000 });
await shoot('sheet');
await page.keyboard.press('7');
await page.getByRole('table', { name: 'Rows told least' }).waitFor({ timeout: 60_000 });
await page.getByRole('img', { name: /^How true the map is/ }).waitFor();
await shoot('trust-map');
await page.keyboard.press('4');
await page.keyboard.press('6');
await page.getByRole('button', { name: /Take Components in hand/ }).click();
for (const other of [/Take Neighbour map/, /Take Discriminant axes/]) {
  await page.getByRole('button', { name: other }).click({ modifiers: ['Shift'] });
}
await page
  .getByLabel(/^Figures of Discriminant/)
  .getByText('silhouette')
  .waitFor();
await shoot('side-by-side');
await page.getByRole('link', { name: 'Wold, all studies' }).click();
await page.getByRole('button', { name: /Tavering visitors/ }).click();
await page.getByRole('grid').waitFor();
await page.keyboard.press('1');
await page.getByRole('button', { name: /may hold missing codes/ }).click();
await page.getByRole('button', { name: 'All are missing' }).click();
await page.keyboard.press('n');
await page.getByRole('menuitem', { name: /^Factors/ }).click();
await page.keyboard.press('4');
await page.getByRole('button', { name: 'Set three factors beside these' }).click();
await page.getByRole('table', { name: 'Factors matched by congruence' }).waitFor();
await page.keyboard.press('4');
await page.getByRole('button', { name: 'Keep 3', exact: true }).click();
await page.keyboard.press('5');
for (const [factor, name] of ['Interest in making', 'Ease of the visit', 'Sense of place'].entries()) {
  await page.getByRole('button', { name: `Name of factor ${factor + 1}: none yet. Edit` }).click();
  await page.keyboard.type(name);
  await page.keyboard.press('Enter');
}
await page.mouse.click(700, 130);
await shoot('factors');
await page.keyboard.press('8');
const report = page.getByRole('article', { name: 'The report' });
await report
  .getByText(/Of 100 resamples/)
  .first()
  .waitFor({ timeout: 120_000 });
await report.getByText(/Together the three factors hold/).scrollIntoViewIfNeeded();
await report.getByText(/Together the three factors hold/).hover();
await shoot('writeup');
await page.getByRole('link', { name: 'Wold, all studies' }).click();
await page.getByRole('button', { name: /Tavering catalogue/ }).click();
await page.getByRole('grid').waitFor();
await page.getByRole('button', { name: 'Vocabulary', exact: true }).click();
await page.getByRole('checkbox', { name: 'jug' }).waitFor();
await page.keyboard.press('n');
await page.getByRole('menuitem', { name: /^Neighbour map/ }).click();
await page.keyboard.press('6');
await page.getByText(/agrees among/).waitFor({ timeout: 120_000 });
const texts = await page.getByRole('application').boundingBox();
const outline = [[0.35, 0.02], [0.68, 0.02], [0.68, 0.34], [0.35, 0.34]]; // prettier-ignore
const [start, ...corners] = outline.map(([x, y]) => [texts.x + texts.width * x, texts.y + texts.height * y]);
await page.mouse.move(...start);
await page.mouse.down();
for (const corner of corners) await page.mouse.move(...corner, { steps: 4 });
await page.mouse.up();
await page.getByRole('list', { name: 'Selected entries' }).waitFor();
await shoot('texts');
await page.getByRole('link', { name: 'Wold, all studies' }).click();
await page.getByRole('button', { name: /Tavering tile/ }).click();
await page.getByRole('application').waitFor();
await page.keyboard.press('6');
const scene = page.getByRole('application', { name: /The scene in/ });
await scene.waitFor({ timeout: 60_000 });
// Words of the sentence stand still.
await quiet();
await page.keyboard.press('4');
const cut = page.getByRole('slider', { name: 'Dimensions kept' });
await cut.focus();
for (let kept = 4; kept <= 6; kept++) await page.keyboard.press('ArrowRight');
await page.keyboard.press('6');
const brief = page.getByRole('group', { name: 'Brief' });
await brief.getByRole('button', { name: 'red, green and blue' }).click();
await page.getByRole('dialog').getByRole('button', { name: /^grey/ }).click();
await brief.getByRole('button', { name: 'Dimension 1' }).last().click();
await page
  .getByRole('dialog')
  .getByRole('button', { name: /^Dimension 4/ })
  .click();
const picture = await scene.boundingBox();
await page.keyboard.down('Control');
await page.mouse.move(picture.x + 0.12 * picture.width, picture.y + 0.34 * picture.height);
await page.mouse.down();
await page.mouse.move(picture.x + 0.9 * picture.width, picture.y + 0.66 * picture.height, { steps: 4 });
await page.mouse.up();
await page.keyboard.up('Control');
await page.mouse.move(5, 5);
await page.getByRole('region', { name: 'Spectrum' }).waitFor();
await shoot('component-image');
await page.getByRole('link', { name: 'Wold, all studies' }).click();
await page.getByRole('button', { name: /Tavering stamps/ }).click();
await page.getByRole('grid').waitFor({ timeout: 120_000 });
await page.keyboard.press('n');
await page.getByRole('menuitem', { name: /^Neighbour map/ }).click();
await page.keyboard.press('6');
const course = page.getByLabel('Course of the map');
await course.getByRole('button', { name: /iterations more/ }).waitFor({ timeout: 240_000 });
await page.getByText(/agrees among/).waitFor({ timeout: 120_000 });
const map = await page.getByRole('application').boundingBox();
await page.mouse.click(map.x + map.width / 2, map.y + map.height / 2);
await shoot('neighbours');
await page.getByRole('link', { name: 'Wold, all studies' }).click();
await shoot('home');

// A table that stays where it is: the demo's sherds over and over, each time a little otherwise.
const digs = mkdtempSync(join(tmpdir(), 'wold-digs-'));
const [head, ...sherds] = readFileSync(join(root, 'demo/sherds.csv'), 'utf8').trimEnd().split(/\r?\n/);
const again = (line, copy, i) =>
  line
    .split(',')
    .map((entry, j) =>
      j === 0
        ? `${entry}-${copy}-${i}`
        : j < 4 || entry === ''
          ? entry
          : (Number(entry) * (1 + ((copy * 7919 + i * 31 + j * 17) % 101) / 1500)).toPrecision(4),
    )
    .join(',');
const rows = Array.from({ length: 440 }, (_, copy) => sherds.map((line, i) => again(line, copy, i))).flat();
writeFileSync(join(digs, 'sherds of all digs.csv'), [head, ...rows].join('\n'));
const other = await serve(PORT + 1, '--source', `digs=${digs}`);
await page.goto(`http://127.0.0.1:${PORT + 1}/`);
await page.getByRole('button', { name: /^digs/ }).click();
await page.getByRole('button', { name: /^sherds of all digs/ }).click();
await page.getByRole('combobox', { name: 'Rows are told apart by' }).click();
await page.getByRole('option', { name: 'sherd' }).click();
await page.getByRole('button', { name: 'Open as a study' }).click();
await page.getByRole('grid').waitFor();
await page.keyboard.press('4');
await page.getByRole('region', { name: 'Votes' }).getByRole('button').first().waitFor({ timeout: 120_000 });
await shoot('source');
await browser.close();
other.kill();
server.kill();
rmSync(digs, { recursive: true });
