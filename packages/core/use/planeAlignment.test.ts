import { seededRandom } from '../algebra/random';
import { alignedPlane, planeAlignment, type Plane } from './planeAlignment';

function points(n: number, seed: number, offset = 0): { x: number[]; y: number[] } {
  const { normal } = seededRandom(seed);
  return {
    x: Array.from({ length: n }, () => offset + 3 * normal()),
    y: Array.from({ length: n }, () => offset + normal()),
  };
}

/** A known turn, with or without a mirror, a scale and a shift. */
const turned = ({ x, y }: Plane, angle: number, mirror: boolean, scale: number) => {
  const [c, s] = [scale * Math.cos(angle), scale * Math.sin(angle)];
  const flip = mirror ? -1 : 1;
  return {
    x: Array.from(x, (px, i) => 40 + c * px - s * flip * y[i]!),
    y: Array.from(x, (px, i) => -7 + s * px + c * flip * y[i]!),
  };
};

const leftBetween = (a: Plane, b: Plane): number => {
  let sum = 0;
  for (let i = 0; i < a.x.length; i++) sum += (a.x[i]! - b.x[i]!) ** 2 + (a.y[i]! - b.y[i]!) ** 2;
  return sum;
};

const spreadOf = (plane: Plane): number => {
  const mean = (values: ArrayLike<number>) => Array.from(values).reduce((a, b) => a + b, 0) / values.length;
  const [mx, my] = [mean(plane.x), mean(plane.y)];
  return leftBetween(plane, { x: Array.from(plane.x, () => mx), y: Array.from(plane.y, () => my) });
};

test.each([
  [3, 0, false, 1],
  [50, 2.1, false, 0.02],
  [50, -0.7, true, 1],
  [200, 3.1, true, 300],
])('%i points turned by %d, mirrored: %s, scaled by %d, come back', (n, angle, mirror, scale) => {
  const still = points(n, n, 100);
  const moved = turned(still, angle, mirror, scale);
  const found = planeAlignment(still, moved)!;
  expect(found.left).toBeCloseTo(0, 10);
  const back = alignedPlane(found, moved);
  expect(leftBetween(still, back) / spreadOf(still)).toBeLessThan(1e-18);
});

test('no other turn, mirror or scale leaves less between points that do not fit', () => {
  const [still, other] = [points(40, 1), points(40, 2, 5)];
  const moved = {
    x: other.x.map((x, i) => x + 0.8 * still.y[i]!),
    y: other.y.map((y, i) => y - 0.5 * still.x[i]!),
  };
  const found = planeAlignment(still, moved)!;
  const least = leftBetween(still, alignedPlane(found, moved));
  expect(found.left).toBeCloseTo(least / spreadOf(still), 10);
  const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
  const about = { x: moved.x.map(x => x - mean(moved.x)), y: moved.y.map(y => y - mean(moved.y)) };
  for (const mirror of [false, true]) {
    for (let step = 0; step < 180; step++) {
      for (const scale of [0.05, 0.1, 0.2, 0.3, 0.4, 0.6, 1]) {
        const tried = turned(about, (step * Math.PI) / 90, mirror, scale);
        const shifted = {
          x: tried.x.map(x => x - 40 + mean(still.x)),
          y: tried.y.map(y => y + 7 + mean(still.y)),
        };
        expect(leftBetween(still, shifted)).toBeGreaterThanOrEqual(least * (1 - 1e-12));
      }
    }
  }
});

test('points without spread are not laid over others; on a line they are', () => {
  expect(planeAlignment({ x: [1, 1], y: [2, 2] }, { x: [0, 1], y: [0, 1] })).toBeNull();
  expect(planeAlignment({ x: [0, 1], y: [0, 1] }, { x: [1, 1], y: [2, 2] })).toBeNull();
  expect(planeAlignment({ x: [], y: [] }, { x: [], y: [] })).toBeNull();
  const line = { x: [0, 1, 2], y: [0, 0, 0] };
  expect(planeAlignment(line, turned(line, 1, false, 2))!.left).toBeCloseTo(0, 12);
});
