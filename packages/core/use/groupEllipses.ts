import { fQuantile } from '../algebra/distributions';
import { rowsStoodFor, weightsAt } from '../preparation/rowWeights';
import { meanOf } from '../table/moments';

/** An ellipse about a group's centre: half its longer and its shorter axis, and the angle of the longer, in radians. */
export interface Ellipse {
  readonly half: readonly [number, number];
  readonly angle: number;
}

/** Where a group lies on two dimensions. */
export interface GroupEllipses {
  readonly group: string;
  /** Rows, or how many they stand for. */
  readonly n: number;
  readonly centre: readonly [number, number];
  /** That holds the share of a normal group of this centre and spread; null with fewer than three rows. */
  readonly spread: Ellipse | null;
  /** That holds the group's true mean in so large a share of samples (Hotelling 1931); null likewise. */
  readonly ofMean: Ellipse | null;
}

/** Points on two dimensions. */
interface Placed {
  readonly x: ArrayLike<number>;
  readonly y: ArrayLike<number>;
  /** A weight per point, or null where all are 1; and whether these are counts. */
  readonly weights: Float64Array | null;
  readonly counts: boolean;
}

/**
 * Centre and ellipses of each group. The spread is that of the weighted covariance S (n − 1), out to the χ² quantile of 2
 * degrees of freedom, −2 ln(1 − share). The mean's is S / n, out to 2 (n − 1) / (n − 2) times the F quantile of 2 and
 * n − 2 (Hotelling 1931).
 *
 * @param groups names and the places of their points
 * @param share between 0 and 1
 */
export function groupEllipses(
  placed: Placed,
  groups: Iterable<readonly [string, readonly number[]]>,
  share: number,
): GroupEllipses[] {
  return [...groups].map(([group, places]) => {
    const n = rowsStoodFor(placed, places);
    const weights = weightsAt(placed, places);
    const [xs, ys] = [places.map(i => placed.x[i]!), places.map(i => placed.y[i]!)];
    const centre = [meanOf(xs, weights), meanOf(ys, weights)] as const;
    const covariance = covarianceOf(xs, ys, centre, weights, n);
    const enough = n > 2;
    const toMean = n > 2 ? (2 * (n - 1) * fQuantile(share, 2, n - 2)) / (n - 2) / n : 0;
    return {
      group,
      n,
      centre,
      spread: enough ? ellipseOf(covariance, -2 * Math.log1p(-share)) : null,
      ofMean: enough ? ellipseOf(covariance, toMean) : null,
    };
  });
}

/** xx, xy and yy. */
type Covariance = readonly [number, number, number];

function covarianceOf(
  xs: readonly number[],
  ys: readonly number[],
  [cx, cy]: readonly [number, number],
  weights: Float64Array | null,
  n: number,
): Covariance {
  let [xx, xy, yy] = [0, 0, 0];
  xs.forEach((x, i) => {
    const w = weights?.[i] ?? 1;
    const [dx, dy] = [x - cx, ys[i]! - cy];
    xx += w * dx * dx;
    xy += w * dx * dy;
    yy += w * dy * dy;
  });
  return [xx / (n - 1), xy / (n - 1), yy / (n - 1)];
}

/** The ellipse out to a squared distance, from the eigenvalues of a covariance of two. */
export function ellipseOf([xx, xy, yy]: Covariance, squared: number): Ellipse {
  const middle = (xx + yy) / 2;
  const off = Math.hypot((xx - yy) / 2, xy);
  return {
    half: [Math.sqrt(squared * (middle + off)), Math.sqrt(squared * Math.max(0, middle - off))],
    angle: Math.atan2(2 * xy, xx - yy) / 2,
  };
}
