import { zeros } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import type { Placement } from '../methods/placement';
import { changedNeighbours, mostChanged } from './changedNeighbours';

const placed = (rows: readonly number[], values: readonly number[], columns: number): Placement => ({
  rows: Uint32Array.from(rows),
  at: { rows: rows.length, columns, values: Float64Array.from(values) },
  placedRows: new Uint32Array(0),
  placedAt: zeros(0, columns),
  weights: null,
  counts: false,
  shares: null,
  structure: null,
});

/** The k nearest of each by all distances. */
function nearest({ at }: Placement, among: readonly number[], k: number): Set<number>[] {
  return among.map(
    i =>
      new Set(
        among
          .filter(j => j !== i)
          .map(j => {
            let square = 0;
            for (let d = 0; d < at.columns; d++)
              square += (at.values[d * at.rows + i]! - at.values[d * at.rows + j]!) ** 2;
            return { j, square };
          })
          .sort((a, b) => a.square - b.square)
          .slice(0, k)
          .map(({ j }) => j),
      ),
  );
}

test('neighbours that stay, of the rows in both, against all distances', () => {
  const { normal } = seededRandom(4);
  const rows = Array.from({ length: 40 }, (_, i) => 2 * i);
  const one = placed(rows, Array.from({ length: 120 }, normal), 3);
  const other = placed(rows.slice(5), Array.from({ length: 70 }, normal), 2);
  const found = changedNeighbours(one, other, 6)!;
  expect([...found.rows]).toEqual(rows.slice(5));
  const a = nearest(
    one,
    rows.slice(5).map(row => row / 2),
    6,
  ).map(near => new Set([...near].map(i => i - 5)));
  const b = nearest(other, [...Array(35).keys()], 6);
  const truth = a.map((near, i) => [...near].filter(j => b[i]!.has(j)).length / 6);
  expect([...found.kept]).toEqual(truth.map(Math.fround));
  expect(found.mean).toBeCloseTo(truth.reduce((x, y) => x + y, 0) / 35, 12);
  const worst = mostChanged(found, 5);
  const least = Math.max(...worst.map(row => truth[rows.slice(5).indexOf(row)]!));
  expect(worst).toHaveLength(5);
  expect(truth.filter(share => share < least).length).toBeLessThanOrEqual(5);
});

test('the same placement keeps all; two rows in common tell nothing; few rows have few neighbours', () => {
  const one = placed([1, 2, 3, 4], [0, 1, 3, 7], 1);
  expect(changedNeighbours(one, one, 10)).toMatchObject({ k: 3, mean: 1 });
  expect(mostChanged(changedNeighbours(one, one, 10)!, 5)).toEqual([]);
  expect(changedNeighbours(one, placed([1, 2, 9], [0, 1, 2], 1), 2)).toBeNull();
});
