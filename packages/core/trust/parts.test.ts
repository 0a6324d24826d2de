import { columnOf } from '../algebra/matrix';
import { largestPrincipalAngle } from '../algebra/principalAngle';
import { congruence } from '../algebra/congruence';
import { seededRandom } from '../algebra/random';
import { decompose } from '../methods/components/decompose';
import { keepComponents } from '../methods/components/keepComponents';
import { factorsFoundAnew } from '../methods/factors/anew';
import { preparedOf, tableOf } from '../testTables';
import { drawsOf } from './draws';
import { halvesSteps } from './halves';
import { resamplesSteps } from './resamples';
import { leftOutSteps } from './leftOut';
import { PLAIN_RESAMPLING } from './resampling';
import { sizesSteps } from './sizes';
import { matchedTo } from './laid';
import { ended, made, written, componentsOf, FACTORS } from './testAnew';

test('without a row the space turns by the angle between the components with and without it, written out', () => {
  const columns = made(25, 5, 2);
  columns[0]![7] = 400;
  const { anew, found } = componentsOf(columns, 2);
  const { of, units, looked } = ended(leftOutSteps(anew, drawsOf(anew, null), PLAIN_RESAMPLING));
  expect([units, looked, of.length]).toEqual([25, 25, 25]);
  expect(of[0]!.rows).toEqual([7]);
  for (const { rows, angle } of of) {
    const without = written(
      columns,
      [...Array(25).keys()].filter(i => i !== rows[0]),
    );
    const prepared = preparedOf(without);
    const { loadings } = keepComponents(prepared, decompose(prepared), 2);
    expect(angle).toBeCloseTo(largestPrincipalAngle(found.loadings, loadings), 7);
  }
});

describe('halves', () => {
  test('the halves of a label are the components of its rows and of the others, written out', () => {
    const columns = made(50, 5, 6);
    const label = Array.from({ length: 50 }, (_, i) => (i % 5 < 2 ? 'early' : 'late'));
    const table = tableOf([...columns, label] as never);
    const { anew, found } = componentsOf([...columns, label], 2, {
      measures: ['x1', 'x2', 'x3', 'x4', 'x5'],
    });
    const way = { ...PLAIN_RESAMPLING, times: 30 };
    const { parts } = ended(halvesSteps(table, anew, drawsOf(anew, null), 'x6', way));
    expect(parts.map(({ level, units, others }) => [level, units, others])).toEqual([
      ['early', 20, 30],
      ['late', 30, 20],
    ]);
    const of = (level: string) => {
      const prepared = preparedOf(
        written(
          columns,
          [...Array(50).keys()].filter(i => label[i] === level),
        ),
      );
      const own = keepComponents(prepared, decompose(prepared), 2);
      return matchedTo(found.loadings, own.loadings).loadings;
    };
    const [early, late] = [of('early'), of('late')];
    [0, 1].forEach(d => {
      const wanted = congruence(columnOf(early, d), columnOf(late, d));
      expect(parts[0]!.congruence![d]).toBeCloseTo(wanted, 8);
      expect(parts[1]!.congruence![d]).toBeCloseTo(wanted, 8);
    });
  });

  test('a label that turns the dimensions stands below random parts of its size, another does not', () => {
    const { normal } = seededRandom(12);
    const shared = [3, 1.5].map(size => Array.from({ length: 400 }, () => size * normal()));
    const noise = Array.from({ length: 6 }, () => Array.from({ length: 400 }, normal));
    const columns = noise.map((own, j) => own.map((value, i) => value + shared[j % 2]![i]!));
    const year = columns[0]!.map((_, i) => (i < 200 ? 'one' : 'two'));
    // In one year other measures go together.
    const turned = noise.map((own, j) =>
      own.map((value, i) => value + shared[i < 200 ? j % 2 : Number(j > 2)]![i]!),
    );
    const way = { ...PLAIN_RESAMPLING, times: 60 };
    const measures = ['x1', 'x2', 'x3', 'x4', 'x5', 'x6'];
    const held = (of: number[][]) => {
      const { anew } = componentsOf([...of, year], 2, { measures });
      return ended(halvesSteps(tableOf([...of, year] as never), anew, drawsOf(anew, null), 'x7', way))
        .parts[0]!;
    };
    const odd = held(turned);
    expect(Math.min(...odd.congruence!)).toBeLessThan(Math.min(...odd.random.map(({ low }) => low)));
    const plain = held(columns);
    plain.congruence!.forEach((value, d) => expect(value).toBeGreaterThan(plain.random[d]!.low - 0.05));
  });

  test('too few rows cannot be halved', () => {
    const { anew } = componentsOf(made(5, 3, 1), 2);
    expect(() => halvesSteps(tableOf([[1]]), anew, drawsOf(anew, null), null, PLAIN_RESAMPLING)).toThrow(
      'too few',
    );
  });
});

test('fewer rows than measures can be parted and left out, and kept gaps are refused', () => {
  const columns = made(9, 14, 4);
  const { anew, found } = componentsOf(columns, 2, { scale: 'centre' });
  const { of } = ended(leftOutSteps(anew, drawsOf(anew, null), PLAIN_RESAMPLING));
  for (const { rows, angle } of of.slice(0, 3)) {
    const without = written(
      columns,
      [...Array(9).keys()].filter(i => i !== rows[0]),
    );
    const prepared = preparedOf(without, { scale: 'centre' });
    const { loadings } = keepComponents(prepared, decompose(prepared), 2);
    expect(angle).toBeCloseTo(largestPrincipalAngle(found.loadings, loadings), 7);
  }
  const gappy = preparedOf([...columns.slice(0, 3), ['', ...columns[3]!.slice(1)]] as never, {
    missing: 'keep',
  });
  expect(() => factorsFoundAnew(gappy, { measures: gappy.measures } as never, FACTORS)).toThrow(
    'gaps are kept',
  );
});

test('counts are rows repeated, in halves of a label, in rows drawn fewer, and left out', () => {
  const columns = made(20, 4, 9);
  const counts = columns[0]!.map((_, i) => 1 + (i % 3));
  const label = columns[0]!.map((_, i) => (i % 2 === 0 ? 'a' : 'b'));
  const measures = ['x1', 'x2', 'x3', 'x4'];
  const weighed = [...columns, counts, label];
  const repeated = written(
    [...columns, counts, label.map((_, i) => i)],
    counts.flatMap((count, row) => Array<number>(count).fill(row)),
  );
  const names = repeated[5]!.map(row => label[row]!);
  const one = componentsOf(weighed, 2, { measures, weight: 'x5', weighting: 'counts' });
  const other = componentsOf([...repeated.slice(0, 5), names], 2, { measures });
  const halves = (of: typeof one, entries: readonly (readonly (number | string)[])[]) =>
    ended(
      halvesSteps(tableOf(entries), of.anew, drawsOf(of.anew, null), 'x6', {
        ...PLAIN_RESAMPLING,
        times: 20,
      }),
    );
  const [a, b] = [halves(one, weighed), halves(other, [...repeated.slice(0, 5), names])];
  expect(a.parts.map(({ units, others }) => [units, others])).toEqual(
    b.parts.map(({ units, others }) => [units, others]),
  );
  a.parts.forEach(({ congruence: own, random }, part) => {
    own!.forEach((value, d) => expect(value).toBeCloseTo(b.parts[part]!.congruence![d]!, 8));
    random.forEach(({ median }, d) => expect(median).toBeCloseTo(b.parts[part]!.random[d]!.median, 8));
  });
  const sizes = (of: typeof one) =>
    ended(sizesSteps(of.anew, drawsOf(of.anew, null), { ...PLAIN_RESAMPLING, times: 20 }));
  sizes(one).forEach((size, at) => {
    expect(size.units).toBe(sizes(other)[at]!.units);
    size.congruence.forEach((value, d) => expect(value).toBeCloseTo(sizes(other)[at]!.congruence[d]!, 8));
  });
  const turned = (of: typeof one) =>
    ended(leftOutSteps(of.anew, drawsOf(of.anew, null), PLAIN_RESAMPLING)).of;
  // Each of its copies turns the space as far as one of a row's counts.
  const angles = (of: ReturnType<typeof turned>) =>
    [...new Set(of.map(({ angle }) => angle!.toFixed(7)))].sort();
  expect(angles(turned(one))).toEqual(angles(turned(other)));
});

test('more rows, steadier dimensions; of all rows the share is about that of resamples', () => {
  const { anew } = componentsOf(made(60, 8, 21, [1.6, 0.8]), 2);
  const way = { ...PLAIN_RESAMPLING, times: 200 };
  const sizes = ended(sizesSteps(anew, drawsOf(anew, null), way));
  expect(sizes.map(({ units }) => units)).toEqual([8, 15, 30, 60, 120]);
  const medians = sizes.map(({ congruence: [, second] }) => second!);
  medians.slice(1).forEach((value, i) => expect(value).toBeGreaterThan(medians[i]! - 0.02));
  const whole = ended(resamplesSteps(anew, drawsOf(anew, null), { ...way, seed: 5 }));
  // Two shares of 200 draws each differ by chance by .05 (one standard error).
  whole.again.forEach((share, d) => expect(Math.abs(share - sizes[3]!.again[d]!)).toBeLessThan(0.2));
});
