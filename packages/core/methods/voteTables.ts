import { cellText } from '../writeup/cellText';
import type { Retention } from '../dimensions/retention';

/** Each rule's vote. */
export function votesTable(votes: Retention | null): string[][] {
  const cast = votes?.votes ?? [];
  return [
    ['rule', 'of', 'dimensions', 'source'],
    ...cast.map(({ rule, of, count, source }) => [rule, of, String(count), source]),
  ];
}

/** Eigenvalues of the correlations, whole and reduced, against those of random data and a broken stick. */
export function randomTable(votes: Retention | null): string[][] {
  if (votes === null) return [['dimension']];
  const { eigenvalues, random, reduced, randomReduced, sticks } = votes;
  const columns: readonly (readonly [string, ArrayLike<number> | null])[] = [
    ['eigenvalue of the correlations', eigenvalues],
    ['random data, percentile', random?.percentile ?? null],
    ['random data, mean', random?.mean ?? null],
    ['broken stick', sticks],
    ['eigenvalue of the reduced correlations', reduced],
    ['random data reduced, percentile', randomReduced?.percentile ?? null],
    ['random data reduced, mean', randomReduced?.mean ?? null],
  ];
  const there = columns.flatMap(([name, values]) => (values === null ? [] : [{ name, values }]));
  const most = there.reduce((length, { values }) => Math.max(length, values.length), 0);
  return [
    ['dimension', ...there.map(({ name }) => name)],
    ...Array.from({ length: most }, (_, d) => [
      String(d + 1),
      ...there.map(({ values }) => cellText(values[d])),
    ]),
  ];
}
