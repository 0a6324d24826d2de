import type { Mode } from './tokens';

/** The sequential scale: from near the paper to ink, through sward. */
const STOPS: Readonly<Record<Mode, readonly (readonly [number, number, number])[]>> = {
  light: [
    [205, 217, 205],
    [31, 107, 87],
    [20, 36, 36],
  ],
  dusk: [
    [52, 80, 74],
    [111, 195, 166],
    [240, 246, 236],
  ],
};

/** The colour at a place from 0 to 1 of the sequential scale. */
export function rampColour(place: number, mode: Mode): string {
  const stops = STOPS[mode];
  const scaled = Math.max(0, Math.min(1, place)) * (stops.length - 1);
  const below = Math.min(stops.length - 2, Math.floor(scaled));
  const share = scaled - below;
  const mixed = stops[below]!.map((low, channel) =>
    Math.round(low + share * (stops[below + 1]![channel]! - low)),
  );
  return `rgb(${mixed.join(', ')})`;
}
