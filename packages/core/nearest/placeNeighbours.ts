import type { Matrix } from '../algebra/matrix';
import type { Neighbours } from './exactNeighbours';

/** Points that a leaf of the tree holds at most. */
const LEAF = 12;

/**
 * The k nearest other points of each point in few dimensions, nearest first, of equally near ones the first; by a k-d tree
 * (Bentley 1975; Friedman, Bentley and Finkel 1977).
 *
 * @param at points × dimensions
 * @param k at most one fewer than there are points
 */
export function placeNeighbours(at: Matrix, k: number): Neighbours {
  const { rows: n, columns: dimensions, values } = at;
  const order = Uint32Array.from({ length: n }, (_, i) => i);
  split(0, n, 0);
  const result = { k, rows: new Uint32Array(n * k), distances: new Float32Array(n * k) };
  const squares = new Float64Array(k);
  const places = new Uint32Array(k);
  let count = 0;
  for (let i = 0; i < n; i++) {
    count = 0;
    search(i, 0, n, 0);
    for (let j = 0; j < k; j++) {
      result.rows[i * k + j] = places[j]!;
      result.distances[i * k + j] = Math.sqrt(squares[j]!);
    }
  }
  return result;

  function axisAt(depth: number): number {
    return depth % dimensions;
  }

  /** Puts the middle of a stretch in its place, those before it on its one side. */
  function split(from: number, to: number, depth: number): void {
    if (to - from <= LEAF) return;
    const middle = (from + to) >> 1;
    select(from, to - 1, middle, axisAt(depth) * n);
    split(from, middle, depth + 1);
    split(middle + 1, to, depth + 1);
  }

  /** Hoare's selection (1961). */
  function select(first: number, last: number, wanted: number, offset: number): void {
    let [low, high] = [first, last];
    while (low < high) {
      const pivot = values[offset + order[(low + high) >> 1]!]!;
      let [i, j] = [low, high];
      while (i <= j) {
        while (values[offset + order[i]!]! < pivot) i++;
        while (values[offset + order[j]!]! > pivot) j--;
        if (i > j) break;
        const kept = order[i]!;
        order[i++] = order[j]!;
        order[j--] = kept;
      }
      if (wanted <= j) high = j;
      else if (wanted >= i) low = i;
      else return;
    }
  }

  function search(i: number, from: number, to: number, depth: number): void {
    if (to - from <= LEAF) {
      for (let place = from; place < to; place++) offer(i, order[place]!);
      return;
    }
    const middle = (from + to) >> 1;
    const point = order[middle]!;
    const offset = axisAt(depth) * n;
    const off = values[offset + i]! - values[offset + point]!;
    const [near, far] = off < 0 ? [[from, middle], [middle + 1, to]] : [[middle + 1, to], [from, middle]]; // prettier-ignore
    search(i, near![0]!, near![1]!, depth + 1);
    offer(i, point);
    if (count < k || off * off <= squares[k - 1]!) search(i, far![0]!, far![1]!, depth + 1);
  }

  function offer(i: number, j: number): void {
    if (i === j) return;
    let square = 0;
    for (let d = 0; d < dimensions; d++) square += (values[d * n + i]! - values[d * n + j]!) ** 2;
    if (count === k && !isBefore(square, j, k - 1)) return;
    let place = count < k ? count++ : k - 1;
    for (; place > 0 && isBefore(square, j, place - 1); place--) {
      squares[place] = squares[place - 1]!;
      places[place] = places[place - 1]!;
    }
    squares[place] = square;
    places[place] = j;
  }

  function isBefore(square: number, j: number, place: number): boolean {
    return square < squares[place]! || (square === squares[place]! && j < places[place]!);
  }
}
