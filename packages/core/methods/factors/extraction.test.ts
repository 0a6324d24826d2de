import fc from 'fast-check';
import { entry, transpose, zeros, type Matrix } from '../../algebra/matrix';
import { identity, product } from '../../algebra/product';
import { symmetricEigen, symmetricEigenvalues } from '../../algebra/symmetricEigen';
import { Problem } from '../../problem';
import { extract, mostFactors } from './extract';
import { EXTRACTIONS, type Extraction, type ExtractionName } from './extraction';
import { fitOf, residualsOf } from './fit';
import { startingCommunalities } from './principalAxis';
import { leadingLoadings, rowSquares, withDiagonal } from './reduced';
import { discrepancyOf, harman, sampled, symmetric, truth } from './testCorrelations';

const reproduced = ({ loadings }: Extraction) => product(loadings, transpose(loadings));

test('squared multiple correlations and the reduced eigenvalues are those in print', () => {
  const smc = startingCommunalities(harman);
  [0.9686, 0.8223, 0.9692, 0.7857, 0.847].forEach((value, i) => expect(smc[i]).toBeCloseTo(value, 4));
  const eigenvalues = symmetricEigenvalues(withDiagonal(harman, smc));
  // The correlations in print have five digits.
  [2.7343, 1.7161, 0.0396, -0.0245, -0.0726].forEach((value, i) =>
    expect(Math.abs(eigenvalues[i]! - value)).toBeLessThan(1e-4),
  );
});

describe.each(EXTRACTIONS)('one factor of three measures by %s', by => {
  test('is what the three correlations say (Spearman 1904)', () => {
    const { communalities, heywood, converged } = extract(symmetric([1], [0.6, 1], [0.5, 0.4, 1]), 1, by);
    expect(converged).toBe(true);
    expect(heywood).toEqual([]);
    expect(communalities[0]).toBeCloseTo((0.6 * 0.5) / 0.4, 8);
    expect(communalities[1]).toBeCloseTo((0.6 * 0.4) / 0.5, 8);
    expect(communalities[2]).toBeCloseTo((0.5 * 0.4) / 0.6, 8);
  });

  test('more than a measure has in common is flagged, and not cut', () => {
    const { communalities, heywood, uniquenesses } = extract(symmetric([1], [0.8, 1], [0.7, 0.5, 1]), 1, by);
    expect(heywood).toEqual([0]);
    // .8 × .7 / .5 = 1.12; maximum likelihood stops where nothing is left.
    if (by !== 'maximum-likelihood') expect(communalities[0]).toBeCloseTo(1.12, 7);
    if (by === 'maximum-likelihood') expect(communalities[0]).toBeCloseTo(1, 4);
    expect(uniquenesses[0]).toBe(1 - communalities[0]!);
  });
});

describe.each(EXTRACTIONS)('%s', by => {
  test('finds exact factors again', () => {
    for (const [p, m] of [
      [6, 1],
      [9, 3],
      [16, 4],
    ] as const) {
      const pattern = truth(p, m, p);
      const common = product(pattern, transpose(pattern));
      const found = extract(withDiagonal(common, new Array<number>(p).fill(1)), m, by);
      expect(found.converged).toBe(true);
      const digits = by === 'principal-axis' ? 8 : 6;
      reproduced(found).values.forEach((value, at) => expect(value).toBeCloseTo(common.values[at]!, digits));
    }
  });

  test('the order of measures and their signs change nothing', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), seed => {
        const r = sampled(truth(8, 2, seed), identity(2), 150, seed);
        const order = [3, 0, 7, 2, 6, 1, 5, 4];
        const signs = [1, -1, 1, 1, -1, -1, 1, 1];
        const other = zeros(8, 8);
        order.forEach((i, a) =>
          order.forEach((j, b) => (other.values[b * 8 + a] = signs[a]! * signs[b]! * entry(r, i, j))),
        );
        const [first, second] = [extract(r, 2, by), extract(other, 2, by)];
        if (first.heywood.length > 0 || !first.converged) return;
        order.forEach((i, a) =>
          expect(Math.abs(second.communalities[a]! - first.communalities[i]!)).toBeLessThan(
            by === 'principal-axis' ? 1e-7 : 1e-6,
          ),
        );
      }),
      { numRuns: 15 },
    );
  });

  test('what measures have to themselves and in common makes one', () => {
    const { communalities, uniquenesses, loadings } = extract(
      sampled(truth(9, 3, 3), identity(3), 200, 5),
      3,
      by,
    );
    communalities.forEach((communality, i) => {
      expect(communality + uniquenesses[i]!).toBeCloseTo(1, 12);
      const squares = [0, 1, 2].reduce((sum, d) => sum + entry(loadings, i, d) ** 2, 0);
      expect(communality).toBeCloseTo(squares, 12);
    });
  });
});

test('principal axes are a fixed point: their communalities give the same loadings again', () => {
  const r = sampled(truth(9, 3, 3), identity(3), 200, 5);
  const found = extract(r, 3, 'principal-axis');
  const again = symmetricEigenvalues(withDiagonal(r, found.communalities));
  for (let d = 0; d < 3; d++) {
    const size = [...Array(9).keys()].reduce((sum, i) => sum + entry(found.loadings, i, d) ** 2, 0);
    expect(again[d]).toBeCloseTo(size, 9);
  }
});

test.each([
  ['socio-economic figures (Harman 1960)', harman, 1],
  ['measures with little in common', sampled(truth(12, 2, 8), identity(2), 90, 3), 2],
  ['as many factors as there may be', sampled(truth(9, 3, 5), identity(3), 60, 4), 4],
])('principal axes go on to their fixed point where rounds crawl: %s', (_, r, m) => {
  const found = extract(r, m, 'principal-axis');
  expect(found.converged).toBe(true);
  // Plain rounds from there on, very many of them, lead nowhere else; nor do those from squared multiple correlations.
  const rounds = (from: Float64Array, times: number) => {
    let communalities = from;
    for (let round = 0; round < times; round++) {
      communalities = rowSquares(leadingLoadings(symmetricEigen(withDiagonal(r, communalities)), m));
    }
    return communalities;
  };
  const on = rounds(found.communalities, 300);
  on.forEach((value, i) => expect(Math.abs(value - found.communalities[i]!)).toBeLessThan(1e-8));
  const own = rounds(startingCommunalities(r), 4000);
  own.forEach((value, i) => expect(Math.abs(value - found.communalities[i]!)).toBeLessThan(1e-5));
  // It is also where residuals are least (Harman and Jones 1966).
  const least = extract(r, m, 'minimum-residual');
  if (least.converged && least.heywood.length === 0) {
    least.communalities.forEach((value, i) =>
      expect(Math.abs(value - found.communalities[i]!)).toBeLessThan(1e-5),
    );
  }
});

test('minimum residual: no loading moved a little leaves less', () => {
  const r = sampled(truth(8, 2, 4), identity(2), 120, 6);
  const { loadings, converged } = extract(r, 2, 'minimum-residual');
  expect(converged).toBe(true);
  const left = (l: Matrix) => {
    const c = product(l, transpose(l));
    let sum = 0;
    for (let i = 0; i < 8; i++) for (let j = 0; j < i; j++) sum += (entry(r, i, j) - entry(c, i, j)) ** 2;
    return sum;
  };
  loadings.values.forEach((_, at) => {
    const moved = (by: number) =>
      left({ ...loadings, values: loadings.values.map((value, k) => (k === at ? value + by : value)) });
    expect(Math.abs((moved(1e-5) - moved(-1e-5)) / 2e-5)).toBeLessThan(1e-6);
    expect(moved(1e-3)).toBeGreaterThan(left(loadings));
  });
});

describe('maximum likelihood', () => {
  const r = sampled(truth(8, 2, 4), identity(2), 120, 6);
  const found = extract(r, 2, 'maximum-likelihood');
  const sigma = (loadings: Matrix, own: ArrayLike<number>) => {
    const common = product(loadings, transpose(loadings));
    return withDiagonal(
      common,
      [...Array(8).keys()].map(i => entry(common, i, i) + own[i]!),
    );
  };

  test('no loading and no uniqueness moved a little is likelier', () => {
    const at = (loadings: Matrix, own: Float64Array) => discrepancyOf(r, sigma(loadings, own));
    const { loadings, uniquenesses } = found;
    loadings.values.forEach((_, place) => {
      const moved = (by: number) =>
        at(
          { ...loadings, values: loadings.values.map((value, k) => (k === place ? value + by : value)) },
          uniquenesses,
        );
      expect(Math.abs((moved(1e-5) - moved(-1e-5)) / 2e-5)).toBeLessThan(1e-6);
    });
    uniquenesses.forEach((_, place) => {
      const moved = (by: number) =>
        at(
          loadings,
          uniquenesses.map((value, k) => (k === place ? value + by : value)),
        );
      expect(Math.abs((moved(1e-5) - moved(-1e-5)) / 2e-5)).toBeLessThan(1e-6);
    });
  });

  test('its χ² is the likelihood ratio computed apart, and it fits no worse than other extractions', () => {
    const fits = EXTRACTIONS.map(by => {
      const { loadings } = extract(r, 2, by);
      const residuals = residualsOf(r, loadings, identity(2));
      return { by, loadings, fit: fitOf(r, residuals, 2, 120)! };
    });
    for (const { loadings, fit } of fits) {
      const common = product(loadings, transpose(loadings));
      const own = [...Array(8).keys()].map(i => 1 - entry(common, i, i));
      const apart = discrepancyOf(r, sigma(loadings, own));
      expect(fit.discrepancy).toBeCloseTo(apart, 10);
      expect(fit.plain.value).toBeCloseTo(119 * apart, 8);
      expect(fit.corrected.value).toBeCloseTo((119 - 21 / 6 - 4 / 3) * apart, 8);
      expect(fit.df).toBe(13);
    }
    const ml = fits.find(({ by }) => by === 'maximum-likelihood')!.fit;
    for (const { fit } of fits) expect(ml.discrepancy).toBeLessThanOrEqual(fit.discrepancy + 1e-12);
  });

  test('where the factors are true its p is uniform, and the interval of RMSEA holds 0 as often as it says', () => {
    const pattern = truth(8, 2, 4);
    let [below, low, many] = [0, 0, 0];
    for (let seed = 1; seed <= 200; seed++) {
      const drawn = sampled(pattern, identity(2), 300, 5000 + seed);
      const { loadings, heywood } = extract(drawn, 2, 'maximum-likelihood');
      const fit = fitOf(drawn, residualsOf(drawn, loadings, identity(2)), 2, 300);
      if (fit === null || heywood.length > 0) continue;
      many++;
      below += Number(fit.corrected.p < 0.5);
      low += Number(fit.rmseaLow > 0);
    }
    expect(many).toBeGreaterThan(150);
    // Four standard errors on both sides.
    expect(Math.abs(below / many - 0.5)).toBeLessThan(4 * Math.sqrt(0.25 / many));
    expect(low / many).toBeLessThan(0.05 + 4 * Math.sqrt(0.0475 / many));
  });

  test('singular correlations are refused with what to do', () => {
    const twice = symmetric([1], [1, 1], [0.5, 0.5, 1], [0.4, 0.4, 0.3, 1]);
    expect(() => extract(twice, 1, 'maximum-likelihood')).toThrow(Problem);
  });
});

test('what cannot be told apart is refused', () => {
  expect([1, 2, 3, 4, 5, 6, 9, 20].map(mostFactors)).toEqual([0, 0, 1, 1, 2, 3, 5, 14]);
  expect(() => extract(symmetric([1], [0.4, 1]), 1, 'minimum-residual')).toThrow(/three measures/);
  expect(() => extract(harman, 3, 'minimum-residual')).toThrow(/2 factors/);
});

test.each<ExtractionName>(['minimum-residual', 'maximum-likelihood', 'principal-axis'])(
  'few rows and odd correlations are either right or said not to have settled, by %s',
  by => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 8, max: 40 }), (seed, n) => {
        const r = sampled(truth(6, 2, seed), identity(2), n, seed);
        const found = extract(r, 2, by);
        expect(found.loadings.values.every(Number.isFinite)).toBe(true);
        found.communalities.forEach((value, i) =>
          expect(value >= 1 - 1e-5 ? found.heywood.includes(i) : true).toBe(true),
        );
        for (const value of found.reducedEigenvalues) expect(Number.isFinite(value)).toBe(true);
      }),
      { numRuns: 40 },
    );
  },
);
