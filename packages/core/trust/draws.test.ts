import { partSeed } from '../algebra/random';
import { drawsOf } from './draws';

describe('draws', () => {
  const weighed = (weights: number[] | null, counts = false, n = 20) => ({
    rows: Uint32Array.from({ length: n }, (_, i) => i),
    weights: weights && Float64Array.from(weights),
    counts,
  });

  test('parts have as many rows as asked, no row twice, and together are all', () => {
    const draws = drawsOf(weighed(null), null);
    const met = new Float64Array(20);
    for (let seed = 0; seed < 400; seed++) {
      const [one, other] = draws.parted(partSeed(1, seed), 7);
      expect(one.reduce((sum, v) => sum + v, 0)).toBe(7);
      one.forEach((value, i) => {
        expect(value + other[i]!).toBe(1);
        met[i]! += value;
      });
    }
    // Each row is in 7 of 20 parts: 140 of 400, by chance ± 9.5.
    for (const count of met) expect(Math.abs(count - 140)).toBeLessThan(48);
  });

  test('of counts each counted row is drawn by itself, the same ones as of rows repeated', () => {
    const counts = [3, 1, 2, 5];
    const draws = drawsOf(weighed(counts, true, 4), null);
    const repeated = drawsOf(weighed(null, false, 11), null);
    expect(draws.units).toBe(11);
    const first = [0, 0, 0, 1, 2, 2, 3, 3, 3, 3, 3];
    for (let seed = 1; seed < 20; seed++) {
      const [one, other] = draws.parted(seed, 4);
      const [wanted] = repeated.parted(seed, 4);
      const summed = new Float64Array(4);
      wanted.forEach((value, i) => (summed[first[i]!]! += value));
      expect([...one]).toEqual([...summed]);
      expect(one.map((value, i) => value + other[i]!)).toEqual(Float64Array.from(counts));
    }
    expect([...draws.without(2)]).toEqual([3, 1, 1, 5]);
  });

  test('groups stay together, with their weights', () => {
    const weights = Array.from({ length: 20 }, (_, i) => 1 + i / 10);
    const groups = weights.map((_, i) => i >> 2);
    const draws = drawsOf(weighed(weights), groups);
    expect(draws.units).toBe(5);
    const [one] = draws.parted(3, 2);
    groups.forEach((_, i) => expect(one[i]! > 0).toBe(one[i - (i % 4)]! > 0));
    expect(draws.anew(3, 10).reduce((sum, v) => sum + v, 0)).toBeGreaterThan(15);
    expect([...draws.without(1)].slice(4, 8)).toEqual([0, 0, 0, 0]);
    expect(draws.rowsAt(1)).toEqual([4, 5, 6, 7]);
  });
});
