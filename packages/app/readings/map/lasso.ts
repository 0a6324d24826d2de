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
