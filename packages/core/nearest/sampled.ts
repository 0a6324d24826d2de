import { seededRandom } from '../algebra/random';

/** Some of n places by a seed, ascending. */
export function sampled(n: number, count: number): Uint32Array {
  const { whole } = seededRandom(1);
  const order = Uint32Array.from({ length: n }, (_, i) => i);
  for (let place = 0; place < count; place++) {
    const other = place + whole(n - place);
    [order[place], order[other]] = [order[other]!, order[place]!];
  }
  return order.slice(0, count).sort();
}
