export type Pixel = readonly [number, number];

/** Whether a pixel lies within a closed outline, by the parity of the edges to its right (Shimrat 1962). */
export function isWithin([px, py]: Pixel, outline: readonly Pixel[]): boolean {
  let within = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [xi, yi] = outline[i]!;
    const [xj, yj] = outline[j]!;
    if (yi > py !== yj > py && px < ((xj - xi) * (py - yi)) / (yj - yi) + xi) within = !within;
  }
  return within;
}

/** The index of the point nearest to a pixel, or −1 where none is within reach. */
export function nearest(at: Pixel, points: readonly Pixel[], reach: number): number {
  let best = -1;
  let least = reach * reach;
  points.forEach(([x, y], index) => {
    const square = (x - at[0]) * (x - at[0]) + (y - at[1]) * (y - at[1]);
    if (square <= least) {
      least = square;
      best = index;
    }
  });
  return best;
}
