import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { bundled } from './bundled.mjs';
import { root } from './run.mjs';

// Machines are shared and noisy: each piece is timed in turn with its plain form, and what counts is the ratio.
const ROUNDS = 3;
const { componentsContests, correlationsAndEigen, parallelContest } = await bundled('bench/components.ts');
const { factorsOf } = await bundled('bench/factors.ts');
const { axesOf } = await bundled('bench/discriminant.ts');
const { resamplesContest } = await bundled('bench/resamples.ts');
const { readingContest } = await bundled('bench/reading.ts');
const { iterationsOf, nearestContest, nearestOf, productsContest, searchOf } =
  await bundled('bench/neighbours.ts');

for (const { name, ours, plain } of [
  ...componentsContests(5000, 200),
  parallelContest(1000, 50, 200),
  readingContest(5000, 784),
  nearestContest(3000, 50, 15),
]) {
  contest(name, ours, plain);
}

const large = correlationsAndEigen(5000, 500);
console.log(
  `correlations and all eigenpairs of 5000 × 500: ${ms(median([time(large), time(large), time(large)]))}\n`,
);

const { factors, eigen } = factorsOf(1000, 100, 6);
const [ofFactors, ofEigen] = [factors, eigen].map(work => median([time(work), time(work), time(work)]));
console.log(
  `maximum likelihood and oblimin from 10 starts, 1000 × 100: ${ms(ofFactors)}, ${(ofFactors / ofEigen).toFixed(1)} × its eigenpairs (at most 40)\n`,
);

const resamples = resamplesContest(1000, 50, 500, 3);
const [ofResamples, ofPlain] = [resamples.ours, resamples.plain].map(work =>
  median([time(work), time(work), time(work)]),
);
console.log(
  `${resamples.name}: ${ms(ofResamples)}, ${(ofResamples / ofPlain).toFixed(2)} × as many decompositions with their cross-products (at most 3)\n`,
);

// The command's own helper, as it is built.
const worker = new Worker(join(root, 'packages/cli/dist/helper.js'));
const helpers = [duty => worker.postMessage(duty)];
await new Promise(resolve => setTimeout(resolve, 300));
for (const k of [15, 90]) {
  console.log(
    `exact ${k} nearest of 60,000 × 50, two threads: ${ms(time(nearestOf(60_000, 50, k, helpers)))}`,
  );
}
const { search, recall } = searchOf(60_000, 50, 15, helpers);
let found = null;
const searched = ms(time(() => (found = search())));
console.log(
  `15 nearest of 60,000 × 50 by search, two threads: ${searched}, recall ${recall(found).toFixed(3)}`,
);
const products = productsContest(60_000, 784, helpers);
contest(products.name, products.ours, products.plain);
const groups = axesOf(60_000, 784, 10, helpers);
const ofComponents = time(groups.components);
let made = null;
const ofAxes = time(() => (made = groups.axes()));
const ofHeldOut = time(() => groups.heldOut(made));
console.log(
  `discriminant axes of ten groups, 60,000 × 784: ${ms(ofAxes)}, ${(ofAxes / ofComponents).toFixed(1)} × its components (at most 4); with ten parts held out ${((ofAxes + ofHeldOut) / ofComponents).toFixed(1)} ×`,
);
const rates = [];
for (const n of [10_000, 60_000, 120_000]) {
  const { tsne, umap, forceError, end } = iterationsOf(n, helpers);
  const [ofTsne, ofUmap] = [tsne, umap].map(work => {
    for (let round = 0; round < 3; round++) work();
    return median(Array.from({ length: 15 }, () => time(work)));
  });
  rates.push([n, ofTsne]);
  console.log(
    `a late iteration of ${n.toLocaleString('en')} rows, two threads: t-SNE ${ms(ofTsne)} (mean error of forces ${(100 * forceError()).toFixed(2)} %), UMAP ${ms(ofUmap)}`,
  );
  end();
}
const growth = Math.log(rates.at(-1)[1] / rates[0][1]) / Math.log(rates.at(-1)[0] / rates[0][0]);
console.log(`t-SNE's iteration grows as n^${growth.toFixed(2)} (at most 1.15)\n`);
await worker.terminate();

commandStarts();

/** How long the command takes from its call to its end, beside a bare start of Node. */
function commandStarts() {
  const folder = mkdtempSync(join(tmpdir(), 'wold-start-'));
  const at = name => join(folder, name);
  const numbers = Array.from({ length: 100 }, (_, i) =>
    Array.from({ length: 10 }, (__, j) => Math.sin(i * (j + 1)).toFixed(3)).join(','),
  );
  const head = Array.from({ length: 10 }, (_, j) => `m${j}`).join(',');
  writeFileSync(at('small.csv'), [head, ...numbers].join('\n'));
  writeFileSync(at('open.csv'), 'a,b\n1,"2\n');
  const command = join(root, 'packages/cli/bin/wold.mjs');
  const run = words => () => spawnSync(process.execPath, words);
  const wold = (...words) => run([command, ...words]);
  wold('recipe', '--table', at('small.csv'), '--out', at('recipe.json'))();
  for (const [name, work, asked] of [
    ['node alone', run(['-e', '0']), ''],
    ['wold --help', wold('--help'), ' (at most 400)'],
    ['a file that is refused', wold('recipe', '--table', at('open.csv')), ' (at most 400)'],
    [
      'all files of a table of 100 × 10',
      wold('run', at('recipe.json'), '--table', at('small.csv'), '--out', at('out')),
      ' (at most 1000)',
    ],
  ]) {
    console.log(`${name}: ${ms(median(Array.from({ length: 5 }, () => time(work))))}${asked}`);
  }
  rmSync(folder, { recursive: true });
}

function contest(name, ours, plain) {
  const times = { ours: [], plain: [] };
  for (let round = 0; round < ROUNDS; round++) {
    times.ours.push(time(ours));
    times.plain.push(time(plain));
  }
  const [mine, other] = [median(times.ours), median(times.plain)];
  console.log(
    `${name}\n  ours ${ms(mine)}, plain ${ms(other)}: ${(other / mine).toFixed(2)} times as fast\n`,
  );
}

function time(work) {
  const start = performance.now();
  work();
  return performance.now() - start;
}

function median(values) {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];
}

function ms(value) {
  return `${value.toFixed(value < 100 ? 1 : 0)} ms`;
}
