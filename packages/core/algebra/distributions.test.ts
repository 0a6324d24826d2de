import fc from 'fast-check';
import { betaShare, chiSquareTail, fTail, logGamma, normalTwoTails, tTwoTails } from './distributions';
import { normalQuantile } from './normalQuantile';

// Upper percentage points as printed in tables of these distributions (Fisher and Yates 1963; Pearson and Hartley 1966).
test.each([
  [3.841, 1, 0.05],
  [6.635, 1, 0.01],
  [18.307, 10, 0.05],
  [23.209, 10, 0.01],
  [124.342, 100, 0.05],
  [2.706, 1, 0.1],
])('χ² beyond %d with %d degrees of freedom is %d', (x, df, p) => {
  expect(chiSquareTail(x, df)).toBeCloseTo(p, 4);
});

test.each([
  [12.706, 1, 0.05],
  [2.228, 10, 0.05],
  [3.169, 10, 0.01],
  [2.042, 30, 0.05],
  [1.98, 120, 0.05],
])('t beyond ±%d with %d degrees of freedom is %d', (t, df, p) => {
  expect(tTwoTails(t, df)).toBeCloseTo(p, 4);
});

test.each([
  [4.96, 1, 10, 0.05],
  [3.33, 5, 10, 0.05],
  [5.64, 5, 10, 0.01],
])('F beyond %d with %d and %d degrees of freedom is %d', (f, df1, df2, p) => {
  expect(fTail(f, df1, df2)).toBeCloseTo(p, 3);
});

describe('identities', () => {
  test('two degrees of freedom leave e^(−x/2)', () => {
    for (const x of [0.1, 1, 5, 50, 400]) expect(chiSquareTail(x, 2) / Math.exp(-x / 2)).toBeCloseTo(1, 12);
  });
  test('small tails keep their digits', () => {
    // The tail of χ² with 4 degrees of freedom is e^(−x/2) (1 + x/2).
    expect(chiSquareTail(1000, 4) / (Math.exp(-500) * 501)).toBeCloseTo(1, 10);
  });
  test('t with one degree of freedom is Cauchy’s', () => {
    for (const t of [0.3, 1, 4]) expect(tTwoTails(t, 1)).toBeCloseTo(1 - (2 / Math.PI) * Math.atan(t), 12);
  });
  test('t squared is F', () => expect(tTwoTails(2.3, 7)).toBeCloseTo(fTail(2.3 * 2.3, 1, 7), 13));
  test('the normal’s tails and its quantiles', () => {
    for (const p of [0.001, 0.05, 0.5, 0.9]) {
      expect(normalTwoTails(normalQuantile(1 - p / 2))).toBeCloseTo(p, 12);
    }
  });
  test('Γ of whole numbers is a factorial', () => {
    let factorial = 1;
    for (let n = 1; n < 20; n++) {
      expect(logGamma(n)).toBeCloseTo(Math.log(factorial), 10);
      factorial *= n;
    }
    expect(logGamma(0.5)).toBeCloseTo(Math.log(Math.PI) / 2, 13);
  });
  test('the beta function mirrors', () => {
    const shape = fc.double({ min: 0.3, max: 40, noNaN: true });
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 0.999, noNaN: true }), shape, shape, (x, a, b) => {
        expect(betaShare(x, a, b) + betaShare(1 - x, b, a)).toBeCloseTo(1, 9);
      }),
    );
  });
  test('nothing and all', () => {
    expect([chiSquareTail(0, 3), betaShare(0, 1, 1), betaShare(1, 1, 1), fTail(0, 1, 1)]).toEqual([
      1, 0, 1, 1,
    ]);
  });
});
