import { columnOf, type Matrix } from '../algebra/matrix';
import { partSeed, seededRandom } from '../algebra/random';
import { congruence, pairedCongruence } from '../algebra/congruence';
import { toEnd } from '../stages/course';
import { preparedOf, tableOf } from '../testTables';
import type { PreparedRows } from '../preparation/prepared';
import type { Components } from '../methods/components/components';
import { componentsFoundAnew } from '../methods/components/anew';
import { decompose } from '../methods/components/decompose';
import { keepComponents } from '../methods/components/keepComponents';
import { drawnTogether, drawsOf } from './draws';
import { resamplesSteps, type Resamples } from './resamples';
import { PLAIN_RESAMPLING, type Resampling } from './resampling';
import { made, written } from './testAnew';

const noProgress = () => undefined;

function stepsOf(
  prepared: PreparedRows,
  found: Components,
  way: Partial<Resampling>,
  groups: readonly number[] | null = null,
) {
  const anew = componentsFoundAnew(prepared, found);
  return resamplesSteps(anew, drawsOf(anew, groups), { ...PLAIN_RESAMPLING, ...way });
}

/** Resamples of prepared rows with so many dimensions kept. */
function resampled(
  prepared: PreparedRows,
  keep: number,
  times: number,
  { seed = 1, alignment = 'matched' as 'matched' | 'turned', groups = null as number[] | null } = {},
): Resamples {
  const found = keepComponents(prepared, decompose(prepared), keep);
  const steps = stepsOf(prepared, found, { times, seed, alignment }, groups);
  return steps.show(toEnd(steps, noProgress));
}

/** The dimensions of a single resample, as they are laid on what was found. */
function drawn(
  prepared: PreparedRows,
  keep: number,
  { seed = 1, groups = null as number[] | null } = {},
): { readonly eigenvalues: readonly number[]; readonly loadings: Matrix } {
  const found = keepComponents(prepared, decompose(prepared), keep);
  const { eigenvalues, loadings } = toEnd(
    stepsOf(prepared, found, { times: 1, seed, alignment: 'matched' }, groups),
    noProgress,
  );
  return {
    eigenvalues: Array.from(eigenvalues),
    loadings: { rows: prepared.measures.length, columns: keep, values: loadings },
  };
}

const rowsDrawn = (n: number, seed: number): number[] => {
  const { whole } = seededRandom(partSeed(seed, 0));
  return Array.from({ length: n }, () => whole(n));
};

/** Two matrices alike but for the order and the signs of columns: draws are matched to what was found. */
function expectAlike(a: Matrix, b: Matrix, digits: number): void {
  const pairs = pairedCongruence(a, b);
  expect(new Set(pairs.map(({ with: other }) => other)).size).toBe(a.columns);
  pairs.forEach(({ with: other }, d) => {
    const [x, y] = [columnOf(a, d), columnOf(b, other)];
    const sign = congruence(x, y) < 0 ? -1 : 1;
    const size = Math.max(...y.map(Math.abs));
    x.forEach((value, j) => expect((sign * value) / size).toBeCloseTo(y[j]! / size, digits));
  });
}

test.each(['unit-variance', 'centre', 'none'] as const)(
  'one resample is the components of the rows that were drawn, written out: %s',
  scale => {
    for (const seed of [1, 2, 3]) {
      const columns = made(40, 5, seed);
      const prepared = preparedOf(columns, { scale });
      const one = drawn(prepared, 2, { seed });
      const anew = preparedOf(written(columns, rowsDrawn(40, seed)), { scale });
      const wanted = keepComponents(anew, decompose(anew), 2);
      one.eigenvalues.forEach((value, d) => {
        const scaledBy = scale === 'unit-variance' ? 1 : wanted.eigenvalues[0]!;
        expect(value / scaledBy).toBeCloseTo(wanted.eigenvalues[d]! / scaledBy, 9);
      });
      expectAlike(one.loadings, wanted.loadings, 8);
    }
  },
);

test('rows keep their weights, however far the measures lie from 0', () => {
  const columns = made(40, 4, 6).map(column => column.map(value => 1e6 + value));
  const { uniform } = seededRandom(2);
  const weights = Array.from({ length: 40 }, () => 0.2 + uniform());
  const measures = ['x1', 'x2', 'x3', 'x4'];
  for (const scale of ['unit-variance', 'centre'] as const) {
    const one = drawn(preparedOf([...columns, weights], { measures, weight: 'x5', scale }), 2, {
      seed: 3,
    });
    const anew = preparedOf(written([...columns, weights], rowsDrawn(40, 3)), {
      measures,
      weight: 'x5',
      scale,
    });
    const wanted = keepComponents(anew, decompose(anew), 2);
    one.eigenvalues.forEach((value, d) =>
      expect(value / wanted.eigenvalues[0]!).toBeCloseTo(wanted.eigenvalues[d]! / wanted.eigenvalues[0]!, 8),
    );
    expectAlike(one.loadings, wanted.loadings, 7);
  }
});

test('fewer rows than measures: a draw is the components of its rows, and has no more dimensions than these', () => {
  const columns = made(8, 14, 4);
  const one = drawn(preparedOf(columns, { scale: 'centre' }), 2, { seed: 5 });
  const rows = rowsDrawn(8, 5);
  const anew = preparedOf(written(columns, rows), { scale: 'centre' });
  const wanted = keepComponents(anew, decompose(anew), 2);
  expectAlike(one.loadings, wanted.loadings, 8);
  const distinct = new Set(rows).size;
  one.eigenvalues
    .slice(distinct - 1)
    .forEach(value => expect(Math.abs(value) / wanted.eigenvalues[0]!).toBeLessThan(1e-12));
});

test('rotated dimensions are turned onto those that were found, whose space a rotation leaves as it is', () => {
  const columns = made(60, 6, 3);
  const prepared = preparedOf(columns);
  const rotation = { method: 'varimax', power: 4 } as const;
  const turned = keepComponents(prepared, decompose(prepared), 2, rotation);
  const steps = stepsOf(prepared, turned, { times: 60, seed: 1, alignment: 'matched' });
  const { again, low, high } = steps.show(toEnd(steps, noProgress));
  expect(Math.min(...again)).toBeGreaterThan(0.9);
  const within = turned.loadings.values.filter(
    (value, at) => low.values[at]! <= value && value <= high.values[at]!,
  );
  expect(within.length / turned.loadings.values.length).toBeGreaterThan(0.9);
});

test('weights that are counts are rows that stand there so often: the same draws, the same figures', () => {
  const columns = made(25, 4, 9);
  const counts = Array.from({ length: 25 }, (_, i) => 1 + (i % 3));
  const table = [...columns, counts];
  const weighed = preparedOf(table, {
    measures: ['x1', 'x2', 'x3', 'x4'],
    weight: 'x5',
    weighting: 'counts',
  });
  const rows = counts.flatMap((count, row) => Array<number>(count).fill(row));
  const repeated = preparedOf(written(columns, rows));
  const [a, b] = [resampled(weighed, 2, 30), resampled(repeated, 2, 30)];
  expect(a.units).toBe(b.units);
  a.eigenvalues.forEach(({ low, high }, d) => {
    expect(low).toBeCloseTo(b.eigenvalues[d]!.low, 10);
    expect(high).toBeCloseTo(b.eigenvalues[d]!.high, 10);
  });
  a.low.values.forEach((value, at) => expect(value).toBeCloseTo(b.low.values[at]!, 9));
  expect(a.again).toEqual(b.again);
});

test('groups are drawn whole: rows of one group are always in together', () => {
  const columns = made(30, 4, 5);
  const label = Array.from({ length: 30 }, (_, i) => (i < 24 ? `g${i >> 2}` : ''));
  const table = tableOf([...columns, label], ['x1', 'x2', 'x3', 'x4', 'group']);
  const groups = drawnTogether(
    table,
    'group',
    Uint32Array.from({ length: 30 }, (_, i) => i),
  );
  expect(new Set(groups).size).toBe(6 + 6);
  const one = drawn(preparedOf(columns), 2, { seed: 4, groups });
  expect(resampled(preparedOf(columns), 2, 1, { seed: 4, groups }).units).toBe(12);
  const { whole } = seededRandom(partSeed(4, 0));
  const rows = Array.from({ length: 12 }, () => whole(12)).flatMap(group =>
    groups.flatMap((of, row) => (of === group ? [row] : [])),
  );
  const anew = preparedOf(written(columns, rows));
  const wanted = decompose(anew).eigenvalues;
  one.eigenvalues.forEach((value, d) => expect(value).toBeCloseTo(wanted[d]!, 9));
});

test('intervals are percentiles about what was found, of ratios to the median; none where there are no such dimensions', () => {
  const prepared = preparedOf(made(10, 16, 6), { scale: 'centre' });
  const found = keepComponents(prepared, decompose(prepared), 2);
  const steps = stepsOf(prepared, found, { times: 41, seed: 2, alignment: 'matched' });
  const state = toEnd(steps, noProgress);
  const { eigenvalues, values, low, high, loadings } = steps.show(state);
  const few = eigenvalues.length;
  const at = (sorted: readonly number[], share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
  eigenvalues.forEach((interval, d) => {
    const all = Array.from({ length: 41 }, (_, b) => state.eigenvalues[b * few + d]!).sort((a, b) => a - b);
    // Of 41 the second and the last but one are the 2.5th and 97.5th percentiles.
    const nothing = 1e-12 * values[0]!;
    if (Math.abs(at(all, 0.975)) < nothing && values[d]! > nothing) {
      return expect([interval.low, interval.high]).toEqual([NaN, NaN]);
    }
    if (at(all, 0.5) > nothing) {
      expect(interval.low / values[d]!).toBeCloseTo(at(all, 0.025) / at(all, 0.5), 10);
      expect(interval.high / values[d]!).toBeCloseTo(at(all, 0.975) / at(all, 0.5), 10);
    }
    expect(interval.low).toBeLessThanOrEqual(values[d]!);
    expect(interval.high).toBeGreaterThanOrEqual(values[d]!);
  });
  // Ten rows have nine dimensions, fewer different ones fewer: of the last there is no interval.
  expect(eigenvalues.some(({ low: end }) => Number.isNaN(end))).toBe(true);
  loadings.values.forEach((value, entry) => {
    expect(low.values[entry]).toBeLessThanOrEqual(value);
    expect(high.values[entry]).toBeGreaterThanOrEqual(value);
  });
});

test('intervals hold the truth at about the rate they state, over 200 made tables', () => {
  // Two measures that correlate: of all rows there could be, eigenvalues 1 ± r.
  const [r, n, tables] = [0.5, 120, 200];
  let [held, loading] = [0, 0];
  for (let seed = 1; seed <= tables; seed++) {
    const { normal } = seededRandom(seed);
    const x = Array.from({ length: n }, normal);
    const y = x.map(value => r * value + Math.sqrt(1 - r * r) * normal());
    const { eigenvalues, low, high } = resampled(preparedOf([x, y]), 1, 120, { seed });
    if (eigenvalues[0]!.low <= 1 + r && 1 + r <= eigenvalues[0]!.high) held++;
    const truth = Math.sqrt((1 + r) / 2);
    if (low.values[0]! <= truth && truth <= high.values[0]!) loading++;
  }
  // Of 200, 95 % ± 4 standard errors, and a little under for so few rows.
  expect(held / tables).toBeGreaterThan(0.87);
  expect(held / tables).toBeLessThan(0.995);
  expect(loading / tables).toBeGreaterThan(0.87);
});

test('dimensions of near variance turn in their plane, which stands; a clear one comes again', () => {
  const n = 300;
  const { normal } = seededRandom(3);
  const shared = [0, 1, 2].map(() => Array.from({ length: n }, normal));
  const strengths = [3, 1.5, 1.5];
  const columns = Array.from({ length: 9 }, (_, j) =>
    shared[j % 3]!.map(v => strengths[j % 3]! * v + 0.5 * normal()),
  );
  const { again, planes } = resampled(preparedOf(columns, { scale: 'centre' }), 3, 200);
  expect(again[0]).toBeGreaterThan(0.98);
  expect(Math.min(again[1]!, again[2]!)).toBeLessThan(0.8);
  expect(planes[1]).toBeGreaterThan(0.98);
  const turned = resampled(preparedOf(columns, { scale: 'centre' }), 3, 200, { alignment: 'turned' });
  expect(Math.min(...turned.again)).toBeGreaterThan(0.98);
});

test('noise has no dimension that comes again, and its loadings may be none', () => {
  const { normal } = seededRandom(8);
  const noise = Array.from({ length: 10 }, () => Array.from({ length: 60 }, normal));
  const { again, low, high } = resampled(preparedOf(noise), 3, 100);
  expect(Math.max(...again)).toBeLessThan(0.5);
  const fades = low.values.filter((value, at) => value <= 0 && high.values[at]! >= 0).length;
  expect(fades / low.values.length).toBeGreaterThan(0.5);
});

test('a measure that varies in one row alone is flat in many resamples, which are told and left out', () => {
  const columns = [...made(12, 3, 2), Array.from({ length: 12 }, (_, i) => (i === 5 ? 1 : 0))];
  const { flat, done, eigenvalues } = resampled(preparedOf(columns), 2, 200);
  expect(done).toBe(200);
  // (1 − 1/12)¹² = .352 of resamples lack that row.
  expect(Math.abs(flat / done - 0.352)).toBeLessThan(0.14);
  for (const { low, high } of eigenvalues) expect(high).toBeGreaterThanOrEqual(low);
});

test('kept gaps and too many measures are refused, and say what to do', () => {
  const gappy = preparedOf(
    [
      [1, 2, '', 4, 5, 7],
      [2, 1, 4, 3, 6, 5],
      [1, 5, 2, 4, 3, 3],
    ] as never,
    { missing: 'keep' },
  );
  expect(() => resampled(gappy, 1, 10)).toThrow('gaps are kept');
});

test('what is shown on the way is of those that are done, and goes on to the same end', () => {
  const prepared = preparedOf(made(30, 4, 1));
  const found = keepComponents(prepared, decompose(prepared), 2);
  const steps = stepsOf(prepared, found, { times: 40, seed: 2, alignment: 'matched' });
  const whole = steps.show(toEnd(steps, noProgress));
  const part = stepsOf(prepared, found, { times: 10, seed: 2, alignment: 'matched' });
  const first = part.show(toEnd(part, noProgress));
  expect(first.done).toBe(10);
  expect(whole.done).toBe(40);
  expect(resampled(prepared, 2, 40, { seed: 2 })).toEqual(whole);
});
