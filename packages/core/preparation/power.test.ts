import fc from 'fast-check';
import { seededRandom } from '../algebra/random';
import { boxCox, fitBoxCox, fitYeoJohnson, yeoJohnson, type FittedPower } from './power';

type PowerTransform = (value: number, power: number) => number;

/** The log-likelihood as the papers write it. */
function likelihood(values: Float64Array, power: number, transform: PowerTransform): number {
  const n = values.length;
  const y = values.map(value => transform(value, power));
  const mean = y.reduce((sum, value) => sum + value, 0) / n;
  const variance = y.reduce((sum, value) => sum + (value - mean) ** 2, 0) / n;
  const jacobian = values.reduce(
    (sum, value) =>
      sum + (transform === boxCox ? Math.log(value) : Math.sign(value) * Math.log1p(Math.abs(value))),
    0,
  );
  return (-n / 2) * Math.log(variance) + (power - 1) * jacobian;
}

const families: readonly [string, PowerTransform, (values: Float64Array) => FittedPower, number][] = [
  ['Box–Cox', boxCox, fitBoxCox, 0.01],
  ['Yeo–Johnson', yeoJohnson, fitYeoJohnson, -50],
];

describe.each(families)('%s', (_, transform, fit, least) => {
  const powerOf = (values: Float64Array) => fit(values).power;
  const samples = fc
    .array(fc.double({ min: least, max: 50, noNaN: true }), { minLength: 5, maxLength: 60 })
    .filter(list => new Set(list).size > 3);

  test('no power near or far has a greater likelihood', () => {
    fc.assert(
      fc.property(samples, list => {
        const values = Float64Array.from(list);
        const best = powerOf(values);
        expect(Math.abs(best)).toBeLessThanOrEqual(5);
        const reached = likelihood(values, best, transform);
        for (const step of [1e-3, 0.05, 0.4]) {
          for (const power of [best - step, best + step].filter(other => Math.abs(other) <= 5)) {
            expect(likelihood(values, power, transform)).toBeLessThanOrEqual(reached + 1e-7 * list.length);
          }
        }
      }),
    );
  });

  test('the numbers are transformed by the power that was found', () => {
    fc.assert(
      fc.property(samples, list => {
        const { power, values } = fit(Float64Array.from(list));
        expect([...values]).toEqual(list.map(value => transform(value, power)));
      }),
    );
    // Evenly about 0 the power that changes nothing is the best.
    const even = Float64Array.from({ length: 11 }, (_, i) => i - 5);
    if (transform === yeoJohnson) {
      expect(fit(even).power).toBeCloseTo(1, 8);
      fit(even).values.forEach((value, i) => expect(value).toBeCloseTo(even[i]!, 8));
    }
  });

  test('of many numbers, too, no power has a greater likelihood', () => {
    const { normal } = seededRandom(17);
    const values = Float64Array.from({ length: 3001 }, () => Math.exp(0.7 * normal()) + 0.1);
    const best = powerOf(values);
    const reached = likelihood(values, best, transform);
    for (const step of [1e-4, 1e-2, 0.5]) {
      expect(likelihood(values, best + step, transform)).toBeLessThan(reached);
      expect(likelihood(values, best - step, transform)).toBeLessThan(reached);
    }
  });

  test('a sample that is normal after a power gets that power back', () => {
    const { normal } = seededRandom(11);
    const bent = (power: number) => {
      const draw = (): number => {
        const y = 6 + normal();
        return transform === boxCox ? (power * y + 1) ** (1 / power) : (power * y + 1) ** (1 / power) - 1;
      };
      return Float64Array.from({ length: 20_000 }, draw);
    };
    for (const power of [0.5, 1, 2]) expect(Math.abs(powerOf(bent(power)) - power)).toBeLessThan(0.1);
  });
});

test('a unit of measurement does not matter to a power of positive numbers', () => {
  const { normal } = seededRandom(5);
  const values = Float64Array.from({ length: 200 }, () => Math.exp(0.4 * normal()));
  expect(fitBoxCox(values.map(value => 1000 * value)).power).toBeCloseTo(fitBoxCox(values).power, 8);
});

test('mirrored numbers take the mirrored power', () => {
  const { normal } = seededRandom(3);
  const values = Float64Array.from({ length: 500 }, () => Math.expm1(Math.abs(normal()) + 0.3 * normal()));
  expect(fitYeoJohnson(values.map(value => -value)).power).toBeCloseTo(2 - fitYeoJohnson(values).power, 6);
});

test('where the likelihood grows to the end of the range, the end is the power', () => {
  // Few small numbers beside many of nearly one size.
  const values = Float64Array.of(1, 2, 3, ...Array.from({ length: 60 }, (_, i) => 100 + i / 1000));
  expect(fitBoxCox(values).power).toBe(5);
  expect(fitBoxCox(values.map(value => 1 / value)).power).toBe(-5);
});

test('numbers too large for some powers still have a best one', () => {
  const values = Float64Array.from({ length: 50 }, (_, i) => 10 ** (100 + (i % 7)));
  const power = fitBoxCox(values).power;
  expect(Math.abs(power)).toBeLessThanOrEqual(5);
  expect(Number.isNaN(boxCox(values[3]!, power))).toBe(false);
});
