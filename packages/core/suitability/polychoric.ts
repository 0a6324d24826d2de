import { bivariateNormal } from '../algebra/bivariateNormal';
import { maximum } from '../algebra/maximum';
import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { normalQuantile } from '../algebra/normalQuantile';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import type { Prepared, PreparedRows } from '../preparation/prepared';

/** A measure with more distinct values than this is no set of ordered categories. */
export const MOST_CATEGORIES = 20;
const LIMIT = 0.9999;
const LEAST_SHARE = 1e-12;

/** A measure cut into ordered categories: each row's, −1 where it is missing. */
interface Categories {
  readonly codes: Int8Array;
  readonly count: number;
}

/**
 * Polychoric correlations: those of the normal variables that two measures of ordered categories would be cut from.
 * Thresholds from each measure's own shares, then the correlation of greatest likelihood, pair by pair (Olsson 1979,
 * two-step), over the rows that have both and with their weights.
 *
 * @throws Problem when a measure has too many distinct values to be categories, or only relations are given
 */
export function polychoricCorrelations(prepared: Prepared, host: Host = quietHost): Matrix {
  if (prepared.kind === 'moments') {
    throw new Problem(
      'polychoric correlations need rows, and this table gives relations only',
      'Choose Pearson’s.',
    );
  }
  const measures = prepared.measures.map((name, j) => categoriesOf(columnOf(prepared.values, j), name));
  const p = measures.length;
  const result = zeros(p, p);
  for (let a = 0; a < p; a++) {
    result.values[a * p + a] = 1;
    for (let b = 0; b < a; b++) {
      const r = polychoric(measures[a]!, measures[b]!, prepared.weights);
      result.values[a * p + b] = result.values[b * p + a] = r;
    }
    host.progress(((a + 1) * (a + 1)) / (p * p));
  }
  return result;
}

function categoriesOf(values: Float64Array, name: string): Categories {
  const distinct = [...new Set(values.filter(value => !Number.isNaN(value)))].sort((a, b) => a - b);
  if (distinct.length > MOST_CATEGORIES) {
    throw new Problem(
      `this measure has ${distinct.length} distinct values; polychoric correlations need ordered categories, at most ${MOST_CATEGORIES}`,
      'Choose Pearson’s or Spearman’s, or set the measure aside.',
      `column “${name}”`,
    );
  }
  const codeOf = new Map(distinct.map((value, code) => [value, code]));
  return { codes: Int8Array.from(values, value => codeOf.get(value) ?? -1), count: distinct.length };
}

/** Two measures that have no row in some combination of their categories, and in how many. */
export interface EmptyCells {
  readonly a: string;
  readonly b: string;
  readonly cells: number;
}

/**
 * The pairs of measures with empty cells, most first: their polychoric correlation leans on the assumption of normality
 * there, and of two categories each it runs to ±1 (Savalei 2011).
 */
export function emptyCells(prepared: PreparedRows): EmptyCells[] {
  const measures = prepared.measures.map((name, j) => categoriesOf(columnOf(prepared.values, j), name));
  const pairs: EmptyCells[] = [];
  measures.forEach((x, i) => {
    measures.slice(0, i).forEach((y, j) => {
      const { counts } = crossed(x, y, null);
      const cells = counts.reduce((sum, count) => sum + Number(count === 0), 0);
      if (cells > 0) pairs.push({ a: prepared.measures[j]!, b: prepared.measures[i]!, cells });
    });
  });
  return pairs.sort((p, q) => q.cells - p.cells);
}

/** How often categories come together, row by row of the first. */
function crossed(x: Categories, y: Categories, weights: Float64Array | null) {
  const columns = y.count;
  const counts = new Float64Array(x.count * columns);
  let total = 0;
  for (let i = 0; i < x.codes.length; i++) {
    if (x.codes[i]! < 0 || y.codes[i]! < 0) continue;
    const weight = weights?.[i] ?? 1;
    counts[x.codes[i]! * columns + y.codes[i]!]! += weight;
    total += weight;
  }
  return { counts, total };
}

/** The correlation of greatest likelihood given the thresholds. */
function polychoric(x: Categories, y: Categories, weights: Float64Array | null): number {
  const [rows, columns] = [x.count, y.count];
  const { counts, total } = crossed(x, y, weights);
  const across = thresholds(rows, a => sumOver(columns, b => counts[a * columns + b]!) / total);
  const down = thresholds(columns, b => sumOver(rows, a => counts[a * columns + b]!) / total);
  const likelihood = (r: number): number => {
    let sum = 0;
    let above = new Float64Array(columns + 1);
    for (let a = 0; a < rows; a++) {
      const upTo = new Float64Array(columns + 1);
      for (let b = 0; b < columns; b++) {
        upTo[b + 1] = bivariateNormal(across[a]!, down[b]!, r);
        const count = counts[a * columns + b]!;
        if (count === 0) continue;
        const share = upTo[b + 1]! - upTo[b]! - above[b + 1]! + above[b]!;
        sum += count * Math.log(Math.max(share, LEAST_SHARE));
      }
      above = upTo;
    }
    return sum;
  };
  return maximum(-LIMIT, LIMIT, likelihood);
}

/** Upper thresholds of each category, the last one infinite. */
function thresholds(count: number, shareOf: (category: number) => number): number[] {
  let below = 0;
  return Array.from({ length: count }, (_, category) => {
    below += shareOf(category);
    if (category === count - 1 || below >= 1) return Infinity;
    return below <= 0 ? -Infinity : normalQuantile(below);
  });
}

function sumOver(count: number, value: (index: number) => number): number {
  let sum = 0;
  for (let index = 0; index < count; index++) sum += value(index);
  return sum;
}
