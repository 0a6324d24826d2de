import type { Pairs } from '../pairs';
import type { Forces } from './forces';

/** {@link Forces} in plain loops over all pairs: what the compiled ones are held against. */
export function plainForces({ starts, ends, shares }: Pairs, width: 2 | 4): Forces {
  const n = starts.length - 1;
  const pushes = new Float64Array(n * width);
  const d = new Float64Array(width);
  const squareOf = (places: Float32Array, i: number, j: number): number => {
    let square = 0;
    for (let a = 0; a < width; a++) {
      d[a] = places[i * width + a]! - places[j * width + a]!;
      square += d[a]! * d[a]!;
    }
    return square;
  };
  return {
    at: (places, exaggeration, gradient, withSpread) => {
      let [z, spread] = [0, 0];
      pushes.fill(0);
      for (let i = 0; i < n; i++) {
        for (let j = 0; j < i; j++) {
          const w = 1 / (1 + squareOf(places, i, j));
          z += 2 * w;
          for (let a = 0; a < width; a++) {
            pushes[i * width + a]! += w * w * d[a]!;
            pushes[j * width + a]! -= w * w * d[a]!;
          }
        }
      }
      gradient.fill(0);
      for (let i = 0; i < n; i++) {
        for (let e = starts[i]!; e < starts[i + 1]!; e++) {
          const near = 1 + squareOf(places, i, ends[e]!);
          const pull = (exaggeration * shares[e]!) / near;
          for (let a = 0; a < width; a++) gradient[i * width + a]! += pull * d[a]!;
          if (withSpread) spread += shares[e]! * Math.log(near);
        }
        for (let a = 0; a < width; a++) gradient[i * width + a]! -= pushes[i * width + a]! / z;
      }
      return { z, spread };
    },
    end: () => undefined,
  };
}
