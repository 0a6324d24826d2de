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

  return { uniform, normal, whole: below => Math.floor(uniform() * below) };
}
