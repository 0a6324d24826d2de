import { columnOf, entry } from '../../algebra/matrix';
import { compute } from '../../recipe/compute';
import { withItemsAside } from '../../recipe/edit/factors';
import { withColumnRenamed } from '../../recipe/edit/renamed';
import { withReduction, withSettings } from '../../recipe/edit/reductions';
import { askOf, preparationOf, reducedBy } from '../../recipe/requests';
import { parseRecipe } from '../../recipe/schema';
import { writeRecipe } from '../../recipe/writeRecipe';
import { costsAsk } from './ask';
import { read, made, table, byFactors, studyOf, factorsOf, three, reversalOf } from '../../testFactors';

test('a new reduction by factors keeps as many as parallel analysis of common factors votes for', async () => {
  const recipe = studyOf(table);
  const { rotated, note } = await factorsOf(table, recipe);
  const reduction = byFactors(recipe);
  const { votes } = await compute(table, {
    stage: 'retention',
    preparation: preparationOf(recipe),
    without: [],
    settings: reduction.settings.retention,
  });
  const vote = votes.find(({ of, rule }) => of === 'factors' && rule.includes('95th'))!;
  expect(rotated.pattern.columns).toBe(vote.count);
  expect(note).toBeNull();
});

test.each([
  [
    'a matrix without n',
    'r,a,b,c,d\na,1,.5,.4,.5\nb,.5,1,.4,.3\nc,.4,.4,1,.4\nd,.5,.3,.4,1\n',
    /needs the number of rows/,
  ],
  [
    'a measure that stands there twice',
    Array.from({ length: 80 }, (_, i) => {
      const [f, g] = [Math.sin(i * 1.7), Math.cos(i * 2.3)];
      const own = Array.from({ length: 9 }, (_item, j) => (j < 5 ? f : g) + 0.6 * Math.sin(i * (3.1 + j)));
      return [...own, own[0]!].map(value => value.toFixed(4)).join(',');
    }).reduce((all, line) => `${all}${line}\n`, 'a,b,c,d,e,f,g,h,i,j\n'),
    /an inverse/,
  ],
])(
  'where random data say nothing those above average are kept, and it is said: %s',
  async (_, text, note) => {
    const of = read(text.replace('r,a', ',a'));
    const found = await factorsOf(of, studyOf(of));
    expect(found.note).toMatch(note);
    expect(found.rotated.pattern.columns).toBeGreaterThan(0);
  },
);

test('a recipe with factors, trail, target and all is written and read back', () => {
  const full = withItemsAside(
    studyOf(table, {
      keep: 3,
      extraction: 'maximum-likelihood',
      correlations: 'polychoric',
      fade: 'by-rows',
      scoring: 'bartlett',
      rotation: {
        ...byFactors(three).settings.rotation,
        method: 'target',
        target: [{ measure: 'q01', factor: 1 }],
      },
    }),
    byFactors(three),
    ['q24'],
    'belongs to nothing',
  );
  expect(parseRecipe(writeRecipe(full), 'r')).toEqual(full);
});

test('a target places measures: the others’ loadings are as small as can be there', async () => {
  const oblimin = await factorsOf(table, three);
  const leads = made.truth.factors;
  const target = oblimin.measures.flatMap(measure => {
    const { factor } = made.truth.items[measure]!;
    return factor === null ? [] : [{ measure, factor: leads.indexOf(factor) + 1 }];
  });
  const rotation = { ...byFactors(three).settings.rotation, method: 'target' as const, target };
  const aimed = withSettings(three, byFactors(three), { rotation });
  const found = await factorsOf(table, aimed);
  for (const { measure, factor } of target) {
    const j = found.measures.indexOf(measure);
    for (let d = 0; d < 3; d++) {
      const size = Math.abs(entry(found.rotated.pattern, j, d));
      if (d === factor - 1) expect(size).toBeGreaterThan(0.4);
      else expect(size).toBeLessThan(0.25);
    }
  }
  // Each factor points to its largest loading, whatever the solver gave.
  for (let d = 0; d < 3; d++) {
    const column = columnOf(found.rotated.pattern, d);
    const most = column.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
    expect(most).toBeGreaterThan(0);
  }
  const few = withSettings(three, byFactors(three), {
    rotation: { ...rotation, target: target.slice(0, 1) },
  });
  await expect(factorsOf(table, few)).rejects.toThrow(/too few measures that do not belong/);
  const far = withSettings(three, byFactors(three), {
    rotation: { ...rotation, target: [...target.slice(1), { ...target[0]!, factor: 7 }] },
  });
  await expect(factorsOf(table, far)).rejects.toThrow(/lead on factor 7, and 3 are kept/);
});

test('what is renamed is renamed wherever factors speak of it', () => {
  const rotation = {
    ...byFactors(three).settings.rotation,
    method: 'target' as const,
    target: [{ measure: 'q02', factor: 1 }],
  };
  const settled = withSettings(three, byFactors(three), {
    rotation,
    turned: [{ profile: [{ measure: 'q02', correlation: 0.5 }] }],
    placed: ['q02'],
    outcome: 'q02',
  });
  const aside = withItemsAside(settled, byFactors(settled), ['q02'], 'odd');
  const text = JSON.stringify(byFactors(withColumnRenamed(aside, 'q02', 'way')));
  expect(text).not.toContain('q02');
  expect(text.match(/"way"/g)).toHaveLength(6);
});

test('costs at the number in hand are those of the factors in hand', async () => {
  const costs = await compute(table, {
    ...costsAsk(askOf(three, byFactors(three)), 3),
    stage: 'factorCosts',
  });
  const { communalities, residuals, heywood } = await factorsOf(table, three);
  expect(costs.map(({ factors }) => factors)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  expect(costs[2]).toMatchObject({
    poorlyHeld: communalities.filter(value => value < 0.4).length,
    heywood: heywood.length,
    converged: true,
  });
  expect(costs[2]!.beyond).toBeCloseTo(residuals.beyond, 10);
});

const NINE = ['q01', 'q04', 'q07', 'q02', 'q05', 'q08', 'q03', 'q06', 'q12'];

test('an outcome on the scores: least squares gives a sum of scores back, and weights of measures the same', async () => {
  const lines = made.csv
    .replaceAll(/(?<=,)99(?=,|\n)/g, '')
    .trim()
    .split('\n');
  // Three measures of each factor, for the time that it takes.
  const without = Object.keys(made.truth.items).filter(name => !NINE.includes(name));
  const nine = withReduction(three, byFactors(three).id, { without });
  const first = await factorsOf(table, nine);
  const scored = new Map(
    [...first.rows].map((row, i) => [
      row,
      3 + 2 * entry(first.rowScores, i, 0) - entry(first.rowScores, i, 2),
    ]),
  );
  const more = read(
    [`${lines[0]},judged`, ...lines.slice(1).map((line, i) => `${line},${scored.get(i) ?? ''}`)].join('\n'),
  );
  const whole = studyOf(more, { keep: 3 });
  const study = withReduction(whole, byFactors(whole).id, { without });
  const judged = {
    ...study,
    columns: study.columns.map(column =>
      column.name === 'judged' ? { ...column, role: 'aside' as const } : column,
    ),
  };
  const found = await compute(more, {
    ...askOf(judged, byFactors(judged)),
    stage: 'outcomeOnFactors',
    outcome: 'judged',
    seed: 1,
  });
  expect(found.r2).toBeCloseTo(1, 10);
  [3, 2, 0, -1].forEach((estimate, d) => expect(found.coefficients[d]!.estimate).toBeCloseTo(estimate, 8));
  const made2 = await factorsOf(more, judged);
  for (const i of [0, 40, 200]) {
    const row = made2.rows[i]!;
    const foretold = found.weights.reduce((sum, { measure, weight }) => {
      const column = more.columns.find(({ name }) => name === measure)!;
      if (column.kind !== 'number') throw new Error('expected numbers');
      const reversal = reversalOf(judged, measure);
      const value = reversal === null ? column.values[row]! : reversal - column.values[row]!;
      return sum + weight * value;
    }, found.intercept);
    expect(foretold).toBeCloseTo(scored.get(row)!, 6);
  }
  expect(found.crossValidated).toHaveLength(3);
  expect(found.crossValidated.at(-1)!).toBeGreaterThan(0.95);
});

test('scores stand in the table: the placement of factors is asked for as any other', async () => {
  const reduced = reducedBy(three, byFactors(three));
  const placed = await compute(table, { stage: 'placement', reduced });
  const found = await factorsOf(table, three);
  expect(placed.at).toEqual(found.rowScores);
  expect(placed.shares).toBeNull();
});
