import fc from 'fast-check';
import { entry, transpose, zeros, type Matrix } from '../../algebra/matrix';
import { crossed, identity, product } from '../../algebra/product';
import { seededRandom } from '../../algebra/random';
import { symmetricEigenvalues } from '../../algebra/symmetricEigen';
import { Problem } from '../../problem';
import { extract, mostFactors } from './extract';
import { EXTRACTIONS, type Extraction, type ExtractionName } from './extraction';
import { fitOf, residualsOf } from './fit';
import { startingCommunalities } from './principalAxis';
import { withDiagonal } from './reduced';
import { reliability } from './reliability';
import { scoring, SCORINGS } from './scores';

/** From its lower triangle, row by row. */
function symmetric(...rows: readonly (readonly number[])[]): Matrix {
  const p = rows.length;
  const matrix = zeros(p, p);
  rows.forEach((row, i) =>
    row.forEach((value, j) => {
      matrix.values[j * p + i] = value;
      matrix.values[i * p + j] = value;
    }),
  );
  return matrix;
}

/** Five socio-economic figures of twelve districts (Harman 1960). */
const harman = symmetric(
  [1],
  [0.00975, 1],
  [0.97245, 0.15428, 1],
  [0.43887, 0.69141, 0.51472, 1],
  [0.02241, 0.86307, 0.12193, 0.77765, 1],
);

/** Correlations of n normal rows whose measures have those loadings and whatever else is their own. */
function sampled(pattern: Matrix, phi: Matrix, n: number, seed: number): Matrix {
  const { normal } = seededRandom(seed);
  const [p, m] = [pattern.rows, pattern.columns];
  const common = product(product(pattern, phi), transpose(pattern));
  const values = zeros(n, p);
  // Φ is the identity, or .5 between two.
  const mix = m === 2 ? [1, 0, entry(phi, 0, 1), Math.sqrt(1 - entry(phi, 0, 1) ** 2)] : null;
  for (let i = 0; i < n; i++) {
    const z = Array.from({ length: m }, normal);
    const f = mix === null ? z : [z[0]!, mix[2]! * z[0]! + mix[3]! * z[1]!];
    for (let j = 0; j < p; j++) {
      const of = f.reduce((sum, score, d) => sum + score * entry(pattern, j, d), 0);
      values.values[j * n + i] = of + Math.sqrt(1 - entry(common, j, j)) * normal();
    }
  }
  return correlationsOf(values);
}

function correlationsOf({ rows: n, columns: p, values }: Matrix): Matrix {
  const centred = zeros(n, p);
  for (let j = 0; j < p; j++) {
    const column = values.subarray(j * n, (j + 1) * n);
    const mean = column.reduce((sum, value) => sum + value, 0) / n;
    const length = Math.sqrt(column.reduce((sum, value) => sum + (value - mean) ** 2, 0));
    column.forEach((value, i) => (centred.values[j * n + i] = (value - mean) / length));
  }
  return crossed(centred, centred);
}

/** p items, by turns on m factors. */
function truth(p: number, m: number, seed: number) {
  const { uniform } = seededRandom(seed);
  const pattern = zeros(p, m);
  for (let j = 0; j < p; j++) pattern.values[(j % m) * p + j] = 0.5 + 0.35 * uniform();
  return pattern;
}

const reproduced = ({ loadings }: Extraction) => product(loadings, transpose(loadings));

/** ln of the determinant, by elimination; the matrices are definite. */
function logDeterminant({ rows: p, values }: Matrix): number {
  const a = values.slice();
  let sum = 0;
  for (let k = 0; k < p; k++) {
    sum += Math.log(a[k * p + k]!);
    for (let i = k + 1; i < p; i++) {
      const by = a[k * p + i]! / a[k * p + k]!;
      for (let j = k; j < p; j++) a[j * p + i]! -= by * a[j * p + k]!;
    }
  }
  return sum;
}

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
    const digits = by === 'principal-axis' ? 4 : 8;
    expect(communalities[0]).toBeCloseTo((0.6 * 0.5) / 0.4, digits);
    expect(communalities[1]).toBeCloseTo((0.6 * 0.4) / 0.5, digits);
    expect(communalities[2]).toBeCloseTo((0.5 * 0.4) / 0.6, digits);
  });

  test('more than a measure has in common is flagged, and not cut', () => {
    const { communalities, heywood, uniquenesses } = extract(symmetric([1], [0.8, 1], [0.7, 0.5, 1]), 1, by);
    expect(heywood).toEqual([0]);
    // .8 × .7 / .5 = 1.12; maximum likelihood stops where nothing is left.
    if (by === 'minimum-residual') expect(communalities[0]).toBeCloseTo(1.12, 7);
    if (by === 'principal-axis') expect(communalities[0]).toBeGreaterThan(1);
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
      const digits = by === 'principal-axis' ? 4 : 6;
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
            by === 'principal-axis' ? 1e-4 : 1e-6,
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
    expect(again[d]).toBeCloseTo(size, 4);
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

/** ln|Σ| − ln|R| + tr(RΣ⁻¹) − p, the last by solving Σ X = R column by column. */
function discrepancyOf(r: Matrix, sigma: Matrix): number {
  const p = r.rows;
  let trace = 0;
  for (let column = 0; column < p; column++) {
    const a = sigma.values.slice();
    const b = r.values.slice(column * p, (column + 1) * p);
    for (let k = 0; k < p; k++) {
      for (let i = k + 1; i < p; i++) {
        const by = a[k * p + i]! / a[k * p + k]!;
        for (let j = k; j < p; j++) a[j * p + i]! -= by * a[j * p + k]!;
        b[i]! -= by * b[k]!;
      }
    }
    for (let k = p - 1; k >= 0; k--) {
      for (let j = k + 1; j < p; j++) b[k]! -= a[j * p + k]! * b[j]!;
      b[k]! /= a[k * p + k]!;
    }
    trace += b[column]!;
  }
  return logDeterminant(sigma) - logDeterminant(r) + trace - p;
}

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

describe('fit of exact factors', () => {
  const pattern = truth(9, 3, 9);
  const exact = withDiagonal(product(pattern, transpose(pattern)), new Array<number>(9).fill(1));

  test('nothing is left', () => {
    const { residuals, beyond, srmr } = residualsOf(exact, pattern, identity(3));
    expect([beyond, srmr < 1e-12]).toEqual([0, true]);
    const fit = fitOf(exact, { residuals }, 3, 200)!;
    expect(fit.discrepancy).toBeCloseTo(0, 12);
    expect([fit.rmsea, fit.cfi]).toEqual([0, 1]);
    expect(fit.tli).toBeGreaterThan(1);
  });

  test('SRMR, RMSEA, TLI, CFI and BIC are their formulas', () => {
    const one = extract(exact, 1, 'minimum-residual');
    const { residuals, beyond, srmr } = residualsOf(exact, one.loadings, identity(1));
    const off = [...Array(9).keys()].flatMap(i =>
      [...Array(i).keys()].map(
        j => entry(exact, i, j) - entry(one.loadings, i, 0) * entry(one.loadings, j, 0),
      ),
    );
    expect(srmr).toBeCloseTo(Math.sqrt(off.reduce((sum, x) => sum + x * x, 0) / 36), 12);
    expect(beyond).toBe(off.filter(x => Math.abs(x) > 0.05).length / 36);
    const n = 200;
    const { plain, df, rmsea, rmseaLow, rmseaHigh, tli, cfi, bic } = fitOf(exact, { residuals }, 1, n)!;
    const apart = -(n - 1) * logDeterminant(exact);
    expect(df).toBe(27);
    expect(rmsea).toBeCloseTo(Math.sqrt((plain.value - df) / (df * (n - 1))), 12);
    expect(rmseaLow < rmsea && rmsea < rmseaHigh).toBe(true);
    expect(tli).toBeCloseTo((apart / 36 - plain.value / df) / (apart / 36 - 1), 10);
    expect(cfi).toBeCloseTo(1 - (plain.value - df) / (apart - 36), 10);
    expect(bic).toBeCloseTo(plain.value - df * Math.log(n), 10);
  });
});

test('where the correction takes more than there is, there is no corrected test', () => {
  const pattern = truth(9, 3, 9);
  const exact = withDiagonal(product(pattern, transpose(pattern)), new Array<number>(9).fill(1));
  const one = extract(exact, 1, 'minimum-residual');
  const residuals = residualsOf(exact, one.loadings, identity(1));
  expect(fitOf(exact, residuals, 1, 5)!.corrected).toEqual({ value: NaN, p: NaN });
  expect(fitOf(exact, residuals, 1, 6)!.corrected.value).toBeGreaterThan(0);
});

describe('scores', () => {
  const phi = symmetric([1], [0.5, 1]);
  const pattern = truth(8, 2, 2);
  const common = product(product(pattern, phi), transpose(pattern));
  const r = withDiagonal(common, new Array<number>(8).fill(1));
  const uniquenesses = Float64Array.from({ length: 8 }, (_, i) => 1 - entry(common, i, i));
  const model = { pattern, phi, uniquenesses };

  test('by regression no coefficient moved a little comes nearer to the factors', () => {
    const { coefficients } = scoring(r, model, 'regression');
    // E (f − Bᵀz)² of a factor is 1 − 2 bᵀs + bᵀRb.
    const structure = product(pattern, phi);
    const missed = (b: Matrix, d: number) => {
      const own = { rows: 8, columns: 1, values: b.values.slice(d * 8, (d + 1) * 8) };
      const s = { rows: 8, columns: 1, values: structure.values.slice(d * 8, (d + 1) * 8) };
      return 1 - 2 * crossed(own, s).values[0]! + crossed(own, product(r, own)).values[0]!;
    };
    coefficients.values.forEach((_, at) => {
      const d = Math.floor(at / 8);
      const moved = (by: number) =>
        missed({ ...coefficients, values: coefficients.values.map((v, k) => (k === at ? v + by : v)) }, d);
      expect(Math.abs((moved(1e-4) - moved(-1e-4)) / 2e-4)).toBeLessThan(1e-9);
    });
  });

  test('by Bartlett each is true to its own factor and blind to the others', () => {
    const { coefficients } = scoring(r, model, 'bartlett');
    const seen = crossed(coefficients, pattern);
    identity(2).values.forEach((value, at) => expect(seen.values[at]).toBeCloseTo(value, 10));
  });

  test('those that preserve correlations correlate as the factors do', () => {
    const { correlations, coefficients } = scoring(r, model, 'correlation-preserving');
    correlations.values.forEach((value, at) => expect(value).toBeCloseTo(phi.values[at]!, 10));
    const covariances = crossed(coefficients, product(r, coefficients));
    covariances.values.forEach((value, at) => expect(value).toBeCloseTo(phi.values[at]!, 10));
  });

  test('determinacy is the squared multiple correlation, and regression reaches it', () => {
    const all = SCORINGS.map(by => scoring(r, model, by));
    for (const { determinacy, validity } of all) {
      determinacy.forEach((value, d) => {
        expect(value).toBeCloseTo(all[0]!.determinacy[d]!, 12);
        expect(validity[d]).toBeLessThanOrEqual(Math.sqrt(value) + 1e-12);
      });
    }
    all[0]!.validity.forEach((value, d) => expect(value).toBeCloseTo(Math.sqrt(all[0]!.determinacy[d]!), 12));
  });

  test('one factor: by hand', () => {
    // Two parallel measures with loadings .8: score .8 (x + y) / 1.64.
    const two = { pattern: { rows: 2, columns: 1, values: Float64Array.of(0.8, 0.8) }, phi: identity(1) };
    const found = scoring(
      symmetric([1], [0.64, 1]),
      { ...two, uniquenesses: Float64Array.of(0.36, 0.36) },
      'regression',
    );
    found.coefficients.values.forEach(value => expect(value).toBeCloseTo(0.8 / 1.64, 12));
    expect(found.determinacy[0]).toBeCloseTo((2 * 0.64) / 1.64, 12);
  });

  test('Bartlett’s refuse a Heywood case, all refuse singular correlations', () => {
    const none = { ...model, uniquenesses: uniquenesses.map((value, i) => (i === 0 ? 0 : value)) };
    expect(() => scoring(r, none, 'bartlett')).toThrow(/Heywood/);
    const twice = symmetric([1], [1, 1]);
    const of = { pattern: { rows: 2, columns: 1, values: Float64Array.of(0.8, 0.8) }, phi: identity(1) };
    for (const by of SCORINGS) {
      expect(() => scoring(twice, { ...of, uniquenesses: Float64Array.of(0.36, 0.36) }, by)).toThrow(Problem);
    }
  });
});

describe('reliability', () => {
  test('of items alike, α and ω are Spearman and Brown’s', () => {
    for (const k of [3, 4, 7]) {
      const alike = withDiagonal(
        { rows: k, columns: k, values: new Float64Array(k * k).fill(0.3) },
        new Array<number>(k).fill(1),
      );
      const { alpha, omega, items } = reliability(alike, [...Array(k).keys()], new Array<number>(k).fill(1));
      const of = (m: number) => (m * 0.3) / (1 + (m - 1) * 0.3);
      expect(alpha).toBeCloseTo(of(k), 12);
      expect(omega).toBeCloseTo(of(k), 7);
      for (const { alphaWithout, rest } of items) {
        expect(alphaWithout).toBeCloseTo(of(k - 1), 12);
        // Of one with the sum of k − 1 others.
        expect(rest).toBeCloseTo(((k - 1) * 0.3) / Math.sqrt(k - 1 + (k - 1) * (k - 2) * 0.3), 12);
      }
    }
  });

  test('α is that of the sums themselves, over rows, with reversed items turned', () => {
    const { normal } = seededRandom(12);
    const n = 60;
    const items = zeros(n, 4);
    for (let i = 0; i < n; i++) {
      const f = normal();
      for (let j = 0; j < 4; j++) items.values[j * n + i] = (j === 2 ? -1 : 1) * f + (1 + j) * normal();
    }
    const variance = (x: ArrayLike<number>) => {
      const list = Array.from(x);
      const mean = list.reduce((sum, value) => sum + value, 0) / list.length;
      return list.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (list.length - 1);
    };
    const column = (j: number) => items.values.subarray(j * n, (j + 1) * n);
    const covariances = zeros(4, 4);
    for (let a = 0; a < 4; a++) {
      for (let b = 0; b < 4; b++) {
        const both = [...column(a)].map((value, i) => value + column(b)[i]!);
        covariances.values[b * 4 + a] = (variance(both) - variance(column(a)) - variance(column(b))) / 2;
      }
    }
    const signs = [1, 1, -1, 1];
    const total = Array.from({ length: n }, (_, i) =>
      signs.reduce((sum, sign, j) => sum + sign * column(j)[i]!, 0),
    );
    const apart = [0, 1, 2, 3].reduce((sum, j) => sum + variance(column(j)), 0);
    const found = reliability(covariances, [0, 1, 2, 3], signs);
    expect(found.alpha).toBeCloseTo((4 / 3) * (1 - apart / variance(total)), 10);
    expect(found.items.map(({ turned }) => turned)).toEqual([false, false, true, false]);
  });

  test('ω of items that one factor makes is the share of their sum that it makes', () => {
    const lambda = [0.9, 0.7, 0.5, 0.3, -0.6];
    const exact = zeros(5, 5);
    const sds = [1, 2, 3, 1, 2];
    lambda.forEach((x, i) =>
      lambda.forEach((y, j) => (exact.values[j * 5 + i] = sds[i]! * sds[j]! * (i === j ? 1 : x * y))),
    );
    const { omega } = reliability(exact, [0, 1, 2, 3, 4], [1, 1, 1, 1, -1]);
    const common = lambda.reduce((sum, x, i) => sum + Math.abs(x) * sds[i]!, 0) ** 2;
    const own = lambda.reduce((sum, x, i) => sum + (1 - x * x) * sds[i]! ** 2, 0);
    expect(omega).toBeCloseTo(common / (common + own), 6);
  });

  test('of one or two items what cannot be had is not told', () => {
    const r = symmetric([1], [0.5, 1], [0.4, 0.3, 1]);
    expect(reliability(r, [1], [1])).toMatchObject({ alpha: NaN, omega: NaN });
    const two = reliability(r, [0, 1], [1, 1]);
    expect(two.alpha).toBeCloseTo(1 / 1.5, 12);
    expect([two.omega, two.items[0]!.alphaWithout]).toEqual([NaN, NaN]);
  });
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
