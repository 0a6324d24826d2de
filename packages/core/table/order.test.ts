import fc from 'fast-check';
import { orderOf, slicesOf } from './order';
import { quantile, quantilesOf } from './quantile';

const numbers = fc.array(
  fc.oneof(
    fc.double({ noNaN: true, noDefaultInfinity: true }),
    fc.integer({ min: -3, max: 3 }),
    fc.constantFrom(1e300, -1e300, 5e-324),
  ),
  { minLength: 1, maxLength: 200 },
);

/** Lists that crowd into few slices: equal entries, one far from the rest, ever growing ones. */
const crowded: readonly [string, number[]][] = [
  ['all equal', Array<number>(100).fill(2)],
  ['one far away', [...Array.from({ length: 500 }, (_, i) => (i * 7919) % 501), 1e12]],
  ['growing tenfold', Array.from({ length: 300 }, (_, i) => 10 ** (((i * 101) % 300) - 150))],
  ['no range that a double holds', [1e308, -1e308, 0, 1e308, ...Array<number>(40).fill(3)]],
  ['a range too small to be divided by', [0, 5e-324, 0, 1e-323, ...Array<number>(40).fill(0)]],
  ['one', [4]],
];

function expectInOrder(list: readonly number[]): void {
  const order = orderOf(Float64Array.from(list));
  const expected = list.map((_, i) => i).sort((a, b) => list[a]! - list[b]! || a - b);
  expect([...order]).toEqual(expected);
}

test('numbers are put in order, equal ones as they stand', () => {
  fc.assert(fc.property(numbers, expectInOrder));
});

test.each(crowded)('in order: %s', (_, list) => expectInOrder(list));

test('nothing has an order of nothing', () => {
  expect([...orderOf(new Float64Array(0))]).toEqual([]);
});

test('slices follow one another, and hold every number once', () => {
  fc.assert(
    fc.property(numbers, fc.integer({ min: 1, max: 50 }), (list, count) => {
      const values = Float64Array.from(list);
      const { least, perUnit, starts } = slicesOf(values, count);
      expect([starts[0], starts[count]]).toEqual([0, list.length]);
      const sliceOf = (value: number) => ((value - least) * perUnit) | 0;
      const sorted = values.slice().sort();
      for (let slice = 0; slice < count; slice++) {
        for (const value of sorted.slice(starts[slice], starts[slice + 1]))
          expect(sliceOf(value)).toBe(slice);
      }
    }),
  );
});

describe('quantiles of numbers in any order', () => {
  const qs = [0, 0.25, 0.5, 0.75, 0.9, 1];
  const same = (list: readonly number[]) => {
    const sorted = Float64Array.from(list).sort();
    expect(quantilesOf(Float64Array.from(list), qs)).toEqual(qs.map(q => quantile(sorted, q)));
  };

  test('are those of the sorted numbers', () => {
    // The range of the larger doubles is none.
    fc.assert(fc.property(numbers, list => same(list.map(value => value + 0))));
  });

  test.each(crowded)('%s', (_, list) => same(list));

  test('pass over what is missing, and are none of nothing', () => {
    expect(quantilesOf(Float64Array.of(NaN, 3, NaN, 1, 2), [0.5, 1])).toEqual([2, 3]);
    expect(quantilesOf(Float64Array.of(NaN), [0.5])).toEqual([NaN]);
  });

  test('need not be asked for in order', () => {
    expect(quantilesOf(Float64Array.of(5, 1, 4, 2, 3), [1, 0, 0.5])).toEqual([5, 1, 3]);
  });
});
