import { columnOf } from '@wold/core/algebra/matrix';
import { keepComponents } from '@wold/core/methods/components/keepComponents';
import { decompose } from '@wold/core/methods/components/decompose';
import { distances } from '@wold/core/methods/components/distances';
import { PLAIN_PREPARATION, rowsOf } from '@wold/core/preparation/prepared';
import { prepare } from '@wold/core/preparation/prepare';
import type { RowMap } from '@wold/core/recipe/schema';
import { normalTable } from '@wold/core/testTables';
import type { Components } from '@wold/core/methods/components/components';
import { componentsPlacement } from '@wold/core/methods/components/placement';
import { spreadBy } from './spread';
import { mapArrows } from './arrows';
import { pointsOf } from '../../../readings/map/points';
import { sizesOf } from './sizes';

const table = normalTable(50, 6, 2);
const measures = table.columns.map(({ name }) => name);
const prepared = rowsOf(prepare(table, { ...PLAIN_PREPARATION, measures, weight: null }));
const decomposition = decompose(prepared);
const two = keepComponents(prepared, decomposition, 2);
const map = (change: Partial<RowMap> = {}): RowMap => ({
  x: 1,
  y: 2,
  z: null,
  xMeasure: null,
  yMeasure: null,
  sizeBy: null,
  shapeBy: null,
  density: 'none',
  colour: null,
  layers: [1, 2, 3],
  stretch: 'linear',
  clip: 2,
  figure: null,
  spread: 'scores',
  arrows: 6,
  size: 'same',
  odd: false,
  named: false,
  again: false,
  groups: 'none',
  share: 0.95,
  ...change,
});
const none = { kind: 'alike' } as const;
const pointsFor = (made: Components, how: RowMap) =>
  pointsOf(componentsPlacement(made), how, (spread, d) => spreadBy(made, spread, d), none);

test.each(['scores', 'even', 'standardised'] as const)(
  'spread by %s: points times arrows are what the two dimensions make of the entries',
  spread => {
    const points = pointsFor(two, map({ spread }));
    const { arrows, times } = mapArrows(two, points, map({ spread }));
    for (const { measure, x, y } of arrows) {
      const j = measures.indexOf(measure);
      for (const i of [0, 7, 49]) {
        let rebuilt = 0;
        for (let d = 0; d < 2; d++)
          rebuilt += columnOf(two.scores, d)[i]! * two.coefficients.values[d * 6 + j]!;
        expect((points.x[i]! * x + points.y[i]! * y) / times).toBeCloseTo(rebuilt, 9);
      }
    }
  },
);

test('rotated scores go with the pattern', () => {
  const turned = keepComponents(prepared, decomposition, 2, { method: 'varimax', power: 4 });
  const points = pointsFor(turned, map());
  const { arrows, times } = mapArrows(turned, points, map());
  const { measure, x, y } = arrows[0]!;
  const j = measures.indexOf(measure);
  let plain = 0;
  for (let d = 0; d < 2; d++) plain += columnOf(two.scores, d)[4]! * two.coefficients.values[d * 6 + j]!;
  expect((points.x[4]! * x + points.y[4]! * y) / times).toBeCloseTo(plain, 9);
});

test('only the strongest are drawn, and none reaches beyond the rows', () => {
  const points = pointsFor(two, map());
  const { arrows } = mapArrows(two, points, map({ arrows: 3 }));
  const strength = (measure: string) => two.communalities[measures.indexOf(measure)]!;
  const ordered = [...measures].sort((a, b) => strength(b) - strength(a)).slice(0, 3);
  expect(arrows.map(({ measure }) => measure)).toEqual(ordered);
  const [most, least] = [Math.max(...points.x), Math.min(...points.x)];
  for (const { x } of arrows) {
    expect(x).toBeLessThanOrEqual(most);
    expect(x).toBeGreaterThanOrEqual(least);
  }
  expect(mapArrows(two, points, map({ arrows: 0 })).arrows).toEqual([]);
});

test('sizes: squared cosines are shares of each row’s distance, contributions of the dimensions’ variance', () => {
  const whole = keepComponents(prepared, decomposition, 6);
  const far = distances(prepared, decomposition, 6, 0.95);
  expect(sizesOf(two, null, map())).toBeNull();
  expect(sizesOf(two, null, map({ size: 'squared-cosine' }))).toBeNull();
  const cosines = Array.from({ length: 3 }, (_, pair) =>
    sizesOf(whole, far, map({ size: 'squared-cosine', x: 2 * pair + 1, y: 2 * pair + 2 })),
  );
  for (let i = 0; i < 50; i++) {
    expect(cosines.reduce((sum, values) => sum + values![i]!, 0)).toBeCloseTo(1, 9);
  }
  const parts = sizesOf(two, far, map({ size: 'contribution' }))!;
  expect(Math.max(...parts)).toBe(1);
  const odd = [...parts.keys()].sort((a, b) => parts[b]! - parts[a]!)[0]!;
  const two2 = distances(prepared, decomposition, 2, 0.95);
  expect(two2.t2[odd]).toBe(Math.max(...two2.t2));
});
