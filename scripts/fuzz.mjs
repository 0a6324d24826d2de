import { mkdirSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { Command } from 'commander';
import { bundled, bundledUrl } from './bundled.mjs';
import { root, must } from './run.mjs';

// Damaged files of every format, each through all of Wold: none may end otherwise than read or refused with what to do.
const LONGEST = 10_000;
const options = new Command('fuzz')
  .option('--files <number>', 'how many', Number, 2000)
  .option('--seed <number>', 'the seed of random numbers', Number, Math.floor(Math.random() * 1e6))
  .option('--from <number>', 'the number of the first', Number, 0)
  .parse()
  .opts();
await must('node', ['scripts/mapKernels.mjs']);
const url = await bundledUrl('fuzz/worker.ts');
const { damagedCorpus } = await bundled('fuzz/damaged.ts');
const damaged = await damagedCorpus(options.seed);
const folder = join(root, 'test-results', 'fuzz');
const end = options.from + options.files;
let next = options.from;
const counts = new Map();
const wrong = [];

function count(kind) {
  counts.set(kind, (counts.get(kind) ?? 0) + 1);
}

function keep(index, what) {
  const { name, bytes } = damaged(index);
  mkdirSync(folder, { recursive: true });
  const path = join(folder, `${options.seed}-${index}-${name}`);
  writeFileSync(path, bytes);
  wrong.push(`${path}: ${what}`);
  console.log(`wrong: ${path}\n  ${what.split('\n').slice(0, 6).join('\n  ')}`);
}

/** Tries files one after the other until there is none left; a worker that does not come back is ended. */
async function tryFiles() {
  while (next < end) {
    const worker = new Worker(new URL(url), {
      workerData: { seed: options.seed },
      resourceLimits: { maxOldGenerationSizeMb: 3000 },
      stdout: true,
      stderr: true,
    });
    await new Promise((resolve, reject) => {
      worker.once('message', resolve);
      worker.once('error', reject);
    });
    while (next < end) {
      const index = next++;
      const verdict = await tryFile(worker, index);
      count(verdict.kind);
      if (verdict.kind !== 'done' && verdict.kind !== 'refused') keep(index, verdict.what);
      if (verdict.kind === 'slow' || verdict.kind === 'ended') break;
      if ((index - options.from + 1) % 1000 === 0) console.log(`${index - options.from + 1} files`);
    }
    await worker.terminate();
  }
}

function tryFile(worker, index) {
  return new Promise(resolve => {
    const timer = setTimeout(() => done({ kind: 'slow', what: `more than ${LONGEST / 1000} s` }), LONGEST);
    const ended = error => done({ kind: 'ended', what: String(error) });
    const answered = ({ verdict }) => done(verdict);
    function done(verdict) {
      clearTimeout(timer);
      worker.off('error', ended);
      worker.off('message', answered);
      resolve(verdict);
    }
    worker.once('error', ended);
    worker.once('message', answered);
    worker.postMessage(index);
  });
}

console.log(`${options.files} files by seed ${options.seed}`);
await Promise.all(Array.from({ length: Math.min(2, availableParallelism()) }, tryFiles));
console.log([...counts].map(([kind, many]) => `${many} ${kind}`).join(', '));
process.exit(wrong.length > 0 ? 1 : 0);
