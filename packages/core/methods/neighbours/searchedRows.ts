import {
  aboutMeans,
  leadingDirections,
  leadingScores,
  type LeadingScores,
} from '../../algebra/leadingScores';
import { someColumns, type Matrix } from '../../algebra/matrix';
import { product } from '../../algebra/product';
import { quietHost, stretch, type Host } from '../../host';
import { distinctRows, someRows } from '../../nearest/distinct';
import { metricRows, searchMetric, type Metric, type NoDistance } from '../../nearest/metric';
import { projectedRows } from '../../nearest/projectedRows';
import { flatRows, type FlatRows } from '../../nearest/rows';
import { preparedProducts } from '../../preparation/preparedProducts';
import { rowsOf, type AnyPrepared, type PreparedRows } from '../../preparation/prepared';
import { Problem } from '../../problem';
import { searchedDistances } from './searchedDistances';
import { searchedWords } from './searchedWords';
import { refuseFew, MOST_DIMENSIONS, type SearchedRows } from './points';
import type { OfSearched } from './question';

/**
 * What distances are taken of, each row once: the prepared rows without the measures that are left out, as the metric
 * asks for them, on their leading components where that is asked; or the distances that the table gives.
 *
 * @throws Problem where gaps are kept, fewer than four rows are distinct, a row has no distance in the metric, or the
 *   table holds neither measures nor distances
 */
export function searchedRows(prepared: AnyPrepared, ask: OfSearched, host: Host = quietHost): SearchedRows {
  if (prepared.kind === 'distances') return searchedDistances(prepared, ask.without);
  if (prepared.kind === 'words') return searchedWords(prepared, ask, host);
  return searchedMeasures(rowsOf(prepared), ask, host);
}

function searchedMeasures(
  prepared: PreparedRows,
  { without, metric, leading }: OfSearched,
  host: Host,
): SearchedRows {
  const kept = [...prepared.measures.keys()].filter(j => !without.includes(prepared.measures[j]!));
  refuse(prepared, kept.length);
  const all = kept.length === prepared.measures.length;
  const matrix = all ? prepared.values : someColumns(prepared.values, kept);
  const flat = flatRows(matrix);
  const { point, first } = distinctRows(flat);
  refuseFew(first.length, prepared.rows.length);
  const distinct = first.length === flat.n ? flat : someRows(flat, first);
  const none = metricRows(distinct, metric);
  if (none !== null) throw noDistance(none, metric, prepared.rows[first[none.row]!]!);
  const reduces = leading !== null && leading < kept.length;
  // The prepared rows themselves, where they are what distances are taken of, have all their digits.
  const asPrepared = distinct === flat && (metric === 'euclidean' || metric === 'manhattan');
  const x = asPrepared ? matrix : matrixOf(distinct);
  const centred = asPrepared && prepared.scale !== 'none' && prepared.weights === null;
  const count = reduces ? leading : MOST_DIMENSIONS;
  const leadingOf = centred
    ? scoresOf(prepared, kept, matrix, distinct, count, host)
    : leadingScores(x, count, false, host);
  const { scores, share } = leadingOf;
  return {
    measures: kept.map(j => prepared.measures[j]!),
    rows: prepared.rows,
    notPlaced: prepared.placedRows.length,
    weights: prepared.weights,
    counts: prepared.counts,
    point,
    points: first.length,
    copies: prepared.rows.length - first.length,
    leading: reduces ? { components: scores.columns, share } : null,
    places: someColumns(scores, [...Array(Math.min(MOST_DIMENSIONS, scores.columns)).keys()]),
    flat: reduces ? flatRows(scores) : distinct,
    by: searchMetric(metric),
    ...placedOf(prepared, kept, metric, reduces ? leadingOf : null),
  };
}

/** Rows that are only placed, as the metric asks for them; those that have no distance in it are left out. */
function placedOf(
  { placedRows, placedValues }: PreparedRows,
  kept: readonly number[],
  metric: Metric,
  leading: LeadingScores | null,
): Pick<SearchedRows, 'placedRows' | 'placed'> {
  const flat = flatRows(someColumns(placedValues, kept));
  const placed: number[] = [];
  for (let row = 0; row < flat.n; row++) {
    const { stride } = flat;
    const own = flat.values.subarray(row * stride, (row + 1) * stride);
    const whole = own.every(Number.isFinite);
    if (whole && metricRows({ ...flat, n: 1, values: own }, metric) === null) placed.push(row);
  }
  const rows = placed.length === flat.n ? flat : someRows(flat, Uint32Array.from(placed));
  return {
    placedRows: Uint32Array.from(placed, row => placedRows[row]!),
    placed: leading === null ? rows : flatRows(along(matrixOf(rows), leading)),
  };
}

const along = (x: Matrix, { coefficients, means }: LeadingScores): Matrix =>
  product(means === null ? x : aboutMeans(x, means), coefficients);

/** Scores of prepared rows that stand about their means, in the precision of single numbers that maps are made of. */
function scoresOf(
  prepared: PreparedRows,
  kept: readonly number[],
  about: Matrix,
  flat: FlatRows,
  count: number,
  host: Host,
): LeadingScores {
  const products = kept.length > about.rows ? null : preparedProducts(prepared, kept, stretch(host, 0, 0.6));
  const directions = leadingDirections(about, count, stretch(host, 0.6, 0.9), products);
  return { ...directions, scores: projectedRows(flat, directions.coefficients, host), means: null };
}

function refuse(prepared: PreparedRows, measures: number): void {
  if (prepared.gaps > 0) {
    throw new Problem(
      `${prepared.gaps} entries are missing and kept, and rows with gaps have no distances.`,
      'Leave out their rows or fill gaps in question 2.',
    );
  }
  if (measures < 2) {
    throw new Problem(
      `${measures === 0 ? 'no measure is' : 'only one measure is'} left in this reduction.`,
      'Take at least two measures in.',
    );
  }
}

function noDistance({ why }: NoDistance, metric: Metric, row: number): Problem {
  const said = {
    zeros: 'all its entries are 0',
    constant: 'all its entries are the same',
    negative: 'it has entries below 0, of which there are no shares',
  }[why];
  return new Problem(
    `${said}, so that it has no ${metric === 'hellinger' ? 'Hellinger' : metric} distance.`,
    'Set the row aside in question 2, or take distances by Euclid.',
    `row ${row + 1}`,
  );
}

function matrixOf({ n, entries, stride, values }: FlatRows): Matrix {
  const result = { rows: n, columns: entries, values: new Float64Array(n * entries) };
  for (let j = 0; j < entries; j++) {
    for (let i = 0; i < n; i++) result.values[j * n + i] = values[i * stride + j]!;
  }
  return result;
}
