import { seededRandom } from './random';

/** The numbers from 0 to n − 1 in an order drawn by a seed (Fisher and Yates 1938). */
export function shuffled(n: number, seed: number): number[] {
  const random = seededRandom(seed);
  const order = Array.from({ length: n }, (_, i) => i);
  for (let i = n - 1; i > 0; i--) {
    const j = random.whole(i + 1);
    [order[i], order[j]] = [order[j]!, order[i]!];
  }
  return order;
}
