import { entry, transpose } from '../../algebra/matrix';
import { identity, product } from '../../algebra/product';
import { extract } from './extract';
import { fitOf, residualsOf } from './fit';
import { withDiagonal } from './reduced';
import { logDeterminant, truth } from './testCorrelations';

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
