/** In CSS pixels. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Browsers draw no canvas whose side has more pixels. */
const MOST_PIXELS = 16_000;

/** Two pixels for each of the page’s, fewer where the picture would be too large to be drawn. */
export const sharpness = ({ width, height }: Size): number =>
  Math.min(2, MOST_PIXELS / Math.max(width, height));
