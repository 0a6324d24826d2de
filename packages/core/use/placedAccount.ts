import { columnOf } from '../algebra/matrix';
import { quietHost, type Host } from '../host';
import { someRows } from '../nearest/distinct';
import { flatRows, type FlatRows } from '../nearest/rows';
import { sampled } from '../nearest/sampled';
import { nearestPoints } from '../nearest/nearestPoints';
import type { PreparedRows } from '../preparation/prepared';

/** Rows that are only placed, held against those in use. */
export interface PlacedAccount {
  /** Rows of the table. */
  readonly rows: Uint32Array;
  /** Measures in which some of them lie outside the range of the rows in use, and how many below and above. */
  readonly beyond: readonly { readonly measure: string; readonly below: number; readonly above: number }[];
  /** For each row in how many measures it does. */
  readonly outside: Uint32Array;
  /** For each its nearest row in use, as a row of the table. */
  readonly nearest: Uint32Array;
  /**
   * For each the share of rows in use that lie as far from their own nearest, or farther; of the same entries none is.
   */
  readonly usual: Float64Array;
  /** Rows in use that were looked at; null where it is all of them. */
  readonly looked: number | null;
}

/** A row from whose nearest fewer than this share of the rows in use are as far is like none of them. */
export const UNLIKE = 0.01;

/** Steps of distances: more rows than these allow are sampled. */
const WORK = 2e9;
/** Rows in use whose own nearest tell what is usual. */
const REFERENCES = 500;

/**
 * How rows that are only placed stand to those in use, on all measures as they are prepared: where they lie outside what
 * these span, and how far they are from the nearest by Euclid's distance.
 */
export function placedAccount(prepared: PreparedRows, host: Host = quietHost): PlacedAccount {
  const { values, placedValues, placedRows, rows, measures, weights, counts } = prepared;
  const outside = new Uint32Array(placedRows.length);
  const beyond = measures.flatMap((measure, j) => {
    const [used, placed] = [columnOf(values, j), columnOf(placedValues, j)];
    let [least, most] = [Infinity, -Infinity];
    for (const value of used) {
      if (value < least) least = value;
      if (value > most) most = value;
    }
    let [below, above] = [0, 0];
    placed.forEach((value, i) => {
      if (value < least) below++;
      else if (value > most) above++;
      else return;
      outside[i]!++;
    });
    return below + above > 0 ? [{ measure, below, above }] : [];
  });
  const flat = withoutGaps(flatRows(values));
  const references = sampled(rows.length, Math.min(rows.length, REFERENCES));
  const allowed = Math.floor(WORK / ((placedRows.length + references.length) * flat.stride));
  const looked = sampled(rows.length, Math.max(2, Math.min(rows.length, allowed)));
  const among = someRows(flat, looked);
  const own = Float64Array.from(references, row => nearestOther(among, rowOf(flat, row)));
  const stands = references.map(row => (counts && weights !== null ? weights[row]! : 1));
  const all = stands.reduce((sum, weight) => sum + weight, 0);
  const placed = withoutGaps(flatRows(placedValues));
  const nearest = new Uint32Array(placedRows.length);
  const usual = new Float64Array(placedRows.length);
  for (let i = 0; i < placedRows.length; i++) {
    host.progress(i / placedRows.length);
    const found = nearestPoints(among, rowOf(placed, i), 1, 'euclidean');
    nearest[i] = rows[looked[found.points[0]!]!]!;
    let far = 0;
    own.forEach((distance, k) => (far += distance >= found.distances[0]! ? stands[k]! : 0));
    usual[i] = far / all;
  }
  return {
    rows: placedRows,
    beyond,
    outside,
    nearest,
    usual,
    looked: looked.length === rows.length ? null : looked.length,
  };
}

const rowOf = ({ stride, values }: FlatRows, row: number): Float32Array =>
  values.subarray(row * stride, (row + 1) * stride);

/** How far a row is from the nearest that is not the same; 0 where all are. */
function nearestOther({ n, stride, values }: FlatRows, row: Float32Array): number {
  let least = Infinity;
  for (let i = 0; i < n; i++) {
    let square = 0;
    for (let j = 0; j < stride; j++) square += (row[j]! - values[i * stride + j]!) ** 2;
    if (square > 0 && square < least) least = square;
  }
  return least === Infinity ? 0 : Math.sqrt(least);
}

/** A gap that is kept is at the mean, which is 0. */
const withoutGaps = (flat: FlatRows): FlatRows => ({
  ...flat,
  values: flat.values.map(value => (Number.isNaN(value) ? 0 : value)),
});
