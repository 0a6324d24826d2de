import { columnOf, zeros, type Matrix } from './matrix';
import { crossed } from './product';
import { largestPrincipalAngle } from './principalAngle';
import { seededRandom } from './random';

test('the angle between spaces is that found by trying directions', () => {
  const { normal } = seededRandom(11);
  const random = (p: number, k: number): Matrix => ({
    ...zeros(p, k),
    values: Float64Array.from({ length: p * k }, normal),
  });
  for (let round = 0; round < 5; round++) {
    const [a, b] = [random(4, 2), random(4, 2)];
    // The direction of b that lies farthest from the plane of a.
    let worst = 0;
    for (let step = 0; step < 20_000; step++) {
      const t = (Math.PI * step) / 20_000;
      const v = columnOf(b, 0).map((value, i) => Math.cos(t) * value + Math.sin(t) * columnOf(b, 1)[i]!);
      const gram = crossed(a, a);
      const [aa, ab, , bb] = gram.values as unknown as number[];
      const along = [0, 1].map(d => columnOf(a, d).reduce((sum, value, i) => sum + value * v[i]!, 0));
      const det = aa! * bb! - ab! * ab!;
      const weights = [(bb! * along[0]! - ab! * along[1]!) / det, (aa! * along[1]! - ab! * along[0]!) / det];
      const rest = v.map(
        (value, i) => value - weights[0]! * columnOf(a, 0)[i]! - weights[1]! * columnOf(a, 1)[i]!,
      );
      worst = Math.max(worst, Math.asin(Math.min(1, Math.hypot(...rest) / Math.hypot(...v))));
    }
    expect(largestPrincipalAngle(a, b)).toBeCloseTo(worst, 4);
  }
  // A tiny turn keeps its digits.
  const plane: Matrix = { rows: 3, columns: 1, values: Float64Array.of(1, 0, 0) };
  const turned: Matrix = { rows: 3, columns: 1, values: Float64Array.of(Math.cos(1e-9), Math.sin(1e-9), 0) };
  expect(largestPrincipalAngle(plane, turned) / 1e-9).toBeCloseTo(1, 6);
});
