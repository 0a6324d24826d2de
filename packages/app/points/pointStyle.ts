/** How a point is drawn. */
export interface PointStyle {
  /** A name or path of {@link outlineOf}. */
  readonly symbol: string;
  /** In CSS pixels. */
  readonly size: number;
  readonly fill: string | null;
  readonly stroke: string | null;
  readonly strokeWidth: number;
  readonly opacity: number;
}

/** Points that are drawn one after the other, in the order of `indices`. */
export interface PointsDrawn {
  readonly indices: Uint32Array;
  readonly styles: readonly PointStyle[];
  /** The place of each one's style, as `indices` has them; null where all have the first. */
  readonly styleAt: Uint16Array | null;
}
