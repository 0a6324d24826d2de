import KDBush from 'kdbush';

/** Finds points by where they are. */
export interface PointIndex {
  /** The point nearest to a place, within a distance of it, of those that are shown; −1 where there is none. */
  readonly nearest: (x: number, y: number, reach: number, shown: (index: number) => boolean) => number;
  /** Points in a box. */
  readonly inBox: (left: number, low: number, right: number, high: number) => number[];
}

/** An index of points by their coordinates. */
export function pointIndex(xs: Float64Array, ys: Float64Array): PointIndex {
  const tree = new KDBush(xs.length, 64, Float64Array);
  for (let i = 0; i < xs.length; i++) tree.add(xs[i]!, ys[i]!);
  tree.finish();
  return {
    nearest: (x, y, reach, shown) => {
      let [found, least] = [-1, Infinity];
      for (const index of tree.within(x, y, reach)) {
        const square = (xs[index]! - x) ** 2 + (ys[index]! - y) ** 2;
        // Of points in one place the one drawn last is on top.
        if (square < least || (square === least && index > found)) {
          if (shown(index)) [found, least] = [index, square];
        }
      }
      return found;
    },
    inBox: (left, low, right, high) => tree.range(left, low, right, high),
  };
}
