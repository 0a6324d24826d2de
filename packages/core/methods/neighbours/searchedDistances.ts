import { classicalScaling } from '../../algebra/classicalScaling';
import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { distinctRows } from '../../nearest/distinct';
import { flatRows } from '../../nearest/rows';
import type { PreparedDistances } from '../../preparation/prepared';
import { MOST_DIMENSIONS, refuseFew, type SearchedRows } from './points';

/**
 * The rows of a table of distances, without those whose columns are left out. Rows that have the same distances from all
 * are one point.
 *
 * @throws Problem where fewer than four points are left
 */
export function searchedDistances(
  { names, rows, weights, counts, distances, placedRows }: PreparedDistances,
  without: readonly string[],
): SearchedRows {
  const kept = [...names.keys()].filter(i => !without.includes(names[i]!));
  const own = among(distances, kept);
  const { point, first } = distinctRows(flatRows(own));
  refuseFew(first.length, kept.length);
  const ofPoints = first.length === kept.length ? own : among(own, [...first]);
  return {
    measures: [],
    rows: Uint32Array.from(kept, i => rows[i]!),
    notPlaced: placedRows.length,
    weights: weights && Float64Array.from(kept, i => weights[i]!),
    counts,
    point,
    points: first.length,
    copies: kept.length - first.length,
    leading: null,
    places: classicalScaling(ofPoints, MOST_DIMENSIONS),
    flat: flatRows(ofPoints),
    by: 'given',
    // What is only placed has its distances from rows that it has no say in: those of a table of distances are not read so.
    placedRows: new Uint32Array(0),
    placed: flatRows(zeros(0, kept.length)),
  };
}

/** The distances among some of the rows. */
function among(distances: Matrix, places: readonly number[]): Matrix {
  const n = places.length;
  const result = zeros(n, n);
  places.forEach((from, j) => {
    const [source, target] = [columnOf(distances, from), columnOf(result, j)];
    places.forEach((row, i) => (target[i] = source[row]!));
  });
  return result;
}
