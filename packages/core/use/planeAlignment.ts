/** Points of a plane. */
export interface Plane {
  readonly x: ArrayLike<number>;
  readonly y: ArrayLike<number>;
}

/** What lays one set of points over another: turning, perhaps mirroring, one scale, and a shift. */
export interface PlaneAlignment {
  /** (x, y) goes to (x0 + xx x + xy y, y0 + yx x + yy y). */
  readonly xx: number;
  readonly xy: number;
  readonly yx: number;
  readonly yy: number;
  readonly x0: number;
  readonly y0: number;
  /** What is left between them, as a share of the spread of the points that stay: 0 where they fit, 1 where nothing does. */
  readonly left: number;
}

/**
 * Lays points over others in the sense of least squares (Procrustes analysis, Gower 1975): point i over point i.
 *
 * @param still the points that stay
 * @param moved as many, which are turned, mirrored, scaled and shifted
 * @returns null where either has no spread
 */
export function planeAlignment(still: Plane, moved: Plane): PlaneAlignment | null {
  const [to, from] = [centreOf(still), centreOf(moved)];
  let [stillSquare, movedSquare] = [0, 0];
  // Products of moved with still coordinates.
  let [mxx, mxy, myx, myy] = [0, 0, 0, 0];
  for (let i = 0; i < still.x.length; i++) {
    const [sx, sy] = [still.x[i]! - to[0], still.y[i]! - to[1]];
    const [px, py] = [moved.x[i]! - from[0], moved.y[i]! - from[1]];
    stillSquare += sx * sx + sy * sy;
    movedSquare += px * px + py * py;
    mxx += px * sx;
    mxy += px * sy;
    myx += py * sx;
    myy += py * sy;
  }
  if (!(stillSquare > 0) || !(movedSquare > 0)) return null;
  // In a plane the best turning and the best turning of the mirror image have closed forms.
  const turned = Math.hypot(mxx + myy, mxy - myx);
  const mirrored = Math.hypot(mxx - myy, mxy + myx);
  const trace = Math.max(turned, mirrored);
  const scale = trace / movedSquare;
  const [cos, sin] =
    trace === 0
      ? [1, 0]
      : turned >= mirrored
        ? [(mxx + myy) / turned, (mxy - myx) / turned]
        : [(mxx - myy) / mirrored, (mxy + myx) / mirrored];
  const flip = turned >= mirrored ? 1 : -1;
  const [xx, yx] = [scale * cos, scale * sin];
  const [xy, yy] = [-flip * scale * sin, flip * scale * cos];
  return {
    ...{ xx, xy, yx, yy },
    x0: to[0] - xx * from[0] - xy * from[1],
    y0: to[1] - yx * from[0] - yy * from[1],
    left: Math.max(0, 1 - (trace / stillSquare) * (trace / movedSquare)),
  };
}

/** Where an alignment lays points. */
export function alignedPlane(
  { xx, xy, yx, yy, x0, y0 }: PlaneAlignment,
  { x, y }: Plane,
): { readonly x: Float64Array; readonly y: Float64Array } {
  return {
    x: Float64Array.from(x, (px, i) => x0 + xx * px + xy * y[i]!),
    y: Float64Array.from(x, (px, i) => y0 + yx * px + yy * y[i]!),
  };
}

function centreOf({ x, y }: Plane): readonly [number, number] {
  let [sumX, sumY] = [0, 0];
  for (let i = 0; i < x.length; i++) {
    sumX += x[i]!;
    sumY += y[i]!;
  }
  return [sumX / x.length, sumY / x.length];
}
