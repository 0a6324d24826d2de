import { columnOf, zeros, type Matrix } from '../../../algebra/matrix';
import { quietHost, stretch, type Host } from '../../../host';
import { sampled } from '../../../nearest/sampled';
import type { FlatRows } from '../../../nearest/rows';
import type { NeighbourGraph } from '../graph';
import { mapPoints } from '../mapPoints';
import type { NeighbourMap } from '../neighbourMap';
import type { SearchedRows } from '../points';
import type { NeighboursAsk } from '../question';
import type { Placing } from '../settings';
import { heldOutFigures } from './heldOutFigures';
import { fittedPlaces, linearFit } from './linearFit';
import { optimiser } from './optimiser';
import type { PlacedOnMap } from './placedOnMap';
import { foretold, foretoldOutOfBag, grownForest } from './regressionForest';

/** Points of the map that are placed again by optimisation, to see how far they come out. */
const HELD_OUT = 200;
/** Of those that a fit or a forest foretells, which it does for all, so many are kept to be seen. */
const SEEN = 1000;

/**
 * Places rows that had no say in a map on it, which stays as it is, and rows of the map as if they were new: by the map's
 * own loss, each without itself; by a linear fit, each foretold by the others; or by a random forest, each by the trees
 * that were not grown on it.
 */
export function placeOnMap(
  searched: SearchedRows,
  graph: NeighbourGraph,
  map: NeighbourMap,
  ask: Pick<NeighboursAsk, 'layout' | 'seed'>,
  by: Placing,
  host: Host = quietHost,
): PlacedOnMap {
  const at = mapPoints(map, graph);
  const points = sampled(graph.points, Math.min(graph.points, by === 'optimised' ? HELD_OUT : SEEN));
  const found = placesBy(by, searched, graph, at, ask, points, host);
  // A row that none could foretell is not held against its place.
  const told = points.filter((_, i) => !Number.isNaN(found.heldOut.values[i]!));
  const placed = some(
    found.heldOut,
    Uint32Array.from(told, point => points.indexOf(point)),
  );
  const rowOf = firstRows(searched);
  return {
    by,
    rows: searched.placedRows,
    at: found.at,
    heldOut: {
      rows: Uint32Array.from(told, point => searched.rows[rowOf[point]!]!),
      truth: some(at, told),
      placed,
      ...heldOutFigures(at, graph.neighbours, told, placed),
    },
  };
}

interface Places {
  readonly at: Matrix;
  /** Of the points that are held out. */
  readonly heldOut: Matrix;
}

function placesBy(
  by: Placing,
  searched: SearchedRows,
  graph: NeighbourGraph,
  at: Matrix,
  ask: Pick<NeighboursAsk, 'layout' | 'seed'>,
  points: Uint32Array,
  host: Host,
): Places {
  const { flat, placed } = searched;
  if (by === 'linear') {
    const fit = linearFit(flat, at);
    return { at: fittedPlaces(fit, placed), heldOut: some(fit.withoutIt, points) };
  }
  if (by === 'forest') {
    const forest = grownForest(flat, at, ask.seed, host);
    return { at: foretold(forest, placed), heldOut: some(foretoldOutOfBag(forest, flat), points) };
  }
  const place = optimiser(searched, graph, at, ask.layout);
  const all = points.length + placed.n;
  const heldOut = placesOf(flat, points, at.columns, stretch(host, 0, points.length / all), (row, i) =>
    place(row, points[i]!),
  );
  const rows = Uint32Array.from({ length: placed.n }, (_, i) => i);
  const own = placesOf(placed, rows, at.columns, stretch(host, points.length / all, 1), row =>
    place(row, -1),
  );
  return { at: own, heldOut };
}

function placesOf(
  { stride, values }: FlatRows,
  rows: Uint32Array,
  dimensions: number,
  host: Host,
  place: (row: Float32Array, i: number) => Float64Array,
): Matrix {
  const result = zeros(rows.length, dimensions);
  rows.forEach((row, i) => {
    const found = place(values.subarray(row * stride, (row + 1) * stride), i);
    for (let d = 0; d < dimensions; d++) columnOf(result, d)[i] = found[d]!;
    host.progress((i + 1) / rows.length);
  });
  return result;
}

function some(matrix: Matrix, places: Uint32Array): Matrix {
  const result = zeros(places.length, matrix.columns);
  for (let d = 0; d < matrix.columns; d++) {
    const [from, to] = [columnOf(matrix, d), columnOf(result, d)];
    for (let i = 0; i < places.length; i++) to[i] = from[places[i]!]!;
  }
  return result;
}

/** For each point the first of its rows, as a place among those used. */
function firstRows({ point, points }: SearchedRows): Uint32Array {
  const first = new Uint32Array(points);
  for (let row = point.length - 1; row >= 0; row--) first[point[row]!] = row;
  return first;
}
