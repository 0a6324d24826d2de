import { columnOf, entry, zeros, type Matrix } from '../algebra/matrix';
import { product, crossed } from '../algebra/product';
import { largestPrincipalAngle } from '../algebra/principalAngle';
import { congruence } from '../algebra/congruence';
import { seededRandom, partSeed } from '../algebra/random';
import { componentsFoundAnew } from '../methods/components/anew';
import { decompose } from '../methods/components/decompose';
import { keepComponents } from '../methods/components/keepComponents';
import { axesFoundAnew } from '../methods/discriminant/anew';
import { discriminate, labelled } from '../methods/discriminant/discriminate';
import { groupsBy } from '../methods/discriminant/groups';
import { factorsFoundAnew } from '../methods/factors/anew';
import { factors, type FactorsAsked } from '../methods/factors/factors';
import type { DimensionsAnew } from '../methods/anew';
import type { PreparedRows } from '../preparation/prepared';
import { USUAL_ROTATION } from '../rotation/rotateLoadings';
import { toEnd } from '../stages/course';
import type { Steps } from '../stages/steps';
import { preparedOf, tableOf } from '../testTables';
import { drawsOf } from './draws';
import { halvesSteps } from './halves';
import { laidAgain, resamplesSteps } from './resamples';
import { leftOutSteps } from './leftOut';
import { PLAIN_RESAMPLING } from './resampling';
import { sizesSteps } from './sizes';
import { matchedTo, turnedTo } from './laid';
import { pairAt } from './rowPlaces';
import { rowEllipses } from '../use/rowEllipses';

const ended = <Out, State>(steps: Steps<Out, State>): Out => steps.show(toEnd(steps, () => undefined));

/** Columns that share as many dimensions as there are strengths, of rows at random. */
function made(n: number, p: number, seed: number, strengths: readonly number[] = [2, 1]): number[][] {
  const { normal } = seededRandom(seed);
  const shared = strengths.map(() => Array.from({ length: n }, normal));
  return Array.from({ length: p }, (_, j) => {
    const own = j % strengths.length;
    return shared[own]!.map(value => 50 + (strengths[own]! * value + normal()) * (1 + j));
  });
}

const written = (columns: readonly (readonly number[])[], rows: readonly number[]): number[][] =>
  columns.map(column => rows.map(row => column[row]!));

/** How often each of some rows counts, as the rows written out. */
const rowsOf = (times: Float64Array): number[] =>
  [...times].flatMap((count, row) => Array<number>(Math.round(count)).fill(row));

function componentsOf(columns: readonly (readonly (number | string)[])[], keep: number, recipe = {}) {
  const prepared = preparedOf(columns as never, recipe);
  const found = keepComponents(prepared, decompose(prepared), keep);
  return { prepared, found, anew: componentsFoundAnew(prepared, found) };
}

const FACTORS: FactorsAsked = {
  kind: 'pearson',
  factors: 2,
  extraction: 'minimum-residual',
  rotation: { ...USUAL_ROTATION, method: 'oblimin' },
  scoring: 'regression',
};

function factorsOf(prepared: PreparedRows, asked: FactorsAsked = FACTORS) {
  const found = factors(prepared, [], asked);
  return { prepared, found, anew: factorsFoundAnew(prepared, found, asked) };
}

/** The congruence of two dimensions whatever their signs. */
const alike = (a: Matrix, b: Matrix, d: number) => Math.abs(congruence(columnOf(a, d), columnOf(b, d)));

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

test('factors of a draw are those of its rows written out, weights too', () => {
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

describe('draws', () => {
  const weighed = (weights: number[] | null, counts = false, n = 20) => ({
    rows: Uint32Array.from({ length: n }, (_, i) => i),
    weights: weights && Float64Array.from(weights),
    counts,
  });

  test('parts have as many rows as asked, no row twice, and together are all', () => {
    const draws = drawsOf(weighed(null), null);
    const met = new Float64Array(20);
    for (let seed = 0; seed < 400; seed++) {
      const [one, other] = draws.parted(partSeed(1, seed), 7);
      expect(one.reduce((sum, v) => sum + v, 0)).toBe(7);
      one.forEach((value, i) => {
        expect(value + other[i]!).toBe(1);
        met[i]! += value;
      });
    }
    // Each row is in 7 of 20 parts: 140 of 400, by chance ± 9.5.
    for (const count of met) expect(Math.abs(count - 140)).toBeLessThan(48);
  });

  test('of counts each counted row is drawn by itself, the same ones as of rows repeated', () => {
    const counts = [3, 1, 2, 5];
    const draws = drawsOf(weighed(counts, true, 4), null);
    const repeated = drawsOf(weighed(null, false, 11), null);
    expect(draws.units).toBe(11);
    const first = [0, 0, 0, 1, 2, 2, 3, 3, 3, 3, 3];
    for (let seed = 1; seed < 20; seed++) {
      const [one, other] = draws.parted(seed, 4);
      const [wanted] = repeated.parted(seed, 4);
      const summed = new Float64Array(4);
      wanted.forEach((value, i) => (summed[first[i]!]! += value));
      expect([...one]).toEqual([...summed]);
      expect(one.map((value, i) => value + other[i]!)).toEqual(Float64Array.from(counts));
    }
    expect([...draws.without(2)]).toEqual([3, 1, 1, 5]);
  });

  test('groups stay together, with their weights', () => {
    const weights = Array.from({ length: 20 }, (_, i) => 1 + i / 10);
    const groups = weights.map((_, i) => i >> 2);
    const draws = drawsOf(weighed(weights), groups);
    expect(draws.units).toBe(5);
    const [one] = draws.parted(3, 2);
    groups.forEach((_, i) => expect(one[i]! > 0).toBe(one[i - (i % 4)]! > 0));
    expect(draws.anew(3, 10).reduce((sum, v) => sum + v, 0)).toBeGreaterThan(15);
    expect([...draws.without(1)].slice(4, 8)).toEqual([0, 0, 0, 0]);
    expect(draws.rowsAt(1)).toEqual([4, 5, 6, 7]);
  });
});

test('the angle between spaces is that found by trying directions', () => {
  const { normal } = seededRandom(11);
  const random = (p: number, k: number): Matrix => ({
    ...zeros(p, k),
    values: Float64Array.from({ length: p * k }, normal),
  });
  for (let round = 0; round < 5; round++) {
    const [a, b] = [random(4, 2), random(4, 2)];
    // The direction of b that lies farthest from the plane of a.
    let worst = 0;
    for (let step = 0; step < 20_000; step++) {
      const t = (Math.PI * step) / 20_000;
      const v = columnOf(b, 0).map((value, i) => Math.cos(t) * value + Math.sin(t) * columnOf(b, 1)[i]!);
      const gram = crossed(a, a);
      const [aa, ab, , bb] = gram.values as unknown as number[];
      const along = [0, 1].map(d => columnOf(a, d).reduce((sum, value, i) => sum + value * v[i]!, 0));
      const det = aa! * bb! - ab! * ab!;
      const weights = [(bb! * along[0]! - ab! * along[1]!) / det, (aa! * along[1]! - ab! * along[0]!) / det];
      const rest = v.map(
        (value, i) => value - weights[0]! * columnOf(a, 0)[i]! - weights[1]! * columnOf(a, 1)[i]!,
      );
      worst = Math.max(worst, Math.asin(Math.min(1, Math.hypot(...rest) / Math.hypot(...v))));
    }
    expect(largestPrincipalAngle(a, b)).toBeCloseTo(worst, 4);
  }
  // A tiny turn keeps its digits.
  const plane: Matrix = { rows: 3, columns: 1, values: Float64Array.of(1, 0, 0) };
  const turned: Matrix = { rows: 3, columns: 1, values: Float64Array.of(Math.cos(1e-9), Math.sin(1e-9), 0) };
  expect(largestPrincipalAngle(plane, turned) / 1e-9).toBeCloseTo(1, 6);
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

test('where rows lay over the resamples: means and covariances by definition', () => {
  const columns = made(30, 5, 9);
  const { anew } = componentsOf(columns, 3);
  const way = { ...PLAIN_RESAMPLING, times: 25 };
  const draws = drawsOf(anew, null);
  const { places } = ended(resamplesSteps(anew, draws, way));
  const all = Array.from({ length: 25 }, (_, b) => {
    const { again, laid } = laidAgain(anew, draws.anew(partSeed(1, b), 30), 'matched')!;
    return again.places(laid.loadings, laid.by)!;
  });
  const mean = (i: number, d: number) => all.reduce((sum, at) => sum + entry(at, i, d), 0) / 25;
  for (const i of [0, 13, 29]) {
    for (const [a, b] of [
      [0, 0],
      [0, 1],
      [2, 1],
      [2, 2],
    ] as const) {
      const wanted =
        all.reduce((sum, at) => sum + (entry(at, i, a) - mean(i, a)) * (entry(at, i, b) - mean(i, b)), 0) /
        24;
      expect(entry(places!.covariances, i, pairAt(3, a, b))).toBeCloseTo(wanted, 9);
    }
    expect(entry(places!.means, i, 1)).toBeCloseTo(mean(i, 1), 9);
  }
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
  const { improper, done, flat } = ended(resamplesSteps(anew, draws, { ...PLAIN_RESAMPLING, times: 60 }));
  const wanted = Array.from({ length: 60 }, (_, b) => {
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

test('the ellipse of a row holds about 95 % of its places over the resamples', () => {
  const { anew } = componentsOf(made(60, 5, 10), 2);
  const way = { ...PLAIN_RESAMPLING, times: 300, alignment: 'turned' as const };
  const draws = drawsOf(anew, null);
  const { places } = ended(resamplesSteps(anew, draws, way));
  const found = rowEllipses(places!, [3, 40, 999], [1, 0], [2, 0.5], 0.95);
  expect(found.map(({ row }) => row)).toEqual([3, 40]);
  for (const { row, centre, ellipse } of found) {
    let inside = 0;
    for (let b = 0; b < 300; b++) {
      const { again, laid } = laidAgain(anew, draws.anew(partSeed(1, b), 60), 'turned')!;
      const at = again.places(laid.loadings, laid.by)!;
      const [dx, dy] = [2 * entry(at, row, 1) - centre[0], 0.5 * entry(at, row, 0) - centre[1]];
      const [c, s] = [Math.cos(ellipse.angle), Math.sin(ellipse.angle)];
      const along = (c * dx + s * dy) / ellipse.half[0];
      const across = (c * dy - s * dx) / ellipse.half[1];
      inside += Number(along ** 2 + across ** 2 <= 1);
    }
    expect(inside / 300).toBeGreaterThan(0.9);
    expect(inside / 300).toBeLessThan(0.99);
  }
});
