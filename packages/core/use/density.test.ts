import { seededRandom } from '../algebra/random';
import { density, densityAt, densityLevels } from './density';

function points(n: number, seed: number) {
  const { normal } = seededRandom(seed);
  const x = Float64Array.from({ length: n }, (_, i) => 1e3 + (i % 2 === 0 ? 6 : 0) + normal());
  const y = Float64Array.from({ length: n }, (_, i) => (i % 2 === 0 ? 3 : 0) + 0.5 * normal());
  return { x, y, weights: null as Float64Array | null, counts: false };
}

const sd = (values: Float64Array): number => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1));
};

test('it is the mean of normal kernels of Scott’s width, and integrates to 1', () => {
  const of = points(200, 3);
  const grid = density(of)!;
  const [wide, high] = [sd(of.x), sd(of.y)].map(value => value * 200 ** (-1 / 6)) as [number, number];
  const total = grid.values.reduce((sum, value) => sum + value, 0) * grid.width * grid.height;
  expect(total).toBeCloseTo(1, 3);
  for (const [x, y] of [
    [1000, 0],
    [1006, 3],
    [1003, 1.5],
  ] as const) {
    let expected = 0;
    for (let i = 0; i < 200; i++) {
      const square = ((x - of.x[i]!) / wide) ** 2 + ((y - of.y[i]!) / high) ** 2;
      expected += Math.exp(-square / 2) / (2 * Math.PI * wide * high) / 200;
    }
    expect(densityAt(grid, x, y) / expected).toBeGreaterThan(0.97);
    expect(densityAt(grid, x, y) / expected).toBeLessThan(1.03);
  }
});

test('levels part the densest shares of the points from the others', () => {
  const of = points(400, 8);
  const grid = density(of)!;
  const [half, most] = densityLevels(grid, of, [0.5, 0.95]);
  const above = (level: number) =>
    [...of.x.keys()].filter(i => densityAt(grid, of.x[i]!, of.y[i]!) >= level).length;
  expect(above(half!)).toBe(200);
  expect(above(most!)).toBe(380);
});

test('counts equal repeated points, and what does not spread has none', () => {
  const of = points(60, 5);
  const weights = Float64Array.from(of.x, (_, i) => 1 + (i % 3));
  const again = (values: Float64Array) =>
    Float64Array.from([...values].flatMap((value, i) => Array<number>(weights[i]!).fill(value)));
  const one = density({ ...of, weights, counts: true })!;
  const two = density({ x: again(of.x), y: again(of.y), weights: null, counts: false })!;
  one.values.forEach((value, i) => expect(value).toBeCloseTo(two.values[i]!, 10));
  const levels = (grid: typeof one, all: Parameters<typeof densityLevels>[1]) =>
    densityLevels(grid, all, [0.5])[0]!;
  expect(levels(one, { ...of, weights, counts: true })).toBeCloseTo(
    levels(two, { x: again(of.x), y: again(of.y), weights: null, counts: false }),
    8,
  );
  expect(density({ x: [1, 2, 3], y: [5, 5, 5], weights: null, counts: false })).toBeNull();
  expect(density({ x: [1, 2], y: [5, 6], weights: null, counts: false })).toBeNull();
});
