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

/** The ends of the diverging scale, and its middle. */
const DIVERGING: Readonly<Record<Mode, readonly (readonly [number, number, number])[]>> = {
  light: [
    [138, 84, 12],
    [226, 178, 112],
    [250, 249, 245],
    [128, 178, 184],
    [22, 84, 108],
  ],
  dusk: [
    [240, 178, 84],
    [138, 96, 40],
    [30, 38, 40],
    [38, 104, 122],
    [122, 208, 226],
  ],
};

/** The colour at a place from −1 to 1 of the diverging scale, as red, green and blue. */
export function divergingColour(place: number, mode: Mode): readonly [number, number, number] {
  const stops = DIVERGING[mode];
  const scaled = ((Math.max(-1, Math.min(1, place)) + 1) / 2) * (stops.length - 1);
  const below = Math.min(stops.length - 2, Math.floor(scaled));
  const share = scaled - below;
  const mix = (channel: 0 | 1 | 2) =>
    Math.round(stops[below]![channel] + share * (stops[below + 1]![channel] - stops[below]![channel]));
  return [mix(0), mix(1), mix(2)];
}

/** The colour at a place from 0 to 1 of the sequential scale, as red, green and blue. */
export function rampChannels(place: number, mode: Mode): readonly [number, number, number] {
  const stops = STOPS[mode];
  const scaled = Math.max(0, Math.min(1, place)) * (stops.length - 1);
  const below = Math.min(stops.length - 2, Math.floor(scaled));
  const share = scaled - below;
  const mix = (channel: 0 | 1 | 2) =>
    Math.round(stops[below]![channel] + share * (stops[below + 1]![channel] - stops[below]![channel]));
  return [mix(0), mix(1), mix(2)];
}

/** The same as a style. */
export const rampColour = (place: number, mode: Mode): string =>
  `rgb(${rampChannels(place, mode).join(', ')})`;
