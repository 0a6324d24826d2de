import type { Matrix } from '../algebra/matrix';
import { zeros } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import type { Placement } from '../methods/placement';
import { againstLabel } from './againstLabel';
import { bestClustering, clustersOf, startsFor } from './clusters';
import { crossTable } from '../table/crossTable';
import { adjustedRand, bestMatching } from './partitions';
import { kMeans } from './kMeans';
import { silhouette } from './silhouette';

/** Heaps of normal points. */
function heaps(
  n: number,
  p: number,
  k: number,
  apart: number,
  seed: number,
): { at: Matrix; truth: Uint8Array } {
  const { normal } = seededRandom(seed);
  const centres = Array.from({ length: k * p }, () => apart * normal());
  const at = zeros(n, p);
  const truth = Uint8Array.from({ length: n }, (_, i) => i % k);
  for (let j = 0; j < p; j++) {
    for (let i = 0; i < n; i++) at.values[j * n + i] = centres[truth[i]! * p + j]! + normal();
  }
  return { at, truth };
}

const withinOf = ({ rows: n, columns: p, values }: Matrix, cluster: Uint8Array, k: number): number => {
  let sum = 0;
  for (let c = 0; c < k; c++) {
    const own = [...cluster.keys()].filter(i => cluster[i] === c);
    for (let j = 0; j < p; j++) {
      const mean = own.reduce((total, i) => total + values[j * n + i]!, 0) / own.length;
      for (const i of own) sum += (values[j * n + i]! - mean) ** 2;
    }
  }
  return sum;
};

const repeated = ({ rows: n, columns: p, values }: Matrix, times: readonly number[]): Matrix => {
  const from = times.flatMap((count, i) => Array<number>(count).fill(i));
  return {
    rows: from.length,
    columns: p,
    values: Float64Array.from({ length: from.length * p }, (_, at) => {
      const [i, j] = [at % from.length, Math.floor(at / from.length)];
      return values[j * n + from[i]!]!;
    }),
  };
};

describe('k-means', () => {
  test('counts and the rows that they stand for end alike, also at eight clusters that overlap', () => {
    const plain = { counts: true } as const;
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const { at } = heaps(60, 3, 8, 1.2, 100 + seed);
      const times = Array.from({ length: 60 }, (_, i) => 1 + ((i * 7 + seed) % 4));
      const rows = Uint32Array.from({ length: 60 }, (_, i) => i);
      const counted = clustersOf({ rows, at, weights: Float64Array.from(times), ...plain }, 8, seed);
      const all = repeated(at, times);
      const each = clustersOf(
        { rows: Uint32Array.from({ length: all.rows }, (_, i) => i), at: all, weights: null, counts: false },
        8,
        seed,
      );
      counted.of.forEach(({ k, within, starts, reached, ends }, index) => {
        const other = each.of[index]!;
        expect([k, within / other.within]).toEqual([k, expect.closeTo(1, 9)]);
        expect(reached).toBeGreaterThan(0);
        expect(reached).toBeLessThanOrEqual(starts);
        expect(ends).toBeLessThanOrEqual(starts - reached + 1);
      });
    }
  });

  test.each([
    [60, 2, 3, 1],
    [90, 4, 5, 2],
    [40, 1, 4, 1],
  ])('%i rows of %i in %i clusters: its starts are no worse than two hundred others', (n, p, k, apart) => {
    const { at } = heaps(n, p, k, apart, n);
    const few = kMeans(at, null, k, startsFor(at), 1);
    const many = kMeans(at, null, k, 200, 99);
    expect(few.within).toBeLessThanOrEqual(many.within * (1 + 1e-9));
    expect(few.within).toBeCloseTo(withinOf(at, few.cluster, k), 6);
    // Every row is with its nearest centre, and every centre the mean of its rows.
    for (let i = 0; i < n; i++) {
      const squares = Array.from({ length: k }, (_, c) => {
        let square = 0;
        for (let j = 0; j < p; j++) square += (at.values[j * n + i]! - few.centres.values[j * k + c]!) ** 2;
        return square;
      });
      expect(squares[few.cluster[i]!]).toBeCloseTo(Math.min(...squares), 9);
    }
    const sizes = Array.from({ length: k }, (_, c) => few.cluster.filter(own => own === c).length);
    expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
  });

  test('heaps that lie apart are found, far from 0 too; the same seed gives the same', () => {
    const { at, truth } = heaps(120, 3, 4, 12, 5);
    const far = { ...at, values: at.values.map(value => 1e6 + value) };
    for (const rows of [at, far]) {
      const { cluster } = kMeans(rows, null, 4, 12, 3);
      expect(adjustedRand(crossTable(cluster, truth, [4, 4]))).toBeCloseTo(1, 12);
    }
    expect(kMeans(at, null, 4, 3, 8)).toEqual(kMeans(at, null, 4, 3, 8));
  });

  test('of very many rows too every row is with its nearest centre, and heaps are found', () => {
    const { at, truth } = heaps(6000, 2, 3, 20, 6);
    const { cluster, within } = kMeans(at, null, 3, 4, 1);
    expect(adjustedRand(crossTable(cluster, truth, [3, 3]))).toBeCloseTo(1, 12);
    expect(within / withinOf(at, cluster, 3)).toBeCloseTo(1, 9);
  });

  test('counts are rows repeated', () => {
    const { at } = heaps(30, 2, 3, 6, 4);
    const times = Array.from({ length: 30 }, (_, i) => 1 + (i % 4));
    const weighed = kMeans(at, Float64Array.from(times), 3, 30, 1);
    const long = kMeans(repeated(at, times), null, 3, 30, 1);
    expect(weighed.within).toBeCloseTo(long.within, 8);
  });
});

describe('the silhouette', () => {
  /** From the definition, all pairs. */
  const defined = ({ rows: n, columns: p, values }: Matrix, cluster: Uint8Array): number => {
    const between = (a: number, b: number) =>
      Math.hypot(...Array.from({ length: p }, (_, j) => values[j * n + a]! - values[j * n + b]!));
    const widths = Array.from({ length: n }, (_, i) => {
      const meanTo = (c: number) => {
        const others = [...cluster.keys()].filter(other => other !== i && cluster[other] === c);
        return others.length === 0
          ? NaN
          : others.reduce((sum, other) => sum + between(i, other), 0) / others.length;
      };
      const a = meanTo(cluster[i]!);
      if (Number.isNaN(a)) return 0;
      const b = Math.min(...[...new Set(cluster)].filter(c => c !== cluster[i]).map(meanTo));
      return (b - a) / Math.max(a, b);
    });
    return widths.reduce((sum, width) => sum + width, 0) / n;
  };

  /** Likewise of three clusters of two columns, pair by pair. */
  const definedFast = ({ rows: n, values }: Matrix, cluster: Uint8Array): number => {
    const sizes = [0, 1, 2].map(c => cluster.filter(own => own === c).length);
    let sum = 0;
    for (let i = 0; i < n; i++) {
      const to = [0, 0, 0];
      for (let j = 0; j < n; j++) {
        to[cluster[j]!]! += Math.sqrt(
          (values[i]! - values[j]!) ** 2 + (values[n + i]! - values[n + j]!) ** 2,
        );
      }
      const a = to[cluster[i]!]! / (sizes[cluster[i]!]! - 1);
      const b = Math.min(...[0, 1, 2].filter(c => c !== cluster[i]).map(c => to[c]! / sizes[c]!));
      sum += (b - a) / Math.max(a, b);
    }
    return sum / n;
  };

  test('of heaps, of chance, of rows alone', () => {
    const { at, truth } = heaps(50, 3, 3, 4, 7);
    const plain = { weights: null, counts: false };
    expect(silhouette(at, truth, plain)).toBeCloseTo(defined(at, truth), 12);
    const chance = truth.map((_, i) => (i * 7) % 5);
    expect(silhouette(at, chance, plain)).toBeCloseTo(defined(at, chance), 12);
    const alone = Uint8Array.from(truth, (c, i) => (i === 4 ? 3 : c));
    expect(silhouette(at, alone, plain)).toBeCloseTo(defined(at, alone), 12);
    expect(silhouette(at, truth.map(() => 0), plain)).toBeNaN(); // prettier-ignore
  });

  test('counts are rows repeated; of very many rows a sample tells it', () => {
    const { at, truth } = heaps(24, 2, 3, 3, 8);
    const times = Array.from({ length: 24 }, (_, i) => 1 + (i % 3));
    const long = repeated(at, times);
    const longTruth = Uint8Array.from(times.flatMap((count, i) => Array<number>(count).fill(truth[i]!)));
    const weighed = { weights: Float64Array.from(times), counts: true };
    expect(silhouette(at, truth, weighed)).toBeCloseTo(defined(long, longTruth), 10);
    const many = heaps(1650, 2, 3, 3, 9);
    const found = silhouette(many.at, many.truth, { weights: null, counts: false });
    expect(Math.abs(found - definedFast(many.at, many.truth))).toBeLessThan(0.01);
  });
});

describe('two labels', () => {
  test('the adjusted Rand index is that of all pairs, less what chance gives', () => {
    const { whole } = seededRandom(3);
    const one = Array.from({ length: 40 }, () => whole(4) - 1);
    const other = Array.from({ length: 40 }, (_, i) => (i % 3 === 0 ? Math.max(0, one[i]!) : whole(3)));
    const found = adjustedRand(crossTable(one, other, [3, 3]));
    const known = [...one.keys()].filter(i => one[i]! >= 0);
    const alike = (labels: number[], others: number[]) => {
      let [both, first, second, all] = [0, 0, 0, 0];
      known.forEach((i, a) =>
        known.slice(a + 1).forEach(j => {
          const [x, y] = [labels[i] === labels[j], others[i] === others[j]];
          all++;
          first += Number(x);
          second += Number(y);
          both += Number(x && y);
        }),
      );
      return { both, first, second, all };
    };
    const { both, first, second, all } = alike(one, other);
    const expected = (first * second) / all;
    expect(found).toBeCloseTo((both - expected) / ((first + second) / 2 - expected), 12);
    expect(adjustedRand(crossTable([0, 1, 2], [2, 0, 1], [3, 3]))).toBeNaN();
    expect(adjustedRand(crossTable([0, 0, 1, 1], [1, 1, 0, 0], [2, 2]))).toBe(1);
  });

  test('counts are rows repeated', () => {
    const [one, other, times] = [[0, 1, 1, 0, 2], [1, 1, 0, 0, 0], [3, 1, 2, 2, 4]]; // prettier-ignore
    const long = times.flatMap((count, i) => Array<number>(count).fill(i));
    const repeatedTable = crossTable(
      long.map(i => one[i]!),
      long.map(i => other[i]!),
      [3, 2],
    );
    expect(crossTable(one, other, [3, 2], times)).toEqual(repeatedTable);
  });

  test('the best matching is that of all matchings', () => {
    const { whole } = seededRandom(8);
    for (const [k, m] of [
      [3, 5],
      [5, 3],
      [4, 4],
      [1, 6],
    ] as const) {
      // prettier-ignore
      const counts = Array.from({ length: k }, () => Float64Array.from({ length: m }, () => whole(20)));
      const n = counts.reduce((sum, line) => sum + line.reduce((a, b) => a + b, 0), 0);
      const { match, share } = bestMatching({ counts, n });
      const tried = (level: number, used: ReadonlySet<number>): number => {
        if (level === k) return 0;
        let most = tried(level + 1, used);
        for (let j = 0; j < m; j++) {
          if (!used.has(j))
            most = Math.max(most, counts[level]![j]! + tried(level + 1, new Set([...used, j])));
        }
        return most;
      };
      expect(share).toBeCloseTo(tried(0, new Set()) / n, 12);
      const agreed = [...match].reduce((sum, j, a) => sum + (j < 0 ? 0 : counts[a]![j]!), 0);
      expect(agreed / n).toBeCloseTo(share, 12);
      const matched = [...match].filter(j => j >= 0);
      expect(new Set(matched).size).toBe(matched.length);
    }
  });
});

describe('clusters of a placement', () => {
  const placed = (at: Matrix, weights: Float64Array | null = null): Placement => ({
    rows: Uint32Array.from({ length: at.rows }, (_, i) => 3 * i),
    at,
    placedRows: new Uint32Array(0),
    placedAt: zeros(0, at.columns),
    weights,
    counts: weights !== null,
    shares: null,
    structure: null,
  });

  test('as many as there are have the largest silhouette; what is left within grows less', () => {
    const { at, truth } = heaps(100, 2, 4, 0, 12);
    truth.forEach((c, i) => {
      at.values[i]! += 15 * (c & 1);
      at.values[100 + i]! += 15 * (c >> 1);
    });
    const found = clustersOf(placed(at), 8, 1);
    expect(found.of.map(({ k }) => k)).toEqual([2, 3, 4, 5, 6, 7, 8]);
    const best = bestClustering(found);
    expect(best.k).toBe(4);
    expect(adjustedRand(crossTable(best.cluster, truth, [4, 4]))).toBeCloseTo(1, 12);
    expect([...best.sizes]).toEqual([25, 25, 25, 25]);
    const whole = withinOf(at, new Uint8Array(100), 1);
    for (const { within, cluster, k } of found.of) {
      expect(within).toBeCloseTo(withinOf(at, cluster, k) / whole, 9);
    }
  });

  test('against a label: rows that lack it do not count, counts do', () => {
    const { at, truth } = heaps(40, 2, 2, 30, 4);
    const weights = Float64Array.from({ length: 40 }, (_, i) => 1 + (i % 3));
    const found = clustersOf(placed(at, weights), 2, 1);
    const label = {
      kind: 'levels',
      name: 'kiln',
      levels: ['a', 'b'],
      codes: Uint8Array.from({ length: 120 }, (_, row) => truth[Math.floor(row / 3)]!),
      missing: Uint8Array.from({ length: 120 }, (_, row) => Number(row === 6)),
      exceptions: null,
    } as const;
    const { table, adjustedRand: agreed, share, match } = againstLabel(found, found.of[0]!, label);
    expect(table.n).toBe(weights.reduce((sum, weight) => sum + weight, 0) - weights[2]!);
    expect([agreed, share]).toEqual([1, 1]);
    expect([...match].sort()).toEqual([0, 1]);
  });

  test('three rows, rows that are the same, a line', () => {
    const line = (values: number[]) =>
      placed({ rows: values.length, columns: 1, values: Float64Array.from(values) });
    expect(clustersOf(line([0, 1, 5]), 8, 1).of.map(({ k }) => k)).toEqual([2]);
    expect([...clustersOf(line([0, 1, 5]), 8, 1).of[0]!.cluster]).toEqual([0, 0, 1]);
    expect(() => clustersOf(line([2, 2, 2, 2]), 8, 1)).toThrow(/only 1 of 4 rows lie apart/);
    expect(() => clustersOf(line([2, 2, 3]), 8, 1)).toThrow(/only 2 of 3/);
  });
});
