import { zeros, type Matrix } from '../../../algebra/matrix';
import { partSeed, seededRandom, type Random } from '../../../algebra/random';
import { quietHost, type Host } from '../../../host';
import type { FlatRows } from '../../../nearest/rows';

/** Trees, and how they are grown. */
const TREES = 100;
/** Rows of a leaf at least. */
const LEAF = 3;
/** Steps of a column that splits are looked for at. */
const STEPS = 64;
/** Rows that a tree is grown on at most. */
const MOST_ROWS = 10_000;

/** A tree as lists by node: the column and step that part it, its two branches, and its means where it is a leaf. */
interface Tree {
  readonly column: number[];
  readonly step: number[];
  readonly low: number[];
  readonly high: number[];
  readonly means: Float64Array[];
}

/** Many trees, each grown on rows drawn with replacement. */
export interface RegressionForest {
  readonly trees: readonly Tree[];
  /** For each tree the rows that it was not grown on. */
  readonly out: readonly Uint8Array[];
  /** Edges between the steps of each column. */
  readonly edges: readonly Float32Array[];
  readonly outcomes: number;
}

/**
 * A random forest of regression trees on several outcomes at once (Breiman 2001): each node is parted where the squares
 * about the means of its branches are least over all outcomes, among a third of the columns drawn anew.
 *
 * @param x rows
 * @param y rows × outcomes
 */
export function grownForest(x: FlatRows, y: Matrix, seed: number, host: Host = quietHost): RegressionForest {
  const edges = Array.from({ length: x.entries }, (_, j) => edgesOf(x, j));
  const steps = stepsOf(x, edges);
  const trees: Tree[] = [];
  const out: Uint8Array[] = [];
  for (let tree = 0; tree < TREES; tree++) {
    host.progress(tree / TREES);
    const random = seededRandom(partSeed(seed, tree));
    const count = Math.min(x.n, MOST_ROWS);
    const rows = Uint32Array.from({ length: count }, () => random.whole(x.n));
    const left = new Uint8Array(x.n).fill(1);
    for (const row of rows) left[row] = 0;
    trees.push(grown({ steps, n: x.n, columns: x.entries, y, rows, random }));
    out.push(left);
  }
  return { trees, out, edges, outcomes: y.columns };
}

/** What the forest makes of rows: the mean over all of its trees. */
export function foretold(forest: RegressionForest, x: FlatRows): Matrix {
  return meanOver(forest, x, null);
}

/** What trees that were not grown on a row make of it; NaN where there is none. */
export function foretoldOutOfBag(forest: RegressionForest, x: FlatRows): Matrix {
  return meanOver(forest, x, forest.out);
}

function meanOver(
  { trees, edges, outcomes }: RegressionForest,
  x: FlatRows,
  out: readonly Uint8Array[] | null,
) {
  const steps = stepsOf(x, edges);
  const result = zeros(x.n, outcomes);
  const counts = new Float64Array(x.n);
  trees.forEach(({ column, step, low, high, means }, t) => {
    for (let i = 0; i < x.n; i++) {
      if (out !== null && out[t]![i] === 0) continue;
      let node = 0;
      while (column[node]! >= 0) {
        node = steps[column[node]! * x.n + i]! <= step[node]! ? low[node]! : high[node]!;
      }
      counts[i]!++;
      for (let d = 0; d < outcomes; d++) result.values[d * x.n + i]! += means[node]![d]!;
    }
  });
  for (let d = 0; d < outcomes; d++) for (let i = 0; i < x.n; i++) result.values[d * x.n + i]! /= counts[i]!;
  return result;
}

/** Edges that part a column's entries into steps of about as many rows; fewer where entries are the same. */
function edgesOf({ n, stride, values }: FlatRows, j: number): Float32Array {
  const sorted = Float32Array.from({ length: n }, (_, i) => values[i * stride + j]!).sort();
  const edges: number[] = [];
  for (let step = 1; step < STEPS; step++) {
    const at = Math.floor((step * n) / STEPS);
    const edge = sorted[at]!;
    if (at > 0 && edge > sorted[0]! && edge !== edges.at(-1)) edges.push(edge);
  }
  return Float32Array.from(edges);
}

/** For each column and row how many edges are at most its entry. */
function stepsOf({ n, stride, values }: FlatRows, edges: readonly Float32Array[]): Uint8Array {
  const steps = new Uint8Array(n * edges.length);
  edges.forEach((own, j) => {
    for (let i = 0; i < n; i++) {
      const value = values[i * stride + j]!;
      let [low, high] = [0, own.length];
      while (low < high) {
        const middle = (low + high) >> 1;
        if (own[middle]! <= value) low = middle + 1;
        else high = middle;
      }
      steps[j * n + i] = low;
    }
  });
  return steps;
}

interface Growing {
  readonly steps: Uint8Array;
  readonly n: number;
  readonly columns: number;
  readonly y: Matrix;
  /** Drawn with replacement; parted in place. */
  readonly rows: Uint32Array;
  readonly random: Random;
}

function grown(of: Growing): Tree {
  const tree: Tree = { column: [], step: [], low: [], high: [], means: [] };
  const place = (from: number, to: number): number => {
    const node = tree.column.length;
    tree.column.push(-1);
    tree.step.push(0);
    tree.low.push(0);
    tree.high.push(0);
    tree.means.push(meansOf(of, from, to));
    const split = to - from < 2 * LEAF ? null : bestSplit(of, from, to);
    if (split === null) return node;
    const middle = parted(of, from, to, split);
    tree.column[node] = split.column;
    tree.step[node] = split.step;
    tree.low[node] = place(from, middle);
    tree.high[node] = place(middle, to);
    return node;
  };
  place(0, of.rows.length);
  return tree;
}

function meansOf({ y, rows }: Growing, from: number, to: number): Float64Array {
  return Float64Array.from({ length: y.columns }, (_, d) => {
    let sum = 0;
    for (let k = from; k < to; k++) sum += y.values[d * y.rows + rows[k]!]!;
    return sum / (to - from);
  });
}

interface Split {
  readonly column: number;
  /** The last step of the lower branch. */
  readonly step: number;
}

/** The split with the largest Σ (sum²/n) over both branches and all outcomes, which leaves the least squares. */
function bestSplit({ steps, n, columns, y, rows, random }: Growing, from: number, to: number): Split | null {
  const d = y.columns;
  const counts = new Float64Array(STEPS);
  const sums = new Float64Array(STEPS * d);
  const total = new Float64Array(d);
  for (let k = from; k < to; k++) for (let o = 0; o < d; o++) total[o]! += y.values[o * y.rows + rows[k]!]!;
  const size = to - from;
  const whole = total.reduce((sum, value) => sum + (value * value) / size, 0);
  let best: Split | null = null;
  let most = whole * (1 + 1e-12) + 1e-300;
  const below = new Float64Array(d);
  for (const column of drawn(columns, Math.max(1, Math.ceil(columns / 3)), random)) {
    counts.fill(0);
    sums.fill(0);
    for (let k = from; k < to; k++) {
      const row = rows[k]!;
      const step = steps[column * n + row]!;
      counts[step]!++;
      for (let o = 0; o < d; o++) sums[step * d + o]! += y.values[o * y.rows + row]!;
    }
    below.fill(0);
    let under = 0;
    for (let step = 0; step < STEPS - 1; step++) {
      under += counts[step]!;
      for (let o = 0; o < d; o++) below[o]! += sums[step * d + o]!;
      if (counts[step] === 0 || under < LEAF || size - under < LEAF) continue;
      let gain = 0;
      for (let o = 0; o < d; o++)
        gain += below[o]! ** 2 / under + (total[o]! - below[o]!) ** 2 / (size - under);
      if (gain > most) [best, most] = [{ column, step }, gain];
    }
  }
  return best;
}

/** So many of the columns, each at most once. */
function drawn(columns: number, count: number, random: Random): Uint32Array {
  const order = Uint32Array.from({ length: columns }, (_, j) => j);
  for (let place = 0; place < count; place++) {
    const other = place + random.whole(columns - place);
    [order[place], order[other]] = [order[other]!, order[place]!];
  }
  return order.subarray(0, count);
}

/** Puts rows of the lower branch first. @returns where the others start */
function parted({ steps, n, rows }: Growing, from: number, to: number, { column, step }: Split): number {
  let middle = from;
  for (let k = from; k < to; k++) {
    if (steps[column * n + rows[k]!]! > step) continue;
    [rows[middle], rows[k]] = [rows[k]!, rows[middle]!];
    middle++;
  }
  return middle;
}
