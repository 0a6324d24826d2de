import type { Matrix } from '../../algebra/matrix';
import { quietHost, type Host } from '../../host';
import { labelAgreement, type LabelAgreement } from '../../nearest/labelAgreement';
import { placeNeighbours } from '../../nearest/placeNeighbours';
import { largestJudged, trueness, type Trueness } from '../../nearest/trueness';
import type { Table } from '../../table/table';
import type { NeighbourGraph } from './graph';
import { levelsOf } from './levelsOf';
import { mapPoints } from './mapPoints';
import type { NeighbourMap } from './neighbourMap';
import type { SearchedRows } from './points';

/** How true a map is to the neighbours in the table. */
export interface MapQuality extends Omit<Trueness, 'each' | 'points'> {
  /** Points that were looked at; null where it is all of them. */
  readonly sampled: number | null;
  /** For each row used: the share of its table's neighbours that are its map's. */
  readonly keptEach: Float32Array;
  /** For each row used, NaN where its point is not in the sample. */
  readonly trustworthinessEach: Float32Array;
  readonly continuityEach: Float32Array;
}

/** Agreement of a label among the nearest, on the map and in the table. */
export interface MapAgreement {
  readonly label: string;
  readonly k: number;
  readonly onMap: LabelAgreement;
  readonly inTable: LabelAgreement;
}

/** Points up to which all are looked at. */
const ALL = 5000;
const SAMPLE = 1000;

/** Points whose ranks of all others are found, at all sizes of neighbourhoods. */
export const sampleFor = (points: number): number => (points <= 20_000 ? SAMPLE : 200);

/** Neighbourhoods a map of so many points is judged at: those asked for, as far as the figures reach. */
export const judgedAt = (asked: number, points: number): number => Math.min(asked, largestJudged(points));

/** Trustworthiness, continuity and neighbours kept, over all points or a thousand of them. */
export function mapQuality(
  { flat, point, by }: SearchedRows,
  graph: NeighbourGraph,
  map: NeighbourMap,
  asked: number,
  host: Host = quietHost,
): MapQuality {
  const at = mapPoints(map, graph);
  const k = judgedAt(asked, graph.points);
  const looked = graph.points <= ALL ? graph.points : SAMPLE;
  const { each, points, ...whole } = trueness(flat, at, k, by, looked, host);
  const all = points.length === graph.points;
  const perRow = (values: Float32Array): Float32Array => {
    const ofPoint = new Float32Array(graph.points).fill(NaN);
    points.forEach((one, place) => (ofPoint[one] = values[place]!));
    return Float32Array.from(point, one => ofPoint[one]!);
  };
  return {
    ...whole,
    sampled: all ? null : points.length,
    keptEach: all ? perRow(each.kept) : keptEach(graph, at, k),
    trustworthinessEach: perRow(each.trustworthiness),
    continuityEach: perRow(each.continuity),
  };
}

/** Neighbours kept of every row, by the graph that the map rests on. */
function keptEach({ neighbours, point, points }: NeighbourGraph, at: Matrix, asked: number): Float32Array {
  const k = Math.min(asked, neighbours.k);
  const shown = placeNeighbours(at, k);
  const ofPoint = new Float32Array(points);
  for (let i = 0; i < points; i++) {
    const near = new Set(neighbours.rows.subarray(i * neighbours.k, i * neighbours.k + k));
    let count = 0;
    for (let e = i * k; e < (i + 1) * k; e++) count += Number(near.has(shown.rows[e]!));
    ofPoint[i] = count / k;
  }
  return Float32Array.from(point, one => ofPoint[one]!);
}

/** Agreement of a label. @throws Problem where it is no label, or fewer than two rows have it */
export function mapAgreement(
  table: Table,
  graph: NeighbourGraph,
  map: NeighbourMap,
  label: string,
  asked: number,
): MapAgreement {
  const codes = levelsOf(table, map.rows, label);
  const k = Math.min(judgedAt(asked, graph.points), graph.neighbours.k);
  return {
    label,
    k,
    onMap: labelAgreement(codes, graph.point, placeNeighbours(mapPoints(map, graph), k), k, map.weights),
    inTable: labelAgreement(codes, graph.point, graph.neighbours, k, map.weights),
  };
}
