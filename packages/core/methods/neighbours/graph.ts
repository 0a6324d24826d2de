import { leadingScores } from '../../algebra/leadingScores';
import { someColumns, type Matrix } from '../../algebra/matrix';
import { quietHost, stretch, type Host } from '../../host';
import { distinctRows, someRows } from '../../nearest/distinct';
import { exactNeighbours, type Neighbours } from '../../nearest/exactNeighbours';
import { metricRows, searchMetric, type Metric, type NoDistance } from '../../nearest/metric';
import { flatRows, type FlatRows } from '../../nearest/rows';
import type { PreparedRows } from '../../preparation/prepared';
import { Problem } from '../../problem';
import type { GraphFacts } from './neighbourMap';
import type { OfGraph } from './question';

/** The neighbours of every distinct row, on which any map of the rows rests. */
export interface NeighbourGraph extends Omit<GraphFacts, 'parts'> {
  readonly measures: readonly string[];
  readonly rows: Uint32Array;
  readonly notPlaced: number;
  /** A weight per row, or null where all are 1, and whether these are counts. They have no say in where rows lie. */
  readonly weights: Float64Array | null;
  readonly counts: boolean;
  /** The point of each row: rows that are the same share one. */
  readonly point: Uint32Array;
  /** Distances are Euclid's of {@link metricRows}, or sums of sizes. */
  readonly neighbours: Neighbours;
  /** Points × 3 or fewer: scores on the leading components of what distances are taken of. */
  readonly places: Matrix;
}

/** What distances are taken of, point by point. */
export interface SearchedRows extends Omit<NeighbourGraph, 'neighbours' | 'recall' | 'found'> {
  readonly flat: FlatRows;
}

/** Dimensions a map has at most. */
const MOST_DIMENSIONS = 3;

/**
 * The rows between which distances are taken: the prepared ones without the measures that are left out, each once, as the
 * metric asks for them, on their leading components where that is asked.
 *
 * @throws Problem where gaps are kept, fewer than four rows are distinct, or a row has no distance in the metric
 */
export function searchedRows(
  prepared: PreparedRows,
  { without, metric, leading }: OfGraph,
  host: Host = quietHost,
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
  const { scores, share } = leadingScores(x, reduces ? leading : MOST_DIMENSIONS, centred, host);
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
  };
}

/** The graph of nearest neighbours. @throws Problem as {@link searchedRows} does */
export function neighbourGraph(prepared: PreparedRows, ask: OfGraph, host: Host = quietHost): NeighbourGraph {
  const { flat, ...searched } = searchedRows(prepared, ask, stretch(host, 0, 0.2));
  const found = Math.min(ask.neighbours, searched.points - 1);
  const neighbours = exactNeighbours(flat, found, searchMetric(ask.metric), stretch(host, 0.2, 1));
  return { ...searched, found, neighbours, recall: null };
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

/** Fewest points that have neighbourhoods at all. */
const FEWEST_POINTS = 4;

function refuseFew(points: number, rows: number): void {
  if (points >= FEWEST_POINTS) return;
  throw new Problem(
    points === rows
      ? `${rows} rows are too few for neighbourhoods.`
      : `${rows} rows hold only ${points} different ${points === 1 ? 'one' : 'ones'}: the others are copies.`,
    `A map of neighbours needs at least ${FEWEST_POINTS} rows that differ.`,
  );
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
