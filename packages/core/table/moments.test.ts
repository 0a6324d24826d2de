import fc from 'fast-check';
import { seededRandom } from '../algebra/random';
import { columnBuilder } from './columnBuilder';
import { describeColumn, type NumberDescription } from './describe';
import { meanOf, sdOf, squaresAbout, weightOf } from './moments';
import { ordered } from './order';
import { quantile, quantileOf } from './quantile';
import { shapeOf } from './shape';

const { normal } = seededRandom(4);
const noise = Float64Array.from({ length: 400 }, () => Math.round(64 * normal()) / 64);
/** Of whole multiples of 1/64 the sums are exact. */
const exactMean = noise.reduce((sum, value) => sum + value, 0) / noise.length;
const exactSquares = noise.reduce((sum, value) => sum + (value - exactMean) ** 2, 0);

describe('numbers far from 0', () => {
  const far = noise.map(value => 1e13 + value);
  test('have the mean and the spread of what they vary by', () => {
    expect(meanOf(far) - 1e13).toBeCloseTo(exactMean, 2);
    expect(sdOf(far)).toBeCloseTo(Math.sqrt(exactSquares / 399), 6);
    expect(shapeOf(far).skewness).toBeCloseTo(shapeOf(noise).skewness, 2);
  });
  test('also in the description of their column', () => {
    const builder = columnBuilder();
    for (const value of noise) builder.addNumber(1e15 + 8 * Math.round(value));
    const found = describeColumn(builder.finish('x'), 400) as NumberDescription;
    const steps = noise.map(value => 8 * Math.round(value));
    const mean = steps.reduce((sum, value) => sum + value, 0) / 400;
    expect(Math.abs(found.mean - 1e15 - mean)).toBeLessThan(0.13);
    expect(found.sd).toBeCloseTo(Math.sqrt(steps.reduce((s, v) => s + (v - mean) ** 2, 0) / 399), 2);
  });
});

test('numbers near the end of what a double holds have a mean and a shape', () => {
  const huge = Float64Array.of(1.7e308, -1.7e308, 1.7e308, -1.7e308);
  expect(Math.abs(meanOf(huge))).toBeLessThan(1e293);
  const large = shapeOf(Float64Array.of(1e300, 2e300, 9e300));
  expect(large.skewness).toBeCloseTo(shapeOf([1, 2, 9]).skewness, 12);
  expect(large.kurtosis).toBeCloseTo(shapeOf([1, 2, 9]).kurtosis, 12);
});

const weighed = fc.array(
  fc.record({ value: fc.oneof(fc.integer({ min: -9, max: 9 }), fc.double({ min: -50, max: 50, noNaN: true })), count: fc.integer({ min: 1, max: 4 }) }),
  { minLength: 2, maxLength: 30 },
); // prettier-ignore

test('numbers that weigh are numbers repeated: mean, spread, shape, quantiles', () => {
  fc.assert(
    fc.property(weighed, fc.double({ min: 0, max: 1, noNaN: true }), (list, q) => {
      const values = Float64Array.from(list, ({ value }) => value);
      const counts = list.map(({ count }) => count);
      const repeated = Float64Array.from(
        list.flatMap(({ value, count }) => Array<number>(count).fill(value)),
      );
      expect(weightOf(values, counts)).toBe(repeated.length);
      expect(meanOf(values, counts)).toBeCloseTo(meanOf(repeated), 9);
      expect(squaresAbout(values, 1, counts)).toBeCloseTo(squaresAbout(repeated, 1), 6);
      expect(sdOf(values, counts)).toBeCloseTo(sdOf(repeated), 8);
      expect(quantileOf(ordered(values, counts), q)).toBeCloseTo(quantile(repeated.slice().sort(), q), 9);
      const [one, other] = [shapeOf(values, counts), shapeOf(repeated)];
      if (sdOf(repeated) > 1e-6) expect(one.skewness).toBeCloseTo(other.skewness, 6);
    }),
  );
});

test('what is missing has no say', () => {
  const [gappy, counts] = [Float64Array.of(1, NaN, 4, NaN), [2, 100, 1, 5]];
  expect([meanOf(gappy), meanOf(gappy, counts), weightOf(gappy, counts)]).toEqual([2.5, 2, 3]);
  expect(meanOf(Float64Array.of(NaN, NaN))).toBeNaN();
});

test.each([1e300, 1.7e308, 1e-300, -1e300])(
  'spread and shape of numbers about %p are those in a usual unit',
  size => {
    const usual = [-1, 0.25, 0.5, 0.125, 1];
    const made = usual.map(value => value * size);
    const sign = Math.sign(size);
    expect(sdOf(made) / Math.abs(size)).toBeCloseTo(sdOf(usual), 12);
    expect(shapeOf(made).skewness).toBeCloseTo(sign * shapeOf(usual).skewness, 10);
    expect(shapeOf(made).kurtosis).toBeCloseTo(shapeOf(usual).kurtosis, 10);
  },
);
