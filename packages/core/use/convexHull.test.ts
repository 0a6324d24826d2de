import { seededRandom } from '../algebra/random';
import { convexHull } from './convexHull';

/** Twice the area on the left of a → b that a point makes. */
const turn = (a: readonly number[], b: readonly number[], c: readonly number[]): number =>
  (b[0]! - a[0]!) * (c[1]! - a[1]!) - (b[1]! - a[1]!) * (c[0]! - a[0]!);

test.each([3, 4, 20, 500])(
  'the outline of %i points holds all of them, turns left, and has none to spare',
  n => {
    const { normal } = seededRandom(n);
    const [x, y] = [
      Array.from({ length: n }, normal),
      Array.from({ length: n }, () => 1e4 + 1e-3 * normal()),
    ];
    const places = [...x.keys()].slice(n > 10 ? 3 : 0);
    const hull = convexHull(x, y, places);
    hull.forEach((corner, k) => {
      const next = hull[(k + 1) % hull.length]!;
      for (const i of places) expect(turn(corner, next, [x[i]!, y[i]!])).toBeGreaterThanOrEqual(-1e-12);
      expect(turn(corner, next, hull[(k + 2) % hull.length]!)).toBeGreaterThan(0);
      expect(places.some(i => x[i] === corner[0] && y[i] === corner[1])).toBe(true);
    });
  },
);

test('points on a line, copies, one and none', () => {
  expect(convexHull([0, 1, 2, 3], [0, 1, 2, 3], [2, 0, 3, 1])).toEqual([[0, 0], [3, 3]]); // prettier-ignore
  expect(convexHull([1, 1, 1], [2, 2, 2], [0, 1, 2])).toEqual([[1, 2]]);
  expect(convexHull([1], [2], [0])).toEqual([[1, 2]]);
  expect(convexHull([], [], [])).toEqual([]);
  expect(convexHull([0, 0, 1, 1, 0.5], [0, 1, 0, 1, 0.5], [0, 1, 2, 3, 4, 0])).toHaveLength(4);
});
