import { seededRandom } from '../../../algebra/random';
import type { Pairs } from '../pairs';

/** Pairs of either kind that are looked at. */
const SAMPLE = 20_000;
const LEAST = 1e-12;

/**
 * What UMAP's draws make small, for each pair drawn (Damrich and Hamprecht 2021): the cross-entropy of pairs of the graph,
 * weighted by their memberships, and of as many pairs drawn at random as are pushed apart for each of them. From a sample
 * of both, of few from all of them.
 *
 * @param places n × 4
 */
export function crossEntropy(
  { starts, ends, shares }: Pairs,
  places: Float32Array,
  { a, b, drawn }: { readonly a: number; readonly b: number; readonly drawn: number },
): number {
  const n = starts.length - 1;
  const near = (i: number, j: number): number => {
    let square = 0;
    for (let k = 0; k < 3; k++) square += (places[4 * i + k]! - places[4 * j + k]!) ** 2;
    return 1 / (1 + a * square ** b);
  };
  const all = starts[n]!;
  const every = Math.max(1, Math.floor(all / SAMPLE));
  let [together, weight, i] = [0, 0, 0];
  for (let e = 0; e < all; e += every) {
    while (starts[i + 1]! <= e) i++;
    const share = shares[e]!;
    if (!(share > 0)) continue;
    together -= share * Math.log(Math.max(near(i, ends[e]!), LEAST));
    weight += share;
  }
  let [apart, looked] = [0, 0];
  const look = (x: number, y: number): void => {
    apart -= Math.log(Math.max(1 - near(x, y), LEAST));
    looked++;
  };
  if (n * (n - 1) <= SAMPLE) {
    for (let x = 0; x < n; x++) for (let y = 0; y < n; y++) if (x !== y) look(x, y);
  } else {
    const { whole } = seededRandom(1);
    while (looked < SAMPLE) {
      const [x, y] = [whole(n), whole(n)];
      if (x !== y) look(x, y);
    }
  }
  return together / weight + (drawn * apart) / looked;
}
