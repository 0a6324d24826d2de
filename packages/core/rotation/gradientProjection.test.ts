import fc from 'fast-check';
import { entry, zeros, type Matrix } from '../algebra/matrix';
import { crossed, identity, product } from '../algebra/product';
import { transpose } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { crawfordFerguson, geomin, oblimin, towards, type Criterion } from './criteria';
import { project } from './gradientProjection';
import { ROTATION_NAMES, rotateLoadings, USUAL_ROTATION, type RotationName } from './rotateLoadings';
import { varimaxCriterion } from './varimax';

const random = (p: number, k: number, seed: number): Matrix => {
  const { normal } = seededRandom(seed);
  return { rows: p, columns: k, values: Float64Array.from({ length: p * k }, () => 0.5 * normal()) };
};

/** Four items for each factor, some of them turned, and Φ of .4: unrotated by its own square root. */
function obliqueTruth(m: number, seed: number) {
  const { uniform } = seededRandom(seed);
  const pattern = zeros(4 * m, m);
  for (let j = 0; j < 4 * m; j++) {
    pattern.values[Math.floor(j / 4) * 4 * m + j] = (0.5 + 0.4 * uniform()) * (j % 4 === 3 ? -1 : 1);
  }
  const phi = identity(m);
  for (let a = 0; a < m; a++) for (let b = 0; b < m; b++) if (a !== b) phi.values[b * m + a] = 0.4;
  // I + .4 (J − I) has the root s I + t J.
  const s = Math.sqrt(0.6);
  const t = (Math.sqrt(0.6 + 0.4 * m) - s) / m;
  const root = zeros(m, m);
  for (let a = 0; a < m; a++) for (let b = 0; b < m; b++) root.values[b * m + a] = t + (a === b ? s : 0);
  return { pattern, phi, unrotated: product(pattern, root) };
}

const criteria = [
  ['quartimax', crawfordFerguson(0)],
  ['equamax', crawfordFerguson(3 / 14)],
  ['direct quartimin', oblimin(0)],
  ['oblimin with γ', oblimin(0.3)],
  ['geomin', geomin(0.01)],
  [
    'target',
    towards({ ...random(7, 3, 9), values: random(7, 3, 9).values.map((v, i) => (i % 4 ? v : NaN)) }),
  ],
] as const satisfies readonly (readonly [string, Criterion])[];

test.each(criteria)('the slope of %s is that of its value', (_, criterion) => {
  const at = random(7, 3, 2);
  const { gradient } = criterion(at);
  const step = 1e-5;
  gradient.values.forEach((slope, place) => {
    const beside = (by: number) =>
      criterion({ ...at, values: at.values.map((value, i) => (i === place ? value + by : value)) }).value;
    expect(slope).toBeCloseTo((beside(step) - beside(-step)) / (2 * step), 6);
  });
});

test('of the family of Crawford and Ferguson 1 / p is varimax, but for what no rotation changes', () => {
  // Both up to a constant: compare differences between rotations of one set of loadings.
  const a = random(9, 2, 4);
  const at = (angle: number) => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    return product(a, { rows: 2, columns: 2, values: Float64Array.of(c, s, -s, c) });
  };
  const criterion = crawfordFerguson(1 / 9);
  const difference = (of: (loadings: Matrix) => number) => of(at(0.7)) - of(at(0.1));
  expect(difference(loadings => criterion(loadings).value)).toBeCloseTo(difference(varimaxCriterion), 10);
});

describe.each([
  ['oblimin', oblimin(0)],
  ['geomin', geomin(0.01)],
] as const)('oblique by %s', (_, criterion) => {
  test('factors that correlate are found back, whatever the rotation before', () => {
    for (const m of [2, 3, 5]) {
      const { pattern, phi, unrotated } = obliqueTruth(m, m);
      const found = project(unrotated, { criterion, oblique: true, starts: 10, seed: 3 });
      expect(found.converged).toBe(true);
      const used = new Set<number>();
      for (let d = 0; d < m; d++) {
        let [best, most] = [-1, 0];
        for (let other = 0; other < m; other++) {
          let [ab, aa, bb] = [0, 0, 0];
          for (let j = 0; j < pattern.rows; j++) {
            const [x, y] = [entry(pattern, j, d), entry(found.loadings, j, other)];
            [ab, aa, bb] = [ab + x * y, aa + x * x, bb + y * y];
          }
          const congruence = Math.abs(ab) / Math.sqrt(aa * bb);
          if (congruence > most) [best, most] = [other, congruence];
        }
        expect(most).toBeGreaterThan(0.999);
        used.add(best);
      }
      expect(used.size).toBe(m);
      for (let a = 0; a < m; a++) {
        for (let b = 0; b < a; b++) {
          expect(Math.abs(Math.abs(entry(found.phi, a, b)) - entry(phi, 0, 1))).toBeLessThan(0.05);
        }
      }
    }
  });
});

test('what the factors reproduce is the same after any rotation, and their variances stay 1', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ROTATION_NAMES),
      fc.boolean(),
      fc.integer({ min: 1, max: 4 }),
      fc.integer({ min: 0, max: 1e6 }),
      (method, normalise, m, seed) => {
        const loadings = random(6 + 2 * m, m, seed);
        const target = method === 'target' ? random(6 + 2 * m, m, seed + 1) : null;
        const { pattern, structure, phi } = rotateLoadings(loadings, {
          ...USUAL_ROTATION,
          method,
          normalise,
          target,
          starts: 1,
        });
        const [before, after] = [
          product(loadings, transpose(loadings)),
          product(structure, transpose(pattern)),
        ];
        before.values.forEach((value, at) => expect(after.values[at]).toBeCloseTo(value, 6));
        for (let d = 0; d < m; d++) expect(entry(phi, d, d)).toBeCloseTo(1, 10);
      },
    ),
    { numRuns: 40 },
  );
});

test('rows of zeros take no part', () => {
  const loadings = random(8, 2, 5);
  for (let d = 0; d < 2; d++) loadings.values[d * 8 + 3] = 0;
  for (const method of ROTATION_NAMES) {
    if (method === 'target') continue;
    const { pattern } = rotateLoadings(loadings, { ...USUAL_ROTATION, method });
    expect([entry(pattern, 3, 0), entry(pattern, 3, 1)].map(Math.abs)).toEqual([0, 0]);
  }
});

test('turned to a target that it was made from, it is that target', () => {
  const { pattern, unrotated } = obliqueTruth(3, 7);
  const found = rotateLoadings(unrotated, { ...USUAL_ROTATION, method: 'target', target: pattern });
  found.pattern.values.forEach((value, at) => expect(value).toBeCloseTo(pattern.values[at]!, 5));
});

const sought: readonly [RotationName, Criterion, boolean][] = [
  ['oblimin', oblimin(0), true],
  ['geomin', geomin(0.01), true],
  ['quartimax', crawfordFerguson(0), false],
];

test.each(sought)('%s ends no worse than any of 100 other starts', (_, criterion, oblique) => {
  for (let seed = 1; seed <= 6; seed++) {
    const m = 2 + (seed % 4);
    const { unrotated } = obliqueTruth(m, 50 + seed);
    const noise = random(unrotated.rows, m, 90 + seed);
    const noisy = { ...unrotated, values: unrotated.values.map((v, at) => v + 0.2 * noise.values[at]!) };
    const found = project(noisy, { criterion, oblique, starts: 30, seed: 1 });
    const others = project(noisy, { criterion, oblique, starts: 100, seed: 1000 + seed });
    expect(found.criterion).toBeLessThanOrEqual(others.criterion + 1e-6 * Math.abs(others.criterion) + 1e-9);
  }
});

test('the slope on the surface is zero at the end', () => {
  const { unrotated } = obliqueTruth(3, 11);
  const { loadings, rotation } = project(unrotated, {
    criterion: oblimin(0),
    oblique: true,
    starts: 0,
    seed: 1,
  });
  // Stationarity (Jennrich 2002): ΛᵀG Φ⁻¹ is diagonal.
  const { gradient } = oblimin(0)(loadings);
  const inner = crossed(loadings, gradient);
  const phi = crossed(rotation, rotation);
  const inverse = (() => {
    // Of a 3 × 3 matrix by its cofactors.
    const [a, b, c, d, e, f, g, h, i] = phi.values as unknown as number[];
    const det = a! * (e! * i! - f! * h!) - b! * (d! * i! - f! * g!) + c! * (d! * h! - e! * g!);
    return {
      rows: 3,
      columns: 3,
      values: Float64Array.of(
        e! * i! - f! * h!, c! * h! - b! * i!, b! * f! - c! * e!,
        f! * g! - d! * i!, a! * i! - c! * g!, c! * d! - a! * f!,
        d! * h! - e! * g!, b! * g! - a! * h!, a! * e! - b! * d!,
      ).map(value => value / det), // prettier-ignore
    };
  })();
  const slope = product(inner, inverse);
  for (let a = 0; a < 3; a++) {
    for (let b = 0; b < 3; b++) if (a !== b) expect(Math.abs(entry(slope, a, b))).toBeLessThan(1e-6);
  }
});
