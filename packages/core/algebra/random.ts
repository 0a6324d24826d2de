import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A stream of seeded random numbers, the same on every host. */
export interface Random {
  /** Uniform in [0, 1), with 53 random bits. */
  readonly uniform: () => number;
  /** Uniform among 0 … below − 1. */
  readonly whole: (below: number) => number;
  /** Standard normal. */
  readonly normal: () => number;
  /** χ² with `df` degrees of freedom, 1 or more. */
  readonly chiSquare: (df: number) => number;
}

/** A seed of its own for each part of some work, so that parts can be done in any order (finaliser of Appleby 2011). */
export function partSeed(seed: number, part: number): number {
  let h = Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^ Math.imul(part + 1, 0xc2b2ae35);
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return h ^ (h >>> 16);
}

/**
 * Seeded random numbers from xoroshiro128+ (Blackman and Vigna 2018, as packaged by pure-rand); normal numbers by the
 * polar method (Marsaglia and Bray 1964).
 *
 * @param seed a whole number
 */
export function seededRandom(seed: number): Random {
  const generator = xoroshiro128plus(seed);
  let spare: number | null = null;

  const uniform = () => uniformFloat64(generator);

  function normal(): number {
    if (spare !== null) {
      const kept = spare;
      spare = null;
      return kept;
    }
    for (;;) {
      const x = 2 * uniform() - 1;
      const y = 2 * uniform() - 1;
      const square = x * x + y * y;
      if (square >= 1 || square === 0) continue;
      const factor = Math.sqrt((-2 * Math.log(square)) / square);
      spare = y * factor;
      return x * factor;
    }
  }

  /** Twice a gamma number of shape df / 2, by rejection (Marsaglia and Tsang 2000). */
  function chiSquare(df: number): number {
    if (df === 1) {
      const z = normal();
      return z * z;
    }
    const d = df / 2 - 1 / 3;
    const c = 1 / Math.sqrt(9 * d);
    for (;;) {
      const x = normal();
      const root = 1 + c * x;
      if (root <= 0) continue;
      const v = root * root * root;
      if (Math.log(1 - uniform()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return 2 * d * v;
    }
  }

  return { uniform, normal, chiSquare, whole: below => Math.floor(uniform() * below) };
}
