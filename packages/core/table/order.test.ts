import fc from 'fast-check';
import { useKernels } from '@wold/kernels/kernels';
import { seededRandom } from '../algebra/random';
import { orderOf, sortedOf } from './order';

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

describe('sorted numbers', () => {
  const same = (list: readonly number[]) => {
    const expected = list.filter(value => !Number.isNaN(value)).map(value => value + 0);
    expect(sortedOf(Float64Array.from(list))).toEqual(Float64Array.from(expected).sort());
  };

  test('are the same numbers, without those that are missing', () => {
    fc.assert(fc.property(fc.array(fc.oneof(numbers, fc.constant([NaN]))), lists => same(lists.flat())));
  });

  test.each(crowded)('%s', (_, list) => same(list));

  test('leave those they came from alone', () => {
    const values = Float64Array.from({ length: 100 }, (_, i) => (i * 37) % 101);
    const before = values.slice();
    sortedOf(values);
    orderOf(values);
    expect(values).toEqual(before);
  });
});

const SHAPES: Record<string, (z: number, i: number) => number> = {
  even: z => z,
  'with ties': (z, i) => (i % 3 === 0 ? Math.round(z) : z),
  // Nearly all share the first slice.
  'very skewed': z => Math.exp(6 * z),
  'with gaps at the front': (z, i) => (i < 40 ? NaN : z),
};

test.each(Object.keys(SHAPES).flatMap(shape => [64, 65, 1000, 5001].map(n => [shape, n] as const)))(
  'sorting numbers %s, %i of them: the same with kernels and without',
  (shape, n) => {
    const { normal } = seededRandom(n);
    const values = Float64Array.from({ length: n }, (_, i) => SHAPES[shape]!(normal(), i));
    useKernels(true);
    const there = values.filter(value => !Number.isNaN(value));
    const compiled = [sortedOf(values), orderOf(there)];
    useKernels(false);
    const plain = [sortedOf(values), orderOf(there)];
    useKernels(true);
    expect(compiled).toEqual(plain);
  },
);
