import { entry } from '../algebra/matrix';
import { partSeed } from '../algebra/random';
import { drawsOf } from './draws';
import { laidAgain, resamplesSteps } from './resamples';
import { PLAIN_RESAMPLING } from './resampling';
import { pairAt } from './rowPlaces';
import { rowEllipses } from '../use/rowEllipses';
import { ended, made, componentsOf } from './testAnew';

test('where rows lay over the resamples: means and covariances by definition', () => {
  const columns = made(30, 5, 9);
  const { anew } = componentsOf(columns, 3);
  const way = { ...PLAIN_RESAMPLING, times: 25 };
  const draws = drawsOf(anew, null);
  const { places } = ended(resamplesSteps(anew, draws, way));
  const all = Array.from({ length: 25 }, (_, b) => {
    const { again, laid } = laidAgain(anew, draws.anew(partSeed(1, b), 30), 'matched')!;
    return again.places(laid.loadings, laid.by)!;
  });
  const mean = (i: number, d: number) => all.reduce((sum, at) => sum + entry(at, i, d), 0) / 25;
  for (const i of [0, 13, 29]) {
    for (const [a, b] of [
      [0, 0],
      [0, 1],
      [2, 1],
      [2, 2],
    ] as const) {
      const wanted =
        all.reduce((sum, at) => sum + (entry(at, i, a) - mean(i, a)) * (entry(at, i, b) - mean(i, b)), 0) /
        24;
      expect(entry(places!.covariances, i, pairAt(3, a, b))).toBeCloseTo(wanted, 9);
    }
    expect(entry(places!.means, i, 1)).toBeCloseTo(mean(i, 1), 9);
  }
});

test('the ellipse of a row holds about 95 % of its places over the resamples', () => {
  const { anew } = componentsOf(made(60, 5, 10), 2);
  const way = { ...PLAIN_RESAMPLING, times: 300, alignment: 'turned' as const };
  const draws = drawsOf(anew, null);
  const { places } = ended(resamplesSteps(anew, draws, way));
  const found = rowEllipses(places!, [3, 40, 999], [1, 0], [2, 0.5], 0.95);
  expect(found.map(({ row }) => row)).toEqual([3, 40]);
  for (const { row, centre, ellipse } of found) {
    let inside = 0;
    for (let b = 0; b < 300; b++) {
      const { again, laid } = laidAgain(anew, draws.anew(partSeed(1, b), 60), 'turned')!;
      const at = again.places(laid.loadings, laid.by)!;
      const [dx, dy] = [2 * entry(at, row, 1) - centre[0], 0.5 * entry(at, row, 0) - centre[1]];
      const [c, s] = [Math.cos(ellipse.angle), Math.sin(ellipse.angle)];
      const along = (c * dx + s * dy) / ellipse.half[0];
      const across = (c * dy - s * dx) / ellipse.half[1];
      inside += Number(along ** 2 + across ** 2 <= 1);
    }
    expect(inside / 300).toBeGreaterThan(0.9);
    expect(inside / 300).toBeLessThan(0.99);
  }
});
