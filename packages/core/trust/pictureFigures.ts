import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { someSparse } from '../algebra/sparseRows';
import { silhouette } from '../clusters/silhouette';
import { quietHost, stretch, type Host } from '../host';
import type { Placement } from '../methods/placement';
import { distinctRows, someRows } from '../nearest/distinct';
import { labelAgreement } from '../nearest/labelAgreement';
import { placeNeighbours } from '../nearest/placeNeighbours';
import { flatRows } from '../nearest/rows';
import { distinctSparse, sparseDistances } from '../nearest/sparse';
import { largestJudged, trueness } from '../nearest/trueness';
import { completeRows, type Prepared, type PreparedWords } from '../preparation/prepared';
import { Problem } from '../problem';
import type { LevelColumn } from '../table/column';

/** How true a picture of rows on some dimensions is, whatever made it: by one yardstick, so that pictures can be compared. */
export interface PictureFigures {
  /** The size of the neighbourhoods. */
  readonly k: number;
  /** Against distances of the prepared measures by Euclid (Venna and Kaski 2001), and the share of neighbours kept. */
  readonly trustworthiness: number;
  readonly continuity: number;
  readonly kept: number;
  /** Distinct rows that were looked at; null for all. */
  readonly sampled: number | null;
  /** Of the nearest on the picture, the share with a row's own label, and what a label dealt out anew gives. */
  readonly agreement: { readonly share: number; readonly byChance: number } | null;
  /** The mean silhouette of the label's levels on the picture (Rousseeuw 1987). */
  readonly silhouette: number | null;
}

/** The nearest rows by which pictures are compared. */
export const PICTURE_NEIGHBOURS = 10;

/** Distinct rows up to which all are looked at; of more a sample. */
const ALL = 5000;
const SAMPLE = 1000;

/**
 * Judges a picture by the rows that it shows.
 *
 * @param dimensions of the placement, counted from 0
 * @param label whose agreement and silhouette are told, over the rows that have it
 * @throws Problem where the preparation keeps gaps, or fewer than four distinct rows are shown
 */
export function pictureFigures(
  prepared: Prepared | PreparedWords,
  placement: Placement,
  dimensions: readonly number[],
  asked: number,
  label: LevelColumn | null,
  host: Host = quietHost,
): PictureFigures {
  const placeIn = new Map(Array.from(prepared.rows, (row, place) => [row, place]));
  const shown = [...placement.rows.keys()].filter(i => placeIn.has(placement.rows[i]!));
  const { point, first, distances } = distinctOf(
    prepared,
    Uint32Array.from(shown, i => placeIn.get(placement.rows[i]!)!),
  );
  if (first.length < 4) {
    throw new Problem(`${first.length} different rows are too few to be judged.`, 'Use more rows.');
  }
  const at = some(
    placement.at,
    dimensions,
    Uint32Array.from(first, i => shown[i]!),
  );
  const k = Math.min(asked, largestJudged(first.length));
  const looked = first.length <= ALL ? first.length : SAMPLE;
  const found = trueness(distances, at, k, 'euclidean', looked, stretch(host, 0, 0.8));
  const codes = label === null ? null : codesOf(label, placement.rows, shown);
  const weights = placement.weights && Float64Array.from(shown, i => placement.weights![i]!);
  const agreed = codes === null ? null : labelAgreement(codes, point, placeNeighbours(at, k), k, weights);
  return {
    k,
    trustworthiness: found.trustworthiness,
    continuity: found.continuity,
    kept: found.kept,
    sampled: looked === first.length ? null : looked,
    agreement: agreed && { share: agreed.share, byChance: agreed.byChance },
    silhouette:
      codes === null
        ? null
        : silhouetteOf(placement, dimensions, shown, codes, weights, stretch(host, 0.8, 1)),
  };
}

/** The distinct ones of some rows, and how far these are from one another in the table. */
function distinctOf(prepared: Prepared | PreparedWords, places: Uint32Array) {
  if (prepared.kind === 'words') {
    const some = someSparse(prepared.sparse, places);
    const { point, first } = distinctSparse(some);
    return { point, first, distances: sparseDistances(someSparse(some, first)) };
  }
  const rows = completeRows(prepared);
  if (rows === null) {
    throw new Problem(
      'entries are missing and kept, and rows with gaps have no distances.',
      'Fill them in question 2.',
    );
  }
  const flat = someRows(flatRows(rows.values), places);
  const { point, first } = distinctRows(flat);
  return { point, first, distances: someRows(flat, first) };
}

const codesOf = ({ missing, codes }: LevelColumn, rows: Uint32Array, shown: readonly number[]): Int32Array =>
  Int32Array.from(shown, i => (missing?.[rows[i]!] === 1 ? -1 : codes[rows[i]!]!));

function some({ rows, values }: Matrix, dimensions: readonly number[], places: Uint32Array): Matrix {
  const result = zeros(places.length, dimensions.length);
  dimensions.forEach((from, d) => {
    const target = columnOf(result, d);
    for (let i = 0; i < places.length; i++) target[i] = values[from * rows + places[i]!]!;
  });
  return result;
}

function silhouetteOf(
  { at, counts }: Placement,
  dimensions: readonly number[],
  shown: readonly number[],
  codes: Int32Array,
  weights: Float64Array | null,
  host: Host,
): number | null {
  const labelled = [...codes.keys()].filter(i => codes[i]! >= 0);
  const levels = [...new Set(labelled.map(i => codes[i]!))];
  if (levels.length < 2) return null;
  const placeOf = new Map(levels.map((code, place) => [code, place]));
  const places = Uint32Array.from(labelled, i => shown[i]!);
  const value = silhouette(
    some(at, dimensions, places),
    Uint16Array.from(labelled, i => placeOf.get(codes[i]!)!),
    { weights: weights && Float64Array.from(labelled, i => weights[i]!), counts },
    host,
  );
  return Number.isNaN(value) ? null : value;
}
