import fc from 'fast-check';
import { seededRandom } from '../algebra/random';
import { boxCox, boxCoxPower, yeoJohnson, yeoJohnsonPower } from './power';

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

const families: readonly [string, PowerTransform, (values: Float64Array) => number, number][] = [
  ['Box–Cox', boxCox, boxCoxPower, 0.01],
  ['Yeo–Johnson', yeoJohnson, yeoJohnsonPower, -50],
];

describe.each(families)('%s', (_, transform, powerOf, least) => {
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
  expect(boxCoxPower(values.map(value => 1000 * value))).toBeCloseTo(boxCoxPower(values), 8);
});

test('mirrored numbers take the mirrored power', () => {
  const { normal } = seededRandom(3);
  const values = Float64Array.from({ length: 500 }, () => Math.expm1(Math.abs(normal()) + 0.3 * normal()));
  expect(yeoJohnsonPower(values.map(value => -value))).toBeCloseTo(2 - yeoJohnsonPower(values), 6);
});

test('where the likelihood grows to the end of the range, the end is the power', () => {
  // Few small numbers beside many of nearly one size.
  const values = Float64Array.of(1, 2, 3, ...Array.from({ length: 60 }, (_, i) => 100 + i / 1000));
  expect(boxCoxPower(values)).toBe(5);
  expect(boxCoxPower(values.map(value => 1 / value))).toBe(-5);
});

test('numbers too large for some powers still have a best one', () => {
  const values = Float64Array.from({ length: 50 }, (_, i) => 10 ** (100 + (i % 7)));
  const power = boxCoxPower(values);
  expect(Math.abs(power)).toBeLessThanOrEqual(5);
  expect(Number.isNaN(boxCox(values[3]!, power))).toBe(false);
});
