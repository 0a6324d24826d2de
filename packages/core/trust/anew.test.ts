import { zeros, type Matrix } from '../algebra/matrix';
import { product } from '../algebra/product';
import { seededRandom, partSeed } from '../algebra/random';
import { axesFoundAnew } from '../methods/discriminant/anew';
import { discriminate, labelled } from '../methods/discriminant/discriminate';
import { groupsBy } from '../methods/discriminant/groups';
import { factors } from '../methods/factors/factors';
import type { DimensionsAnew } from '../methods/anew';
import { preparedOf, tableOf } from '../testTables';
import { drawsOf } from './draws';
import { laidAgain, resamplesSteps } from './resamples';
import { PLAIN_RESAMPLING } from './resampling';
import { matchedTo, turnedTo } from './laid';
import { ended, made, written, rowsOf, componentsOf, FACTORS, factorsOf, alike } from './testAnew';

describe('the same rows once each give the same dimensions, by every method and way to lay them', () => {
  const columns = made(80, 6, 3);
  const all = new Float64Array(80).fill(1);
  const label = Array.from({ length: 80 }, (_, i) => 'abc'[i % 3]!);
  const pushed = columns.map((column, j) => column.map((value, i) => value + (i % 3) * (j + 1) * 3));
  const table = tableOf([...pushed, label], ['x1', 'x2', 'x3', 'x4', 'x5', 'x6', 'label']);
  const ofGroups = preparedOf([...pushed, label] as never, {
    measures: ['x1', 'x2', 'x3', 'x4', 'x5', 'x6'],
  });
  const groups = groupsBy(table, 'label', 'so named', ofGroups.rows);
  const rows = labelled(ofGroups, [], groups);
  const ask = { label: 'label', unknown: 'so named', keep: 'all', shrinkage: 'where-singular' } as never;
  const cases: readonly (readonly [string, DimensionsAnew, Matrix])[] = [
    ['components', componentsOf(columns, 2).anew, componentsOf(columns, 2).found.scores],
    [
      'components of covariances',
      componentsOf(columns, 3, { scale: 'centre' }).anew,
      componentsOf(columns, 3, { scale: 'centre' }).found.scores,
    ],
    ['factors', factorsOf(preparedOf(columns)).anew, factorsOf(preparedOf(columns)).found.rowScores],
    [
      'axes',
      axesFoundAnew(rows, groups, discriminate(rows, groups, ask), ask),
      discriminate(rows, groups, ask).scores,
    ],
  ];
  test.each(cases)('%s', (_, anew, scores) => {
    for (const alignment of ['matched', 'turned'] as const) {
      const { again, laid } = laidAgain(anew, all, alignment)!;
      const size = Math.max(...anew.loadings.values.map(Math.abs));
      laid.loadings.values.forEach((value, at) =>
        expect((value - anew.loadings.values[at]!) / size).toBeCloseTo(0, 4),
      );
      again.values.forEach((value, d) => expect(value).toBeCloseTo(anew.values[d]!, 6));
      const places = again.places(laid.loadings, laid.by)!;
      const far = Math.max(...scores.values.map(Math.abs));
      places.values.forEach((value, at) => expect((value - scores.values[at]!) / far).toBeCloseTo(0, 4));
    }
  });
});

test('factors of a draw are those of its rows written out', () => {
  const columns = made(60, 6, 8);
  const { anew } = factorsOf(preparedOf(columns));
  for (const seed of [1, 2, 3]) {
    const times = drawsOf(anew, null).anew(seed, 60);
    const { again, laid } = laidAgain(anew, times, 'matched')!;
    const wanted = factors(preparedOf(written(columns, rowsOf(times))), [], FACTORS);
    const order = matchedTo(anew.loadings, wanted.rotated.pattern).loadings;
    laid.loadings.values.forEach((value, at) => expect(value).toBeCloseTo(order.values[at]!, 3));
    again.values.forEach((value, d) => expect(value).toBeCloseTo(wanted.reducedEigenvalues[d]!, 4));
  }
});

test.each([
  ['weights', 1, 0],
  ['means far from 0', 0, 1e6],
])('factors of a draw of rows with %s are those of its rows written out', (_, weighs, far) => {
  const columns = made(60, 6, 8).map(column => column.map(value => value + far));
  const { uniform } = seededRandom(5);
  const weight = Array.from({ length: 60 }, () => 1 + weighs * uniform());
  const measures = ['x1', 'x2', 'x3', 'x4', 'x5', 'x6'];
  const { anew } = factorsOf(preparedOf([...columns, weight], { measures, weight: 'x7' }));
  const drawn = drawsOf({ ...anew, weights: null }, null).anew(2, 60);
  const { again, laid } = laidAgain(anew, drawsOf(anew, null).anew(2, 60), 'matched')!;
  const rows = written([...columns, weight], rowsOf(drawn));
  const wanted = factors(preparedOf(rows, { measures, weight: 'x7' }), [], FACTORS);
  const order = matchedTo(anew.loadings, wanted.rotated.pattern).loadings;
  laid.loadings.values.forEach((value, at) => expect(value).toBeCloseTo(order.values[at]!, 3));
  again.values.forEach((value, d) => expect(value).toBeCloseTo(wanted.reducedEigenvalues[d]!, 4));
});

test('axes of a draw are those of its rows written out', () => {
  const columns = made(60, 4, 5).map((column, j) => column.map((value, i) => value + (i % 3) * (2 + j)));
  const label = Array.from({ length: 60 }, (_, i) => 'abc'[i % 3]!);
  const measures = ['x1', 'x2', 'x3', 'x4'];
  const of = (rows: readonly number[]) => {
    const entries = [...written(columns, rows), rows.map(row => label[row]!)];
    const table = tableOf(entries as never);
    const prepared = preparedOf(entries as never, { measures });
    const groups = groupsBy(table, 'x5', 'so named', prepared.rows);
    const parted = labelled(prepared, [], groups);
    const ask = { label: 'x5', unknown: 'so named', keep: 'all', shrinkage: 'where-singular' } as never;
    const found = discriminate(parted, groups, ask);
    return { found, anew: axesFoundAnew(parted, groups, found, ask) };
  };
  const { anew } = of([...Array(60).keys()]);
  const times = drawsOf(anew, null).anew(4, 60);
  const { again, laid } = laidAgain(anew, times, 'matched')!;
  const { found: wanted } = of(rowsOf(times));
  again.values.forEach((value, d) => expect(value / wanted.eigenvalues[d]!).toBeCloseTo(1, 8));
  expect(alike(matchedTo(anew.loadings, wanted.structure).loadings, laid.loadings, 0)).toBeCloseTo(1, 8);
});

test('a draw without one of the groups has no axes, and counts nowhere', () => {
  const columns = made(12, 2, 5);
  const label = Array.from({ length: 12 }, (_, i) => (i === 0 ? 'rare' : 'common'));
  const entries = [...columns, label] as never;
  const prepared = preparedOf(entries, { measures: ['x1', 'x2'] });
  const groups = groupsBy(tableOf(entries), 'x3', 'so named', prepared.rows);
  const parted = labelled(prepared, [], groups);
  const ask = { label: 'x3', unknown: 'so named', keep: 'all', shrinkage: 'always' } as never;
  const anew = axesFoundAnew(parted, groups, discriminate(parted, groups, ask), ask);
  expect(anew.again(drawsOf(anew, null).without(0), false)).toBeNull();
});

test('what is turned obliquely is at unit variance, and as near as an oblique turn that made it', () => {
  const { normal } = seededRandom(4);
  const own: Matrix = { ...zeros(7, 2), values: Float64Array.from({ length: 14 }, normal) };
  // Factors of unit variance that correlate: T with rows of its inverse of length 1.
  const back = { ...zeros(2, 2), values: Float64Array.of(1, 0.6, 0, 0.8) };
  const t = { ...zeros(2, 2), values: Float64Array.of(1, -0.75, 0, 1.25) };
  expect([...product(t, back).values]).toEqual([1, 0, 0, 1].map(value => expect.closeTo(value, 12)));
  const wanted = product(own, t);
  const { loadings } = turnedTo(wanted, own, true);
  loadings.values.forEach((value, at) => expect(value).toBeCloseTo(wanted.values[at]!, 9));
});

test('standard errors of loadings are near the formula’s of a correlation, for two measures', () => {
  // Loadings of two measures are √((1 + r) / 2): their error is that of r, (1 − r²) / √n, over 4 times the loading.
  const { normal } = seededRandom(77);
  const [n, r] = [400, 0.4];
  const x = Array.from({ length: n }, normal);
  const y = x.map(value => r * value + Math.sqrt(1 - r * r) * normal());
  const { anew } = componentsOf([x, y], 1);
  const { errors, loadings } = ended(
    resamplesSteps(anew, drawsOf(anew, null), { ...PLAIN_RESAMPLING, times: 400 }),
  );
  const found = 2 * loadings.values[0]! ** 2 - 1;
  const wanted = (1 - found ** 2) / Math.sqrt(n) / (4 * loadings.values[0]!);
  expect(errors.values[0]! / wanted).toBeGreaterThan(0.75);
  expect(errors.values[0]! / wanted).toBeLessThan(1.3);
});

test('draws with a communality of 1 or more are counted', () => {
  // A factor of two measures that nearly are one another.
  const { normal } = seededRandom(3);
  const shared = Array.from({ length: 40 }, normal);
  const columns = Array.from({ length: 6 }, (_, j) => shared.map(v => (j < 2 ? 3 : 0.4) * v + normal()));
  const asked = { ...FACTORS, factors: 1, extraction: 'principal-axis' as const };
  const { anew } = factorsOf(preparedOf(columns), asked);
  const draws = drawsOf(anew, null);
  const { improper, done, flat } = ended(resamplesSteps(anew, draws, { ...PLAIN_RESAMPLING, times: 25 }));
  const wanted = Array.from({ length: 25 }, (_, b) => {
    const rows = rowsOf(draws.anew(partSeed(1, b), 40));
    try {
      return factors(preparedOf(written(columns, rows)), [], asked).heywood.length > 0;
    } catch {
      return false;
    }
  }).filter(Boolean).length;
  expect(improper).toBe(wanted);
  expect(improper).toBeGreaterThan(0);
  expect(done - flat).toBeGreaterThan(improper);
});

describe('no interval excludes what it is of', () => {
  const { normal } = seededRandom(12);
  const noise = Array.from({ length: 30 }, () => Array.from({ length: 40 }, normal));
  const names = noise.map((_, j) => `x${j + 1}`);
  const label = Array.from({ length: 40 }, (_, i) => 'abcd'[i % 4]!);
  const table = tableOf([...noise, label], [...names, 'label']);
  const axesBy = (shrinkage: 'where-few' | 'where-singular' | 'always' | 'never') => {
    const prepared = preparedOf([...noise, label] as never, { measures: names });
    const groups = groupsBy(table, 'label', 'so named', prepared.rows);
    const rows = labelled(prepared, [], groups);
    const ask = { label: 'label', unknown: 'so named', keep: 'all', shrinkage } as never;
    return axesFoundAnew(rows, groups, discriminate(rows, groups, ask), ask);
  };
  const way = { ...PLAIN_RESAMPLING, times: 60 };
  const resampled = (anew: DimensionsAnew) => ended(resamplesSteps(anew, drawsOf(anew, null), way));

  test.each([
    ['components of noise', () => componentsOf(noise, 3).anew],
    [
      'components of fewer rows than measures',
      () =>
        componentsOf(
          noise.map(column => column.slice(0, 12)),
          3,
        ).anew,
    ],
    ['factors', () => factorsOf(preparedOf(made(40, 6, 4))).anew],
    ['axes shrunk for few rows', () => axesBy('where-few')],
    ['axes shrunk always', () => axesBy('always')],
  ])('%s', (_, make) => {
    const anew = make();
    const { eigenvalues, low, high, done, flat } = resampled(anew);
    expect(flat).toBeLessThan(done / 2);
    eigenvalues.slice(0, anew.loadings.columns).forEach((interval, d) => {
      expect(interval.low).toBeLessThanOrEqual(anew.values[d]!);
      expect(interval.high).toBeGreaterThanOrEqual(anew.values[d]!);
      expect(interval.high).toBeGreaterThan(interval.low);
    });
    anew.loadings.values.forEach((value, at) => {
      expect(low.values[at]).toBeLessThanOrEqual(value);
      expect(high.values[at]).toBeGreaterThanOrEqual(value);
    });
  });

  test('axes that are not to be shrunk have no resample where fewer different rows than measures are drawn', () => {
    const { done, flat, eigenvalues } = resampled(axesBy('never'));
    expect(flat).toBe(done);
    eigenvalues.forEach(interval => expect([interval.low, interval.high]).toEqual([NaN, NaN]));
  });
});
