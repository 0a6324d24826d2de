/**
 * The corners of the least convex outline around some points, counter-clockwise, the lowest x first (Andrew 1979): two
 * where all lie on a line, one where all are the same, none of no points.
 */
export function convexHull(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
  places: readonly number[],
): (readonly [number, number])[] {
  const order = [...places].sort((a, b) => x[a]! - x[b]! || y[a]! - y[b]!);
  const below = chain(x, y, order);
  const above = chain(x, y, order.reverse());
  // Each chain ends where the other starts.
  const corners = [...below.slice(0, -1), ...above.slice(0, -1)];
  const hull = corners.length === 0 ? order.slice(0, 1) : corners;
  return hull.map(i => [x[i]!, y[i]!] as const);
}

/** The corners at which one turns left on the way along sorted points, each place once. */
function chain(x: ArrayLike<number>, y: ArrayLike<number>, order: readonly number[]): number[] {
  const corners: number[] = [];
  for (const i of order) {
    const last = corners.at(-1);
    if (last !== undefined && x[last] === x[i] && y[last] === y[i]) continue;
    while (corners.length > 1) {
      const [a, b] = [corners.at(-2)!, corners.at(-1)!];
      const turn = (x[b]! - x[a]!) * (y[i]! - y[a]!) - (y[b]! - y[a]!) * (x[i]! - x[a]!);
      if (turn > 0) break;
      corners.pop();
    }
    corners.push(i);
  }
  return corners;
}
