/** How a map of three dimensions is turned, in radians: about the upright axis, then towards the eye. */
export interface Turning {
  readonly about: number;
  readonly towards: number;
}

/** As it is first seen: all three axes apart. */
export const FIRST_TURNING: Turning = { about: -0.5, towards: 0.45 };

/** Radians that a pixel of the hand, or a step of a key, turns it by. */
export const TURN = { pixel: 0.008, key: 0.12 } as const;

/** Where a point of three dimensions is seen: to the right and upward; y stands upright at first. */
export function seenAt(
  { about, towards }: Turning,
  x: number,
  y: number,
  z: number,
): readonly [number, number] {
  const across = Math.cos(about) * x + Math.sin(about) * z;
  const depth = -Math.sin(about) * x + Math.cos(about) * z;
  return [across, Math.cos(towards) * y - Math.sin(towards) * depth];
}

/** Many points turned, about the middle of the dimensions. */
export function turnedPoints(
  turning: Turning,
  [x, y, z]: readonly [Float64Array, Float64Array, Float64Array],
): { readonly x: Float64Array; readonly y: Float64Array } {
  const across = new Float64Array(x.length);
  const up = new Float64Array(x.length);
  for (let i = 0; i < x.length; i++) {
    const [a, b] = seenAt(turning, x[i]!, y[i]!, z[i]!);
    across[i] = a;
    up[i] = b;
  }
  return { x: across, y: up };
}

/** Turned by the hand or by keys; nobody looks from below the ground or over the top. */
export const turnedBy = ({ about, towards }: Turning, right: number, down: number): Turning => ({
  about: about + right,
  towards: Math.max(-Math.PI / 2, Math.min(Math.PI / 2, towards + down)),
});
