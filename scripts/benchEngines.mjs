import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bundled } from './bundled.mjs';

// Tables in real engines, which are started here. Machines are shared and noisy: what counts are ratios within one run.
const bench = await bundled('bench/engines.ts', ['@duckdb/node-api', 'pg', 'hyparquet-writer']);
const { benchEngines, errorOf, kernelOf, makeParquet, momentsOf, readingOf, statementsOf } = bench;
const folder = mkdtempSync(join(tmpdir(), 'wold-bench-'));

// A file larger than the memory that its engine may use comes first, while this process is small.
const [rows, columns, allowed] = [5_000_000, 50, '200MB'];
const file = 'large.parquet';
await makeParquet(join(folder, file), rows, columns);
const before = memory();
const { openFile } = bench;
const large = await openFile(folder, file, undefined, allowed);
const reading = median([await readingOf(large, columns), await readingOf(large, columns)]);
const { all: took } = await momentsOf(large, columns);
const kernel = kernelOf(rows, columns);
await large.close();
console.log(
  `moments of 5,000,000 × 50 in Parquet, ${allowed} allowed to its reader: ${s(took)}, ${(took / (reading + kernel)).toFixed(2)} × reading it once and our kernel alone (at most 1.5); ${memory()} MB at most, ${before} before (at most 500)\n`,
);

const engines = await benchEngines(folder);
try {
  for (const { name, table } of engines) {
    const engine = await table(1_000_000, 50);
    const [first, again] = [await momentsOf(engine, 50), await momentsOf(engine, 50)];
    const alone = await statementsOf(engine, first.statements);
    const all = Math.min(first.all, again.all);
    await engine.close();
    console.log(
      `${name}, moments of 1,000,000 × 50: ${s(all)}, ${(all / alone).toFixed(2)} × its statements alone (at most 1.5)`,
    );
    const exact = await table(20_000, 50);
    const { moments } = await momentsOf(exact, 50);
    console.log(
      `  error of correlations against the rows in memory, means of 1e6: ${(await errorOf(exact, 50, moments)).toExponential(1)} (at most 1e-12)`,
    );
    await exact.close();
    const growth = [];
    for (const many of [1_000_000, 10_000_000]) {
      const of = await table(many, 10);
      const times = [await momentsOf(of, 10), await momentsOf(of, 10), await momentsOf(of, 10)];
      const best = times.toSorted((a, b) => a.all - b.all)[0];
      growth.push(best);
      await of.close();
    }
    const [small, big] = growth;
    console.log(
      `  ten times the rows (10 measures): ${s(small.all)}, ${s(big.all)}: ${(big.all / small.all / 10).toFixed(2)} × as long a row (0.85 to 1.15); Wold’s own part ${ms(small.all - small.engine)}, ${ms(big.all - big.engine)} (under 1 s)\n`,
    );
  }
} finally {
  for (const { stop } of engines) await stop();
  rmSync(folder, { recursive: true });
}

/** Megabytes that this process held at most. */
function memory() {
  return Math.round(Number(/VmHWM:\s+(\d+)/.exec(readFileSync('/proc/self/status', 'utf8'))[1]) / 1024);
}

function median(values) {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];
}

function s(value) {
  return `${(value / 1000).toFixed(2)} s`;
}

function ms(value) {
  return `${value.toFixed(0)} ms`;
}
