import { entry, transpose, type Matrix } from '../../algebra/matrix';
import { crossed, identity, product } from '../../algebra/product';
import { Problem } from '../../problem';
import { withDiagonal } from './reduced';
import { scoring, SCORINGS } from './scores';
import { symmetric, truth } from './testCorrelations';

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
