import { spawn } from 'node:child_process';
import { createRequire } from 'node:module';
import { mkdtempSync, openSync, closeSync, rmSync, statSync, writeFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { inBrowser, medianOf, megabytes, privateMemory, seconds } from './benchPage.mjs';
import { scenesRead, writeScene } from './benchScenes.mjs';
import { textsRead } from './benchTexts.mjs';
import { bundled } from './bundled.mjs';
import { root } from './run.mjs';

// Large tables in the browser: time against the CSV package's bare parse of the same file in the same browser, freezes
// of the page, memory of its process, and how fast a kept table is open again. The app must be built.
const { pixelCsv, pixelParquet, longCsv, studyCsv } = await bundled('bench/largeTables.ts');
const { catalogue } = await bundled('packages/core/demo/catalogue.ts');
const { writeGeoTiff } = await bundled('packages/core/scenes/writeGeoTiff.ts');
const { seededRandom } = await bundled('packages/core/algebra/random.ts');
const { stampLines } = await bundled('packages/core/demo/stamps.ts');
const PORT = 8493;
/** The machine is shared: one run says little. */
const RUNS = 5;
const CELLS = '[role=grid] [role=gridcell]';
const PREPARATION_CHANGES = [
  ['2', 'leave outliers as they are', /pull outliers in to the fences/],
  ['2', 'leave out rows with any', /fill gaps with the median/],
  ['2', 'pull outliers in', /leave outliers as they are/],
  ['2', 'unit variance', /robust spread/],
  ['2', 'nothing', /^to ranks/],
  ['2', 'to ranks', /^nothing/],
  ['2', 'nothing', /^to ranks/],
  ['2', 'leave outliers as they are', /beyond a robust z/],
  ['2', 'robust spread', /their mean only/],
  ['2', 'to ranks', /Yeo–Johnson/],
  ['2', 'Yeo–Johnson', /^nothing/],
  ['2', 'pull in beyond', /pull outliers in to the fences/],
];
const EDITS = [
  ['2', /leave outliers/, /pull outliers in to the fences/],
  ['2', 'unit variance', /robust spread/],
  ['2', 'robust spread', /^unit variance/],
  ['3', /Pearson/, /^Spearman/],
  ['5', 'not at all', /^by varimax/],
  ['5', 'by varimax', /^obliquely by promax/],
  ['5', /promax/, 'not at all'],
  ['6', 'scores', /standardised/],
];
const folder = mkdtempSync(join(tmpdir(), 'wold-bench-'));
const server = spawn('node', [join(root, 'packages/server/dist/main.js'), '--port', String(PORT)]);
await new Promise(resolve => server.stdout.once('data', resolve));

try {
  const scene = (side, bands) =>
    writeScene(join(folder, `scene-${side}-${bands}.tif`), side, bands, { writeGeoTiff, seededRandom });
  await scenesRead(PORT, [
    { name: '1,000 × 1,000 × 200', path: await scene(1000, 200) },
    { name: '4,000 × 4,000 × 4', path: await scene(4000, 4) },
  ]);
  const entries = n => written(`catalogue-${n}.csv`, [catalogue(1926, n, 20).csv]);
  await textsRead(
    PORT,
    [20_000, 200_000].map(n => ({ n, path: entries(n) })),
  );
  await edits('5,000 × 50', written('middling.csv', studyCsv(5000, 50, 6)), PREPARATION_CHANGES);
  await edits('500 × 50', written('small.csv', studyCsv(500, 50, 6)), EDITS);
  await manyMeasures(written('wide.csv', studyCsv(1000, 800, 20)));
  for (const n of [60_000, 500_000]) await handled(n, written(`points-${n}.csv`, longCsv(n, 4)));
  const stamps = written('stamps.csv', stampLines(60_000, 28));
  for (const layout of ['t-SNE', 'UMAP']) await mapped(layout, stamps);
  console.log('Making the files …');
  const csv = written('pixels.csv', pixelCsv(60_000, 784));
  const parquet = join(folder, 'pixels.parquet');
  writeFileSync(parquet, pixelParquet(60_000, 784));
  const long = written('long.csv', longCsv(1_000_000, 20));

  await openings('60,000 × 784 whole numbers', csv, [csv, parquet]);
  await openings('1,000,000 × 20', long, [long]);
} finally {
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}

function written(name, parts) {
  const path = join(folder, name);
  const file = openSync(path, 'w');
  for (const part of parts) writeSync(file, part);
  closeSync(file);
  return path;
}

/** How long after each edit of a study its reading is on the screen: medians of some browsers, each seeing it first. */
async function edits(name, path, changes) {
  const runs = [];
  for (let run = 0; run < RUNS; run++) runs.push(await inBrowser(page => timed(page, path, changes)));
  const told = pick => changes.map((_, k) => pick(runs.map(times => times[k])).toFixed(0)).join(', ');
  console.log(`${name}: edits answered after ${told(medianOf)} ms (medians of ${RUNS} runs)`);
  const [best, worst] = [told(times => Math.min(...times)), told(times => Math.max(...times))];
  console.log(`  at best ${best}, at worst ${worst}`);
}

async function timed(page, path, changes) {
  await page.goto(`http://127.0.0.1:${PORT}/`);
  await page.getByLabel('Table file').setInputFiles(path);
  await page.getByRole('grid').waitFor();
  const times = [];
  let at = null;
  for (const [question, word, choice] of changes) {
    if (question !== at) {
      await page.keyboard.press(question);
      await page.waitForTimeout(2000);
      at = question;
    }
    await page.getByRole('group', { name: 'Brief' }).getByRole('button', { name: word }).first().click();
    const button = page.getByRole('dialog').getByRole('button', { name: choice }).last();
    // Nobody chooses from a menu that is still being drawn.
    await page.waitForTimeout(300);
    times.push(await button.evaluate(answered));
    await page.waitForTimeout(800);
  }
  return times;
}

/** How long suitability of many measures takes once its question is asked. */
async function manyMeasures(path) {
  await inBrowser(async page => {
    await page.goto(`http://127.0.0.1:${PORT}/`);
    await page.getByLabel('Table file').setInputFiles(path);
    await page.getByRole('grid').waitFor();
    await page.waitForTimeout(8000);
    const start = performance.now();
    await page.keyboard.press('3');
    await inSight(page, '[aria-label="Strongest pairs"] li, [aria-label="Strongest pairs"] tr');
    console.log(`1,000 × 800: suitability shown after ${seconds(performance.now() - start)}`);
  });
}

/** How a map of many rows answers the hand: drawn, zoomed, pointed at and drawn around. */
async function handled(n, path) {
  await inBrowser(async page => {
    await page.goto(`http://127.0.0.1:${PORT}/`);
    await page.getByLabel('Table file').setInputFiles(path);
    await page.getByRole('grid').waitFor({ timeout: 300_000 });
    await page.keyboard.press('4');
    await page.getByRole('region', { name: 'Eigenvalues, list' }).waitFor({ timeout: 300_000 });
    await page.waitForTimeout(3000);
    const shown = await page.evaluate(async () => {
      const start = performance.now();
      document.querySelector('nav a[href$="/map"], a[href$="/map"]').click();
      while (document.querySelector('[role=application]') === null) await new Promise(requestAnimationFrame);
      for (let frame = 0; frame < 2; frame++) await new Promise(requestAnimationFrame);
      return performance.now() - start;
    });
    await page.waitForTimeout(2000);
    const map = await page.getByRole('application').boundingBox();
    const [x, y] = [map.x + map.width / 2, map.y + map.height / 2];
    await page.mouse.move(x, y);
    const rate = await page.evaluate(async () => {
      const surface = document.querySelector('[role=application]');
      const box = surface.getBoundingClientRect();
      const at = {
        clientX: box.x + box.width / 2,
        clientY: box.y + box.height / 2,
        bubbles: true,
        cancelable: true,
      };
      let frames = 0;
      const start = performance.now();
      while (performance.now() - start < 2000) {
        surface.dispatchEvent(new WheelEvent('wheel', { ...at, deltaY: frames % 40 < 20 ? -20 : 20 }));
        await new Promise(requestAnimationFrame);
        frames++;
      }
      return frames / 2;
    });
    const pointed = await page.evaluate(async () => {
      const surface = document.querySelector('[role=application]');
      const box = surface.getBoundingClientRect();
      const times = [];
      for (let step = 0; step < 10; step++) {
        const at = {
          clientX: box.x + box.width / 2 + 3 * step,
          clientY: box.y + box.height / 2,
          bubbles: true,
        };
        const start = performance.now();
        surface.dispatchEvent(new PointerEvent('pointermove', at));
        await new Promise(requestAnimationFrame);
        times.push(performance.now() - start);
      }
      return times.sort((a, b) => a - b)[5];
    });
    await page.mouse.move(x - 60, y - 60);
    await page.mouse.down();
    for (const [dx, dy] of [
      [60, -60],
      [60, 60],
      [-60, 60],
    ])
      await page.mouse.move(x + dx, y + dy, { steps: 6 });
    const start = performance.now();
    await page.mouse.up();
    await page.getByRole('heading', { name: /rows selected/ }).waitFor();
    const drawn = performance.now() - start;
    console.log(
      `${n.toLocaleString('en')} points: map drawn after ${seconds(shown)}, zoomed at ${rate.toFixed(0)} pictures a second, pointed at in ${pointed.toFixed(0)} ms, rows drawn around selected after ${drawn.toFixed(0)} ms`,
    );
  });
}

/** A neighbour map of a table that is open: how long it takes to its end, and what memory the page holds at most. */
async function mapped(layout, path) {
  await inBrowser(async page => {
    await page.goto(`http://127.0.0.1:${PORT}/`);
    await page.getByLabel('Table file').setInputFiles(path);
    await page.getByRole('grid').waitFor({ timeout: 300_000 });
    await page.waitForTimeout(3000);
    let peak = privateMemory();
    const watch = setInterval(() => (peak = Math.max(peak, privateMemory())), 200);
    await page.getByRole('button', { name: '+ Add' }).click();
    const start = performance.now();
    await page.getByRole('menuitem', { name: /Neighbour map/ }).click();
    await page.keyboard.press('4');
    if (layout === 'UMAP') {
      await page.getByRole('group', { name: 'Brief' }).getByRole('button', { name: 't-SNE' }).click();
      await page.getByRole('dialog').getByRole('button', { name: /^UMAP/ }).click();
    }
    const end = layout === 'UMAP' ? /^200\s+epochs/ : /^1,000\s+iterations/;
    const course = page.getByRole('group', { name: 'Course of the map' });
    await course.getByText(end).waitFor({ timeout: 500_000 });
    const time = performance.now() - start;
    clearInterval(watch);
    console.log(
      `${layout} of 60,000 × 784 pictures: map finished after ${seconds(time)}, page held ${megabytes(peak)} at most`,
    );
  });
}

/** Clicks, and tells how long it takes until the frame after the one that draws the reading. */
async function answered(element) {
  const start = performance.now();
  element.click();
  for (let calm = 0; calm < 2;) {
    await new Promise(requestAnimationFrame);
    calm = document.querySelector('main [aria-busy=true]') === null ? calm + 1 : 0;
  }
  return performance.now() - start;
}

/** Opens files in turn with the bare parse of the CSV one, a few times, and reports medians. */
async function openings(name, csv, files) {
  const bare = [];
  const runs = files.map(() => []);
  for (let run = 0; run < RUNS; run++) {
    bare.push(await bareParse(csv));
    for (const [k, path] of files.entries()) runs[k].push(await opened(path));
  }
  const bareTime = medianOf(bare);
  console.log(`${name}: bare parse as CSV ${seconds(bareTime)} (medians of ${RUNS} runs)`);
  files.forEach((path, k) => report(path, runs[k], bareTime));
}

async function bareParse(path) {
  return inBrowser(async page => {
    await page.setContent('<input type="file">');
    await page.addScriptTag({ path: createRequire(join(root, 'packages/core/x.js')).resolve('papaparse') });
    await page.locator('input').setInputFiles(path);
    return page.evaluate(async () => {
      const text = await document.querySelector('input').files[0].text();
      const start = performance.now();
      let rows = 0;
      window.Papa.parse(text, { chunkSize: 1 << 20, chunk: ({ data }) => (rows += data.length) });
      return performance.now() - start;
    });
  });
}

async function opened(path) {
  return inBrowser(async (page, browser) => {
    await page.goto(`http://127.0.0.1:${PORT}/`);
    // Nobody has chosen a file before the page has started its workers.
    await page.waitForTimeout(1500);
    const before = privateMemory(browser);
    let peak = before;
    const watch = setInterval(() => (peak = Math.max(peak, privateMemory(browser))), 100);
    await page.evaluate(watchFreezes);
    await page.getByLabel('Table file').setInputFiles(path);
    await inSight(page, CELLS);
    const { time, progress, frozen } = await page.evaluate(() => ({
      time: performance.now() - window.picked,
      progress: window.progressAt - window.picked,
      frozen: Math.max(0, ...window.frozen),
    }));
    clearInterval(watch);
    // Nor has anybody scrolled in the very frame that shows the grid.
    await page.waitForTimeout(1000);
    const scrolled = await page.evaluate(scrollBothWays);
    const url = page.url();
    await page.goto('about:blank');
    const start = performance.now();
    await page.goto(url);
    await inSight(page, CELLS);
    return { time, progress, frozen, memory: peak - before, scrolled, again: performance.now() - start };
  });
}

/** Looks at every frame: the waits of the test tool look but twice a second. */
async function inSight(page, selector) {
  await page.waitForFunction(what => document.querySelector(what) !== null, selector, {
    polling: 'raf',
    timeout: 300_000,
  });
}

function watchFreezes() {
  window.frozen = [];
  document
    .querySelector('input[type=file]')
    .addEventListener('change', () => (window.picked = performance.now()), true);
  new PerformanceObserver(list => {
    if (window.picked !== undefined) window.frozen.push(...list.getEntries().map(({ duration }) => duration));
  }).observe({ entryTypes: ['longtask'] });
  const look = () => {
    const stop = [...document.querySelectorAll('button')].some(({ textContent }) => textContent === 'Stop');
    if (stop && window.progressAt === undefined) window.progressAt = performance.now();
    else requestAnimationFrame(look);
  };
  look();
}

/** The longest time between two frames while the grid is scrolled down and across. */
async function scrollBothWays() {
  const grid = document.querySelector('[role=grid]');
  let last = performance.now();
  let longest = 0;
  for (let step = 1; step <= 60; step++) {
    grid.scrollTop += 900;
    grid.scrollLeft += 300;
    for (let frame = 0; frame < 2; frame++) {
      await new Promise(requestAnimationFrame);
      const now = performance.now();
      longest = Math.max(longest, now - last);
      last = now;
    }
  }
  return longest;
}

function report(path, runs, bare) {
  const of = what => medianOf(runs.map(run => run[what]));
  const worst = what => Math.max(...runs.map(run => run[what])).toFixed(0);
  console.log(
    [
      `  ${basename(path)}, ${megabytes(statSync(path).size)}: open after ${seconds(of('time'))}, ${(of('time') / bare).toFixed(2)} × the bare parse`,
      `    progress after ${of('progress').toFixed(0)} ms, longest freeze ${of('frozen').toFixed(0)} ms (${worst('frozen')} at worst), page grew by ${megabytes(of('memory'))} at most`,
      `    longest wait for a frame while scrolling ${of('scrolled').toFixed(0)} ms (${worst('scrolled')} at worst), open again in ${seconds(of('again'))}`,
    ].join('\n'),
  );
}
