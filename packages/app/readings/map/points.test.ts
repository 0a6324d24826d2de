import { zeros } from '@wold/core/algebra/matrix';
import type { Placement } from '@wold/core/methods/placement';
import { light } from '../../theme/tokens';
import { densityBands, HELD } from './densitySeries';
import { pointsDrawn } from './pointsDrawn';
import { pointsOf } from './points';
import { FIRST_TURNING, seenAt, turnedBy, turnedPoints } from './turned';

const at = { rows: 4, columns: 2, values: Float64Array.of(1, 2, 3, 4, 5, 6, 7, 8) };
const placement: Placement = {
  rows: Uint32Array.of(3, 5, 8, 9),
  at,
  placedRows: Uint32Array.of(1),
  placedAt: { rows: 1, columns: 2, values: Float64Array.of(10, 20) },
  weights: Float64Array.of(1, 2, 3, 4),
  counts: true,
  shares: null,
  structure: null,
};
const alike = { kind: 'alike' } as const;

test('a measure on an axis takes the dimension’s place, and rows that lack it are not drawn', () => {
  const whole = pointsOf(placement, { x: 1, y: 2, spread: 'scores' }, () => 1, alike);
  expect([[...whole.rows], whole.used, whole.from]).toEqual([[3, 5, 8, 9, 1], 4, null]);
  const values = new Map([
    [3, 30],
    [8, 80],
    [9, 90],
    [1, 11],
  ]);
  const some = pointsOf(placement, { x: 1, y: 2, spread: 'scores' }, () => 1, alike, {
    x: row => values.get(row) ?? NaN,
    y: null,
  });
  expect([...some.rows]).toEqual([3, 8, 9, 1]);
  expect([...some.x]).toEqual([30, 80, 90, 11]);
  expect([...some.y]).toEqual([5, 7, 8, 20]);
  expect([some.used, [...some.from!], [...some.weights!]]).toEqual([3, [0, 2, 3, 4], [1, 3, 4]]);
});

test('what is turned keeps its lengths, whichever way one looks, and an axis that comes towards the eye grows short', () => {
  const places = [
    Float64Array.of(1, 0, 0, 2),
    Float64Array.of(0, 1, 0, -1),
    Float64Array.of(0, 0, 1, 3),
  ] as const;
  for (const turning of [FIRST_TURNING, turnedBy(FIRST_TURNING, 1, 0.3)]) {
    const seen = turnedPoints(turning, places);
    // The pictures of three unit axes: the squares of their lengths sum to 2, a plane of three dimensions.
    const squares = [0, 1, 2].map(i => seen.x[i]! ** 2 + seen.y[i]! ** 2);
    expect(squares[0]! + squares[1]! + squares[2]!).toBeCloseTo(2, 12);
    const across = [0, 1, 2].reduce((sum, i) => sum + seen.x[i]! * seen.y[i]!, 0);
    expect(across).toBeCloseTo(0, 12);
    // What is seen of a point is the sum of what is seen of its coordinates.
    expect(seen.x[3]!).toBeCloseTo(2 * seen.x[0]! - seen.x[1]! + 3 * seen.x[2]!, 12);
    expect(seen.y[3]!).toBeCloseTo(2 * seen.y[0]! - seen.y[1]! + 3 * seen.y[2]!, 12);
  }
  expect(seenAt({ about: 0, towards: 0 }, 3, 4, 5)).toEqual([3, 4]);
  expect(turnedBy(FIRST_TURNING, 0, 9).towards).toBe(Math.PI / 2);
});

test('shapes by a label of their own stand beside colours', () => {
  const points = pointsOf(placement, { x: 1, y: 2, spread: 'scores' }, () => 1, alike);
  const shapes = [
    { name: 'a', symbol: 'circle', weight: 1 },
    { name: 'b', symbol: 'rect', weight: 0.9 },
  ];
  const drawing = {
    points,
    colouring: alike,
    shaping: { shapes, shapeOf: (row: number) => Number(row > 5) },
    isolated: [],
    against: false,
    selected: new Set<number>(),
    sizes: null,
    far: [],
    off: [],
  };
  const [used] = pointsDrawn(drawing, light);
  const symbolOf = (index: number) =>
    used!.styles[used!.styleAt![[...used!.indices].indexOf(index)]!]!.symbol;
  expect([0, 1, 2, 3].map(symbolOf)).toEqual(['circle', 'circle', 'rect', 'rect']);
});

test('bands hold their shares of the points in sight', () => {
  const n = 400;
  const x = Float64Array.from({ length: n }, (_, i) => Math.cos(i * 2.4) * Math.sqrt(i / n));
  const y = Float64Array.from({ length: n }, (_, i) => Math.sin(i * 2.4) * Math.sqrt(i / n));
  const rows = Uint32Array.from({ length: n }, (_, i) => i);
  const points = { rows, x, y, used: n, flat: false, from: null, weights: null };
  const bands = densityBands(points, false, () => true);
  expect(bands.map(({ share }) => share)).toEqual(HELD);
  bands.forEach(({ rings, share }) => {
    // A row lies within where it is within an odd number of rings.
    const within = [...rows].filter(i => {
      let odd = false;
      for (const ring of rings) {
        for (let k = 0, l = ring.length - 1; k < ring.length; l = k++) {
          const [[ax, ay], [bx, by]] = [ring[k]!, ring[l]!];
          if (ay > y[i]! !== by > y[i]! && x[i]! < ((bx - ax) * (y[i]! - ay)) / (by - ay) + ax) odd = !odd;
        }
      }
      return odd;
    });
    expect(Math.abs(within.length / n - share)).toBeLessThan(0.03);
  });
  expect(densityBands({ ...points, y: zeros(n, 1).values }, false, () => true)).toEqual([]);
});
