import fc from 'fast-check';
import { seededRandom } from '../algebra/random';
import { groupEllipses, type Ellipse } from './groupEllipses';

const all = (x: readonly number[]) => [['all', [...x.keys()]]] as const;
const plain = { weights: null, counts: false };

/** Whether a point lies within an ellipse about a centre. */
function within(
  { half, angle }: Ellipse,
  [cx, cy]: readonly [number, number],
  [x, y]: readonly [number, number],
) {
  const [dx, dy] = [x - cx, y - cy];
  const along = (dx * Math.cos(angle) + dy * Math.sin(angle)) / half[0];
  const across = (-dx * Math.sin(angle) + dy * Math.cos(angle)) / half[1];
  return along * along + across * across <= 1;
}

function cloud(n: number, seed: number) {
  const { normal } = seededRandom(seed);
  const x = Array.from({ length: n }, () => 3 + 2 * normal());
  const y = x.map(value => -1 + 0.8 * value + normal());
  return { x, y };
}

test('the spread holds its share of a large normal group', () => {
  for (const share of [0.5, 0.9, 0.95]) {
    const { x, y } = cloud(20_000, 7);
    const [found] = groupEllipses({ x, y, ...plain }, all(x), share);
    const inside = x.filter((value, i) => within(found!.spread!, found!.centre, [value, y[i]!])).length;
    expect(inside / x.length).toBeCloseTo(share, 1);
    expect(Math.abs(inside / x.length - share)).toBeLessThan(0.01);
  }
});

test('the ellipse of the mean holds the true one in its share of samples', () => {
  let held = 0;
  const samples = 1500;
  for (let sample = 0; sample < samples; sample++) {
    const { x, y } = cloud(8, 1000 + sample);
    const [found] = groupEllipses({ x, y, ...plain }, all(x), 0.9);
    if (within(found!.ofMean!, found!.centre, [3, -1 + 0.8 * 3])) held++;
  }
  expect(Math.abs(held / samples - 0.9)).toBeLessThan(0.03);
});

test('on its edge the distance by the inverse covariance is the quantile', () => {
  const { x, y } = cloud(30, 3);
  const [found] = groupEllipses({ x, y, ...plain }, all(x), 0.95);
  const { centre } = found!;
  const spread: Ellipse = found!.spread!;
  const of = (a: number[], m: number, b: number[], k: number) =>
    a.reduce((sum, value, i) => sum + (value - m) * (b[i]! - k), 0) / 29;
  const [xx, xy, yy] = [
    of(x, centre[0], x, centre[0]),
    of(x, centre[0], y, centre[1]),
    of(y, centre[1], y, centre[1]),
  ];
  for (const turn of [0, 1, 2, 4]) {
    const [a, b] = [spread.half[0] * Math.cos(turn), spread.half[1] * Math.sin(turn)];
    const dx = a * Math.cos(spread.angle) - b * Math.sin(spread.angle);
    const dy = a * Math.sin(spread.angle) + b * Math.cos(spread.angle);
    const distance = (yy * dx * dx - 2 * xy * dx * dy + xx * dy * dy) / (xx * yy - xy * xy);
    expect(distance).toBeCloseTo(5.991, 3);
  }
});

test('counts are rows repeated; real weights do not depend on their unit', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 9 }), fc.nat(), (n, seed) => {
      const random = seededRandom(seed);
      const { x, y } = cloud(n, seed);
      const weights = Float64Array.from(x, () => 2 + random.whole(3));
      const repeated = (list: number[]) => list.flatMap((value, i) => Array<number>(weights[i]!).fill(value));
      const [counted] = groupEllipses({ x, y, weights, counts: true }, all(x), 0.9);
      const [long] = groupEllipses({ x: repeated(x), y: repeated(y), ...plain }, all(repeated(x)), 0.9);
      for (const which of ['spread', 'ofMean'] as const) {
        const [most] = long![which]!.half;
        counted![which]!.half.forEach((half, i) =>
          expect(Math.abs(half - long![which]!.half[i]!)).toBeLessThan(1e-7 * most),
        );
        expect(counted![which]!.angle).toBeCloseTo(long![which]!.angle, 6);
      }
      if (n < 3) return;
      const real = (by: number) =>
        groupEllipses({ x, y, weights: weights.map(w => by * w), counts: false }, all(x), 0.9)[0]!;
      expect(real(1).spread!.half[0]).toBeCloseTo(real(0.01).spread!.half[0], 8);
      expect(real(7).n).toBe(n);
    }),
  );
});

test('two rows have a centre and no ellipse; rows in a line have a flat one', () => {
  const x = [1, 3, 5];
  expect(groupEllipses({ x, y: x, ...plain }, [['two', [0, 1]]], 0.9)[0]).toMatchObject({
    n: 2,
    centre: [2, 2],
    spread: null,
    ofMean: null,
  });
  const [flat] = groupEllipses({ x, y: x, ...plain }, all(x), 0.9);
  expect(flat!.spread!.half[1]).toBeCloseTo(0, 6);
  expect(flat!.spread!.angle).toBeCloseTo(Math.PI / 4, 9);
});
