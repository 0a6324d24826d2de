import { leadingSparse } from '../../algebra/leadingSparse';
import { columnOf, someColumns, zeros, type Matrix } from '../../algebra/matrix';
import { turnLargestPositive } from '../../algebra/sign';
import {
  alongDirections,
  crossVector,
  dot,
  mapSparse,
  someSparse,
  squaredLengths,
} from '../../algebra/sparseRows';
import { quietHost, stretch, type Host } from '../../host';
import { distinctRows, someRows } from '../../nearest/distinct';
import { metricRows, searchMetric } from '../../nearest/metric';
import { flatRows, type FlatRows } from '../../nearest/rows';
import { distinctSparse, sparseDistanceMatrix } from '../../nearest/sparse';
import type { PreparedWords } from '../../preparation/prepared';
import { Problem } from '../../problem';
import { MOST_DIMENSIONS, refuseFew, type SearchedRows } from './points';
import type { OfSearched } from './question';

/** Entries whose distances by all words are looked at, every one from every other. */
const MOST_ENTRIES = 5000;

/**
 * What distances of entries are taken of: their scores on the leading components of the words, or all words, of which
 * Euclid's and the cosine's distances are found on the sparse block.
 *
 * @throws Problem where fewer than four entries are distinct, or all words of too many entries are asked for
 */
export function searchedWords(
  prepared: PreparedWords,
  ask: OfSearched,
  host: Host = quietHost,
): SearchedRows {
  const { metric, leading } = ask;
  const { sparse, weights, rows, counts, scale } = prepared;
  const n = rows.length;
  // Weights have no say in where entries lie: components are about the plain means.
  const offsets =
    scale === 'none'
      ? new Float64Array(sparse.columns)
      : crossVector(sparse, new Float64Array(n).fill(1)).map(sum => sum / n);
  const count = leading ?? MOST_DIMENSIONS;
  const found = leadingSparse(sparse, offsets, null, n - 1, count, stretch(host, 0, 0.5));
  const coefficients = withSigns(found.vectors);
  const scores = alongDirections(sparse, offsets, coefficients);
  const squares = squaredLengths(sparse).reduce((sum, square) => sum + square, 0);
  const total = (squares - n * dot(offsets, offsets)) / (n - 1);
  const share = found.values.reduce((sum, value) => sum + value, 0) / total;
  const whole = leading === null;
  const { point, first } = whole ? distinctSparse(sparse) : distinctRows(flatRows(scores));
  refuseFew(first.length, rows.length);
  const own = pointsOf(scores, first);
  const shared = {
    measures: prepared.measures,
    rows,
    weights,
    counts,
    point,
    points: first.length,
    copies: rows.length - first.length,
    places: someColumns(own, [...Array(Math.min(MOST_DIMENSIONS, own.columns)).keys()]),
  };
  if (!whole) {
    const flat = flatRows(own);
    refuseUnlike(metricRows(flat, metric) !== null, metric);
    const placed = placedOf(prepared, offsets, coefficients, ask);
    return {
      ...shared,
      notPlaced: prepared.placedRows.length,
      leading: { components: scores.columns, share },
      flat,
      by: searchMetric(metric),
      ...placed,
    };
  }
  refuseUnlike(metric !== 'cosine' && metric !== 'euclidean', metric);
  if (first.length > MOST_ENTRIES) {
    throw new Problem(
      `all words of ${first.length.toLocaleString('en')} entries are too many to look at every distance.`,
      'Take distances of the leading components of the words.',
    );
  }
  const ofPoints = someSparse(sparse, first);
  const lengths = squaredLengths(ofPoints).map(Math.sqrt);
  const units =
    metric === 'cosine' ? mapSparse(ofPoints, (value, _, row) => value / lengths[row]!) : ofPoints;
  const distances = sparseDistanceMatrix(units, done => host.progress(0.5 + done / 2));
  return {
    ...shared,
    notPlaced: prepared.placedRows.length,
    leading: null,
    flat: flatRows(distances),
    by: 'given',
    placedRows: new Uint32Array(0),
    placed: flatRows(zeros(0, first.length)),
  };
}

function withSigns(vectors: Matrix): Matrix {
  const turned = { ...vectors, values: vectors.values.slice() };
  for (let d = 0; d < turned.columns; d++) turnLargestPositive(columnOf(turned, d));
  return turned;
}

function pointsOf(scores: Matrix, first: Uint32Array): Matrix {
  if (first.length === scores.rows) return scores;
  const result = zeros(first.length, scores.columns);
  for (let d = 0; d < scores.columns; d++) {
    const [from, to] = [columnOf(scores, d), columnOf(result, d)];
    first.forEach((row, i) => (to[i] = from[row]!));
  }
  return result;
}

/** Entries that are only placed, along the same components; one without a distance is left out. */
function placedOf(
  { placedSparse, placedRows }: PreparedWords,
  offsets: Float64Array,
  coefficients: Matrix,
  { metric }: OfSearched,
): Pick<SearchedRows, 'placedRows' | 'placed'> {
  const flat = flatRows(alongDirections(placedSparse, offsets, coefficients));
  const kept: number[] = [];
  for (let row = 0; row < flat.n; row++) {
    const own: FlatRows = {
      ...flat,
      n: 1,
      values: flat.values.subarray(row * flat.stride, (row + 1) * flat.stride),
    };
    if (metricRows(own, metric) === null) kept.push(row);
  }
  return {
    placedRows: Uint32Array.from(kept, row => placedRows[row]!),
    placed: kept.length === flat.n ? flat : someRows(flat, Uint32Array.from(kept)),
  };
}

function refuseUnlike(refused: boolean, metric: string): void {
  if (!refused) return;
  throw new Problem(
    `distances of words are not taken by ${metric}.`,
    'Take the cosine, or Euclid’s distance, in question 4.',
  );
}
