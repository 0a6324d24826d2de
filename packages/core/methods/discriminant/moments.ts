import { crossProducts } from '../../algebra/crossProducts';
import { columnOf, weighted, zeros, type Matrix } from '../../algebra/matrix';
import { quietHost, type Host } from '../../host';
import type { LabelledRows } from './labelledRows';

/** Sums over the rows of each group. */
export interface Sums {
  /** How many rows each stands for. */
  readonly sizes: Float64Array;
  /** Groups × columns. */
  readonly sums: Matrix;
  /** Cross-products of all rows about 0. */
  readonly products: Matrix;
}

/** What axes are found from. */
export interface GroupMoments {
  readonly sizes: Float64Array;
  /** Groups × columns; those of a group without rows are of no meaning. */
  readonly means: Matrix;
  /** Squares and products within the groups, about their means. */
  readonly within: Matrix;
}

/** Larger tables keep to their cross-products. */
const MOST_WORK = 6e8;
/** Of a column's squares, those within groups that are less have lost digits that the rows themselves keep. */
const LOST = 1e-6;

/** Means and squares within groups: from the rows about the means of their groups, or by sums where these are many. */
export function groupMoments(rows: LabelledRows, host: Host = quietHost): GroupMoments {
  const { x } = rows;
  if (x.rows * x.columns ** 2 > MOST_WORK) {
    const sums = { ...groupSums(rows, null), products: rows.products(null, host) };
    const found = momentsFrom(sums);
    const q = x.columns;
    const held = found.within.values.every(
      (value, at) => at % (q + 1) !== 0 || value >= LOST * sums.products.values[at]!,
    );
    if (held) return found;
  }
  const { sizes, sums } = groupSums(rows, null);
  const means = meansOf(sizes, sums);
  const centred = weighted(aboutMeans(rows, means), rows.weights);
  return { sizes, means, within: crossProducts(centred, host) };
}

/** The rows about the means of their groups. */
function aboutMeans({ x, group }: LabelledRows, means: Matrix): Matrix {
  const centred: Matrix = { ...x, values: x.values.slice() };
  for (let j = 0; j < x.columns; j++) {
    const [column, mean] = [columnOf(centred, j), columnOf(means, j)];
    for (let i = 0; i < x.rows; i++) column[i]! -= mean[group[i]!]!;
  }
  return centred;
}

/** Sizes and sums of the groups, over some rows or all. */
export function groupSums(
  { x, group, groups, weights }: LabelledRows,
  places: Uint32Array | null,
): Pick<Sums, 'sizes' | 'sums'> {
  const count = places?.length ?? x.rows;
  const sizes = new Float64Array(groups);
  const sums = zeros(groups, x.columns);
  for (let k = 0; k < count; k++) {
    const i = places === null ? k : places[k]!;
    sizes[group[i]!]! += weights?.[i] ?? 1;
  }
  for (let j = 0; j < x.columns; j++) {
    const [column, sum] = [columnOf(x, j), columnOf(sums, j)];
    for (let k = 0; k < count; k++) {
      const i = places === null ? k : places[k]!;
      sum[group[i]!]! += (weights?.[i] ?? 1) * column[i]!;
    }
  }
  return { sizes, sums };
}

/** All that two sets of rows have but the second. */
export function without(all: Sums, out: Sums): Sums {
  const less = (a: Float64Array, b: Float64Array) => a.map((value, i) => value - b[i]!);
  return {
    sizes: less(all.sizes, out.sizes),
    sums: { ...all.sums, values: less(all.sums.values, out.sums.values) },
    products: { ...all.products, values: less(all.products.values, out.products.values) },
  };
}

const meansOf = (sizes: Float64Array, sums: Matrix): Matrix => ({
  ...sums,
  values: sums.values.map((sum, at) => sum / sizes[at % sums.rows]!),
});

/** Means and squares within groups, from sums about 0: for rows that are centred together. */
export function momentsFrom({ sizes, sums, products }: Sums): GroupMoments {
  const q = products.rows;
  const means = meansOf(sizes, sums);
  const within: Matrix = { ...products, values: products.values.slice() };
  for (let a = 0; a < q; a++) {
    for (let b = 0; b <= a; b++) {
      let between = 0;
      for (let g = 0; g < sizes.length; g++) {
        if (sizes[g]! > 0)
          between += sums.values[a * sizes.length + g]! * means.values[b * sizes.length + g]!;
      }
      within.values[a * q + b]! -= between;
      within.values[b * q + a] = within.values[a * q + b]!;
    }
  }
  return { sizes, means, within };
}
