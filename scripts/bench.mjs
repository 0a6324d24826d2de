import { bundled } from './bundled.mjs';

// Machines are shared and noisy: each piece is timed in turn with its plain form, and what counts is the ratio.
const ROUNDS = 3;
const { componentsContests, correlationsAndEigen, parallelContest } = await bundled('bench/components.ts');
const { factorsOf } = await bundled('bench/factors.ts');
const { readingContest } = await bundled('bench/reading.ts');

for (const { name, ours, plain } of [
  ...componentsContests(5000, 200),
  parallelContest(1000, 50, 200),
  readingContest(5000, 784),
]) {
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

const large = correlationsAndEigen(5000, 500);
console.log(
  `correlations and all eigenpairs of 5000 × 500: ${ms(median([time(large), time(large), time(large)]))}\n`,
);

const { factors, eigen } = factorsOf(1000, 100, 6);
const [ofFactors, ofEigen] = [factors, eigen].map(work => median([time(work), time(work), time(work)]));
console.log(
  `maximum likelihood and oblimin from 10 starts, 1000 × 100: ${ms(ofFactors)}, ${(ofFactors / ofEigen).toFixed(1)} × its eigenpairs (at most 40)\n`,
);

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
