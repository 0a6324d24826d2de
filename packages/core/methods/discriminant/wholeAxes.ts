import { columnOf, entry, zeros, type Matrix } from '../../algebra/matrix';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import type { GroupMoments, WholeMoments } from '../../engines/moments';
import type { PreparedMoments, PreparedRows } from '../../preparation/prepared';
import { Problem } from '../../problem';
import { isMissing } from '../../table/column';
import { isMissingText } from '../../table/numberText';
import { findColumn, type Table } from '../../table/table';
import { isUnknown, type Groups } from './groups';
import { labelledRows } from './labelledRows';
import type { Labelled } from './discriminate';
import type { DiscriminantSettings } from './settings';

/**
 * The groups of a label over a whole table in its engine, and each row's of the sample at hand.
 *
 * @throws Problem where fewer than two levels have rows
 */
export function wholeGroups(
  table: Table,
  label: string,
  unknown: DiscriminantSettings['unknown'],
  groups: readonly GroupMoments[],
): Groups {
  const column = findColumn(table, label);
  const known = column?.kind === 'levels' ? column.levels : [];
  const left = (level: string): boolean =>
    isMissingText(level) || (unknown === 'so named' ? isUnknown(level) : unknown.includes(level));
  const there = groups.flatMap(({ level }) => (level === null || left(level) ? [] : [level]));
  // In the order that the sample's levels have; those that it has not met come last.
  const levels = [
    ...known.filter(level => there.includes(level)),
    ...there.filter(level => !known.includes(level)),
  ];
  if (levels.length < 2) {
    throw new Problem(
      `${levels.length === 0 ? 'no level has' : 'only one level has'} rows that are used.`,
      'Choose a label with two levels at least, or take rows back in.',
      `label “${label}”`,
    );
  }
  const placeOf = new Map(levels.map((level, place) => [level, place]));
  return {
    levels,
    group: Int32Array.from({ length: table.rows }, (_, row) =>
      column?.kind !== 'levels' || isMissing(column, row)
        ? -1
        : (placeOf.get(column.levels[column.codes[row]!]!) ?? -1),
    ),
  };
}

/**
 * Few weighted rows that have the sizes, means and products of the groups of a whole table, and so its axes: for each group
 * its mean, more and less by each column of a root of its products (as many rows as twice the measures).
 *
 * @param whole prepared, of which the moments are by group
 */
export function standInRows(
  whole: PreparedMoments & { readonly sample: PreparedRows },
  moments: WholeMoments,
  without: readonly string[],
  { levels }: Pick<Groups, 'levels'>,
): Labelled {
  const groups = levels.map(level => moments.groups!.find(group => group.level === level)!);
  const { measures, means, divisors, counts } = whole;
  const columns = [...measures.keys()].filter(j => !without.includes(measures[j]!));
  if (columns.length === 0) throw new Problem('no measure is left in this reduction.', 'Take one in.');
  const from = measures.map(name => moments.measures.indexOf(name));
  const p = measures.length;
  const n = groups.reduce((sum, group) => sum + group.n, 0);
  const total = groups.reduce((sum, group) => sum + group.total, 0);
  const each = 2 * p;
  const values = zeros(each * groups.length, p);
  const weights = new Float64Array(values.rows);
  const group = new Uint32Array(values.rows);
  groups.forEach((one, g) => {
    // Weights that are none of counts sum to the rows.
    const size = counts ? one.total : (one.total * n) / total;
    const weight = size / each;
    const scale = counts ? 1 : n / total;
    const root = rootOf(scaledProducts(one, moments, from, divisors, scale));
    for (let j = 0; j < p; j++) {
      const column = columnOf(values, j);
      const mean = (one.means[from[j]!]! - means[j]!) / divisors[j]!;
      for (let k = 0; k < p; k++) {
        const apart = entry(root, j, k) / Math.sqrt(2 * weight);
        column[g * each + k] = mean + apart;
        column[g * each + p + k] = mean - apart;
      }
    }
    weights.fill(weight, g * each, (g + 1) * each);
    group.fill(g, g * each, (g + 1) * each);
  });
  const rows = Uint32Array.from(weights.keys());
  const prepared: PreparedRows = {
    ...whole.sample,
    rows,
    values,
    weights,
    // So that their sum is how many rows they stand for.
    counts: true,
    n: counts ? total : n,
    bytes: null,
  };
  return {
    prepared,
    columns,
    places: rows,
    others: new Uint32Array(0),
    rows: labelledRows(prepared, columns, rows, group, groups.length),
  };
}

function scaledProducts(
  { products }: GroupMoments,
  { units }: WholeMoments,
  from: readonly number[],
  divisors: Float64Array,
  scale: number,
): Matrix {
  const p = from.length;
  const result = zeros(p, p);
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < p; b++) {
      const [i, j] = [from[a]!, from[b]!];
      result.values[b * p + a] =
        (units[i]! / divisors[a]!) * (units[j]! / divisors[b]!) * entry(products, i, j) * scale;
    }
  }
  return result;
}

/** R with R Rᵀ the matrix: eigenvectors times the roots of their eigenvalues. */
function rootOf(matrix: Matrix): Matrix {
  const { values, vectors } = symmetricEigen(matrix);
  const root = zeros(matrix.rows, matrix.rows);
  for (let d = 0; d < matrix.rows; d++) {
    const size = Math.sqrt(Math.max(0, values[d]!));
    columnOf(root, d).set(columnOf(vectors, d).map(value => value * size));
  }
  return root;
}
