import fc from 'fast-check';
import { seededRandom } from '../algebra/random';
import { shapeOf } from '../table/shape';
import { boxCox, fitBoxCox, fitYeoJohnson, yeoJohnson, type FittedPower } from './power';

type PowerTransform = (value: number, power: number) => number;

/** As the papers write them. */
const plainBoxCox = (x: number, power: number) => (power === 0 ? Math.log(x) : (x ** power - 1) / power);
const plainYeoJohnson = (x: number, power: number) => {
  if (x >= 0) return power === 0 ? Math.log1p(x) : ((1 + x) ** power - 1) / power;
  return power === 2 ? -Math.log1p(-x) : -((1 - x) ** (2 - power) - 1) / (2 - power);
};

/** The log-likelihood as the papers write it. */
function likelihood(values: Float64Array, power: number, transform: PowerTransform): number {
  const n = values.length;
  const y = values.map(value => transform(value, power));
  const mean = y.reduce((sum, value) => sum + value, 0) / n;
  const variance = y.reduce((sum, value) => sum + (value - mean) ** 2, 0) / n;
  const jacobian = values.reduce(
    (sum, value) =>
      sum + (transform === plainBoxCox ? Math.log(value) : Math.sign(value) * Math.log1p(Math.abs(value))),
    0,
  );
  return (-n / 2) * Math.log(variance) + (power - 1) * jacobian;
}

type Fit = (values: Float64Array, weights?: Float64Array | null) => FittedPower;
const families: readonly [string, PowerTransform, typeof boxCox, Fit, number][] = [
  ['Box–Cox', plainBoxCox, boxCox, fitBoxCox, 0.01],
  ['Yeo–Johnson', plainYeoJohnson, yeoJohnson, fitYeoJohnson, -50],
];

/** The slope and the offset that take one list of numbers to another, and how well they do: 1 for exactly. */
function line(from: Float64Array, to: Float64Array) {
  const mean = (v: Float64Array) => v.reduce((s, w) => s + w, 0) / v.length;
  const [a, b] = [mean(from), mean(to)];
  let [xx, yy, xy] = [0, 0, 0];
  from.forEach((x, i) => {
    xx += (x - a) ** 2;
    yy += (to[i]! - b) ** 2;
    xy += (x - a) * (to[i]! - b);
  });
  return { slope: xy / xx, fit: xy / Math.sqrt(xx * yy) };
}

describe.each(families)('%s', (_, plain, transform, fit, least) => {
  const powerOf = (values: Float64Array) => fit(values).power;
  const samples = fc
    .array(fc.double({ min: least, max: 50, noNaN: true }), { minLength: 5, maxLength: 60 })
    // Of entries nearly at 0 beside others the papers' own form loses its digits.
    .map(list => list.map(value => (Math.abs(value) < 1e-6 ? 1 : value)))
    .filter(list => new Set(list.map(value => value.toFixed(6))).size > 3);

  test('no power near or far has a greater likelihood', () => {
    fc.assert(
      fc.property(samples, list => {
        const values = Float64Array.from(list);
        const { power: best, atBound } = fit(values);
        const reached = likelihood(values, best, plain);
        for (const step of [1e-3, 0.05, 0.4]) {
          for (const power of [best - step, best + step]) {
            if (atBound && Math.abs(power) > Math.abs(best)) continue;
            expect(likelihood(values, power, plain)).toBeLessThanOrEqual(reached + 1e-6 * list.length);
          }
        }
      }),
    );
  });

  test('the numbers are those of the papers but for one offset and one factor, with the slope of 1 at the centre', () => {
    fc.assert(
      fc.property(samples, list => {
        const values = Float64Array.from(list);
        const { power, centre, values: made } = fit(values);
        const asWritten = values.map(value => plain(value, power));
        if (asWritten.every(Number.isFinite)) {
          expect(Math.abs(line(asWritten, made).fit)).toBeCloseTo(1, 5);
        }
        made.forEach((value, i) => {
          const alone = transform(values[i]!, power, centre);
          expect(Math.abs(value - alone)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(alone)));
        });
        const step = 1e-5 * Math.max(1e-3, Math.abs(centre));
        const slope =
          (transform(centre + step, power, centre) - transform(centre - step, power, centre)) / (2 * step);
        expect(slope).toBeCloseTo(1, 2);
        expect(Math.abs(transform(centre, power, centre))).toBeLessThan(1e-9 * Math.max(1, Math.abs(centre)));
      }),
    );
  });

  test('of many numbers, too, no power has a greater likelihood', () => {
    const { normal } = seededRandom(17);
    const values = Float64Array.from({ length: 3001 }, () => Math.exp(0.7 * normal()) + 0.1);
    const best = powerOf(values);
    const reached = likelihood(values, best, plain);
    for (const step of [1e-4, 1e-2, 0.5]) {
      expect(likelihood(values, best + step, plain)).toBeLessThan(reached);
      expect(likelihood(values, best - step, plain)).toBeLessThan(reached);
    }
  });

  test('a sample that is normal after a power gets that power back', () => {
    const { normal } = seededRandom(11);
    const bent = (power: number) => {
      const draw = (): number => {
        const y = 6 + normal();
        return plain === plainBoxCox ? (power * y + 1) ** (1 / power) : (power * y + 1) ** (1 / power) - 1;
      };
      return Float64Array.from({ length: 20_000 }, draw);
    };
    for (const power of [0.5, 1, 2]) expect(Math.abs(powerOf(bent(power)) - power)).toBeLessThan(0.1);
  });

  test.each([1e3, 1e6])(
    '%f and skewed numbers beside it: all stay apart, and come out near symmetric',
    far => {
      const { normal } = seededRandom(8);
      const bumps = Float64Array.from({ length: 200 }, () => Math.exp(normal()));
      const values = bumps.map(bump => far + bump);
      expect(shapeOf(values).skewness).toBeGreaterThan(1.5);
      const { values: made, power, atBound } = fit(values);
      expect(new Set(made).size).toBe(200);
      expect(Math.abs(shapeOf(made).skewness)).toBeLessThan(0.5);
      expect([Number.isFinite(power), atBound]).toEqual([true, false]);
      // Neighbours keep their order.
      const order = [...values.keys()].sort((a, b) => values[a]! - values[b]!);
      for (let k = 1; k < 200; k++) expect(made[order[k]!]).toBeGreaterThan(made[order[k - 1]!]!);
    },
  );

  test('numbers that count several times are numbers repeated', () => {
    fc.assert(
      fc.property(samples, fc.nat(1000), (list, seed) => {
        const { whole } = seededRandom(seed);
        const counts = list.map(() => 1 + whole(4));
        const repeated = list.flatMap((value, i) => Array<number>(counts[i]!).fill(value));
        const one = fit(Float64Array.from(list), Float64Array.from(counts));
        const other = fit(Float64Array.from(repeated));
        expect(one.centre).toBeCloseTo(other.centre, 7);
        expect(likelihood(Float64Array.from(repeated), one.power, plain)).toBeCloseTo(
          likelihood(Float64Array.from(repeated), other.power, plain),
          5,
        );
      }),
      { numRuns: 40 },
    );
  });
});

test('evenly about 0 the power that changes nothing is the best', () => {
  const even = Float64Array.from({ length: 11 }, (_, i) => i - 5);
  expect(fitYeoJohnson(even).power).toBeCloseTo(1, 8);
  fitYeoJohnson(even).values.forEach((value, i) => expect(value).toBeCloseTo(even[i]!, 8));
});

test('numbers of either sign are placed on what numbers of one sign gave', () => {
  const { power, centre } = fitYeoJohnson(Float64Array.of(1, 2, 3, 5, 9, 20));
  const asWritten = Float64Array.of(-3, -1, 0, 2, 7).map(value => plainYeoJohnson(value, power));
  const made = Float64Array.of(-3, -1, 0, 2, 7).map(value => yeoJohnson(value, power, centre));
  expect(line(asWritten, made).fit).toBeCloseTo(1, 12);
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
  expect(fitBoxCox(values)).toMatchObject({ power: 5, atBound: true });
  expect(fitBoxCox(values.map(value => 1 / value))).toMatchObject({ power: -5, atBound: true });
});

test('numbers too large for some powers still have a best one', () => {
  const values = Float64Array.from({ length: 50 }, (_, i) => 10 ** (100 + (i % 7)));
  const power = fitBoxCox(values).power;
  expect(Math.abs(power)).toBeLessThanOrEqual(5);
  expect(fitBoxCox(values).values.some(Number.isNaN)).toBe(false);
});
