import { entry, zeros, type Matrix } from '../algebra/matrix';
import type { WholeMoments } from '../engines/moments';
import { isMissingText } from '../table/numberText';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { isMissing, numberAt } from '../table/column';
import { findColumn, type Table } from '../table/table';

/** Where the levels of a label lie on each measure as it stands in the table. */
export interface LevelCentres {
  readonly label: string;
  readonly levels: readonly string[];
  /** Rows of each, or what they weigh. */
  readonly sizes: Float64Array;
  readonly measures: readonly string[];
  /** Measures × levels: means of the entries that are there, in the column's own unit; NaN where none is. */
  readonly means: Matrix;
  /** Their differences from the mean of all other levels' rows, over the standard deviation within both (Cohen 1988). */
  readonly apart: Matrix;
}

/**
 * The centres of the levels of a label, and what sets each apart from all others.
 *
 * @param rows of the table that are in use, with a weight each or null where all are 1
 * @throws Problem where the column is no label, or has fewer than two levels among the rows
 */
export function levelCentres(
  table: Table,
  measures: readonly string[],
  { rows, weights }: { readonly rows: Uint32Array; readonly weights: Float64Array | null },
  label: string,
  host: Host = quietHost,
): LevelCentres {
  const column = findColumn(table, label);
  if (column?.kind !== 'levels') {
    throw new Problem('it is no label of the table.', 'Choose another label.', `column “${label}”`);
  }
  const codes = Int32Array.from(rows, row => (isMissing(column, row) ? -1 : column.codes[row]!));
  const met = new Set(codes);
  const present = [...column.levels.keys()].filter(code => met.has(code));
  if (present.length < 2) {
    throw new Problem(
      'fewer than two of its levels have rows in use.',
      'Choose another.',
      `column “${label}”`,
    );
  }
  const placeOf = new Map(present.map((code, place) => [code, place]));
  const level = codes.map(code => placeOf.get(code) ?? -1);
  const [p, g] = [measures.length, present.length];
  const sizes = new Float64Array(g);
  level.forEach((of, i) => of >= 0 && (sizes[of]! += weights?.[i] ?? 1));
  const [means, apart] = [zeros(p, g), zeros(p, g)];
  measures.forEach((measure, j) => {
    host.progress(j / p);
    const values = entriesOf(table, measure, rows);
    const found = groupFigures(values, level, weights, g);
    for (let k = 0; k < g; k++) {
      means.values[k * p + j] = found.means[k]!;
      apart.values[k * p + j] = apartFrom(found, k);
    }
  });
  return { label, levels: present.map(code => column.levels[code]!), sizes, measures, means, apart };
}

/**
 * The same of a whole table in its engine, over the rows that have all measures.
 *
 * @param moments by group, of the measures as they stand in the table
 * @param counts whether weights are counts; others are rescaled to sum to the rows
 * @throws Problem where fewer than two levels have rows
 */
export function wholeLevelCentres(moments: WholeMoments, label: string, counts: boolean): LevelCentres {
  const groups = moments.groups!.filter(({ level }) => level !== null && !isMissingText(level));
  if (groups.length < 2) {
    throw new Problem(
      'fewer than two of its levels have rows in use.',
      'Choose another.',
      `column “${label}”`,
    );
  }
  const { measures, units } = moments;
  const scale = counts ? 1 : moments.n / moments.total;
  const sizes = Float64Array.from(groups, ({ total }) => scale * total);
  const [means, apart] = [zeros(measures.length, groups.length), zeros(measures.length, groups.length)];
  measures.forEach((_, j) => {
    const found: GroupFigures = {
      weights: sizes,
      means: Float64Array.from(groups, group => group.means[j]!),
      squares: Float64Array.from(groups, ({ products }) => scale * units[j]! ** 2 * entry(products, j, j)),
    };
    groups.forEach((group, k) => {
      means.values[k * measures.length + j] = group.means[j]!;
      apart.values[k * measures.length + j] = apartFrom(found, k);
    });
  });
  return { label, levels: groups.map(({ level }) => level!), sizes, measures, means, apart };
}

function entriesOf(table: Table, measure: string, rows: Uint32Array): Float64Array {
  const column = findColumn(table, measure);
  if (column?.kind !== 'number') return new Float64Array(rows.length).fill(NaN);
  return Float64Array.from(rows, row => numberAt(column, row));
}

interface GroupFigures {
  readonly weights: Float64Array;
  readonly means: Float64Array;
  /** Squares about the own mean. */
  readonly squares: Float64Array;
}

function groupFigures(
  values: Float64Array,
  level: Int32Array,
  rowWeights: Float64Array | null,
  groups: number,
): GroupFigures {
  const weights = new Float64Array(groups);
  const means = new Float64Array(groups);
  const squares = new Float64Array(groups);
  const first = values.find(value => !Number.isNaN(value)) ?? 0;
  const each = (add: (group: number, value: number, weight: number) => void) =>
    values.forEach((value, i) => {
      if (level[i]! >= 0 && !Number.isNaN(value)) add(level[i]!, value - first, rowWeights?.[i] ?? 1);
    });
  each((group, value, weight) => {
    weights[group]! += weight;
    means[group]! += weight * value;
  });
  for (let k = 0; k < groups; k++) means[k]! /= weights[k]!;
  each((group, value, weight) => (squares[group]! += weight * (value - means[group]!) ** 2));
  return { weights, means: means.map(mean => mean + first), squares };
}

/** A group's mean less that of all others, over the standard deviation within both; NaN where there is none. */
function apartFrom({ weights, means, squares }: GroupFigures, group: number): number {
  let [weight, sum] = [0, 0];
  weights.forEach((own, k) => {
    if (k === group || !(own > 0)) return;
    weight += own;
    sum += own * (means[k]! - means[group]!);
  });
  if (!(weights[group]! > 0) || !(weight > 0)) return NaN;
  const away = sum / weight;
  let within = squares[group]!;
  weights.forEach((own, k) => {
    if (k !== group && own > 0) within += squares[k]! + own * (means[k]! - means[group]! - away) ** 2;
  });
  const sd = Math.sqrt(within / (weights[group]! + weight - 2));
  return sd > 0 ? -away / sd : NaN;
}
