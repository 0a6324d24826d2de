import { seededRandom } from './random';
import { chiSquareTail } from './distributions';
import { noncentralChiSquareTail, noncentralityOf } from './noncentral';

test('without noncentrality it is the central one', () => {
  expect(noncentralChiSquareTail(7.3, 5, 0)).toBe(chiSquareTail(7.3, 5));
});

test('with one degree of freedom it is the square of a shifted normal number', () => {
  // P(|Z + δ| > t), the normal tails by the χ² of one degree of freedom.
  const tail = (t: number) => (t >= 0 ? chiSquareTail(t * t, 1) / 2 : 1 - chiSquareTail(t * t, 1) / 2);
  for (const [x, lambda] of [
    [0.5, 2],
    [4, 1],
    [9, 16],
    [30, 25],
    [400, 361],
  ] as const) {
    const [t, d] = [Math.sqrt(x), Math.sqrt(lambda)];
    expect(noncentralChiSquareTail(x, 1, lambda)).toBeCloseTo(tail(t - d) + tail(t + d), 10);
  }
});

test('with more it is what a simulation has', () => {
  const { normal, chiSquare } = seededRandom(4);
  const [df, lambda, x, many] = [6, 7.5, 12, 40_000];
  let beyond = 0;
  for (let i = 0; i < many; i++) {
    beyond += Number((normal() + Math.sqrt(lambda)) ** 2 + chiSquare(df - 1) > x);
  }
  const share = noncentralChiSquareTail(x, df, lambda);
  expect(Math.abs(beyond / many - share)).toBeLessThan(5 * Math.sqrt((share * (1 - share)) / many));
});

test('the noncentrality of a share gives that share again', () => {
  for (const share of [0.05, 0.5, 0.95]) {
    const lambda = noncentralityOf(60, 20, share);
    if (lambda === 0) expect(chiSquareTail(60, 20)).toBeGreaterThanOrEqual(share);
    else expect(noncentralChiSquareTail(60, 20, lambda)).toBeCloseTo(share, 9);
  }
  expect(noncentralityOf(10, 20, 0.05)).toBe(0);
});
