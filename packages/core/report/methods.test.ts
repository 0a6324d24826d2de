import { compute } from '../recipe/compute';
import { askOf } from '../recipe/requests';
import { isBy, type Recipe } from '../recipe/schema';
import { coefficient, percent } from '../writeup/format';
import { reportOf } from './gather';
import type { Report } from './report';
import { figureIn, potsherds, sentence, sherdsStudy, studyOf, survey } from '../testReport';
import { plainText } from '../writeup/told';

const factors = studyOf(survey, ['factors'], 'age band');
let ofFactors: Report;
let ofAxes: Report;
beforeAll(async () => {
  ofFactors = await reportOf(factors.table, {
    ...factors.recipe,
    reductions: factors.recipe.reductions.map(one => ({
      ...one,
      resamples: { ...one.resamples, times: 10 },
    })),
  });
  ofAxes = await reportOf(sherdsStudy.table, sherdsStudy.recipe);
}, 120_000);

const tableIn = (of: Report, key: string) =>
  of.sections.flatMap(({ tables }) => tables).find(table => table.key === key)!;

test('factors: communalities add up with uniquenesses, fit and correlations are the model’s', async () => {
  const reduction = factors.recipe.reductions[0]!;
  if (!isBy(reduction, 'factors')) throw new Error('factors');
  const found = await compute(factors.table, { ...askOf(factors.recipe, reduction), stage: 'factors' });
  const loadings = tableIn(ofFactors, 'factors-1 loadings');
  for (const { name, cells } of loadings.lines) {
    const j = found.measures.indexOf(name);
    const [communality, uniqueness] = cells.slice(-2).map(({ text }) => Number(text));
    expect(communality! + uniqueness!).toBeCloseTo(1, 1.9);
    expect(communality!).toBeCloseTo(found.communalities[j]!, 2);
  }
  // Σ of the squared structure loadings at the foot, from the printed structure, to its two decimals.
  const structure = tableIn(ofFactors, 'factors-1 structure');
  loadings.foot![0]!.cells.slice(0, -2).forEach(({ text }, d) => {
    const sum = structure.lines.reduce(
      (all, { cells }) => all + Number(cells[d]!.text.replace('−', '-')) ** 2,
      0,
    );
    expect(Number(text)).toBeCloseTo(sum, 1);
  });
  expect(figureIn(ofFactors, 'factors-1 held', 'held')).toBe(percent(found.jointShare, 1));
  expect(figureIn(ofFactors, 'factors-1 phi', 'phi 1 2')).toBe(
    coefficient(found.rotated.phi.values[found.rotated.phi.rows]!),
  );
  expect(figureIn(ofFactors, 'factors-1 fit', 'df')).toBe(String(((24 - 3) ** 2 - (24 + 3)) / 2));
});

test('axes: Wilks’ Λ is the product of 1 / (1 + λ), shares add up, confusions are rows', async () => {
  const reduction = sherdsStudy.recipe.reductions[1]!;
  if (!isBy(reduction, 'discriminant')) throw new Error('axes');
  const found = await compute(sherdsStudy.table, {
    ...askOf(sherdsStudy.recipe, reduction),
    stage: 'discriminant',
  });
  const lambda = found.eigenvalues.reduce((all, value) => all / (1 + value), 1);
  expect(Number(figureIn(ofAxes, 'discriminant-2 wilks', 'lambda'))).toBeCloseTo(lambda, 3);
  const axes = tableIn(ofAxes, 'discriminant-2 axes');
  const shares = axes.lines.map(({ cells }) => parseFloat(cells[1]!.text));
  expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(100, 0);
  axes.lines.forEach(({ cells }) => {
    const value = Number(cells[0]!.text);
    expect(Number(cells[2]!.text)).toBeCloseTo(Math.sqrt(value / (1 + value)), 1.9);
  });
  const confusions = tableIn(ofAxes, 'discriminant-2 confusions');
  const all = confusions.lines.map(({ cells }) => cells.map(({ text }) => Number(text)));
  const sum = all.flat().reduce((total, count) => total + count, 0);
  const right = all.reduce((total, line, g) => total + line[g]!, 0);
  expect(sum).toBe(found.rows.length);
  expect(figureIn(ofAxes, 'discriminant-2 right', 'held')).toBe(percent(right / sum, 1));
  // Centres weighed by their rows have a mean of 0.
  const centres = tableIn(ofAxes, 'discriminant-2 centres');
  const mean = centres.lines.reduce(
    (total, { cells }) => total + Number(cells[0]!.text) * Number(cells[1]!.text.replace('−', '-')),
    0,
  );
  expect(Math.abs(mean / sum)).toBeLessThan(0.01);
});

test('a label whose groups do not differ is not said to part them', async () => {
  const noise = studyOf(survey, ['discriminant'], 'age band');
  const { recipe } = noise;
  const of = await reportOf(noise.table, recipe);
  const said = plainText(sentence(of, 'discriminant-1 wilks'));
  expect(said).toContain('do not differ by more than chance');
  expect(plainText(sentence(ofAxes, 'discriminant-2 wilks'))).toContain('The groups differ:');
}, 60_000);

test('a level whose rows have no dimensions of their own has no congruence in the report', async () => {
  const { table, recipe } = studyOf(potsherds, ['components'], 'kiln');
  // Of two rows of a level a measure never varies: set so by taking a level of few rows.
  const halved: Recipe = {
    ...recipe,
    reductions: recipe.reductions.map(one => ({
      ...one,
      resamples: { ...one.resamples, halves: 'kiln', times: 10 },
    })),
  };
  const of = await reportOf(table, halved);
  const halves = of.sections.flatMap(({ results }) => results).filter(({ key }) => key.includes('halves'));
  expect(halves.length).toBeGreaterThan(3);
  for (const one of halves) {
    expect(plainText(one)).toMatch(/Of the rows whose kiln is .* and of all others they agree by/);
    expect(plainText(one)).not.toContain('–');
  }
}, 60_000);

test('of all dimensions kept there is no next', async () => {
  const { table, recipe } = studyOf(potsherds, ['components'], 'kiln');
  const all: Recipe = {
    ...recipe,
    reductions: recipe.reductions.map(one =>
      isBy(one, 'components') ? { ...one, settings: { ...one.settings, keep: 20 } } : one,
    ) as Recipe['reductions'],
  };
  const of = await reportOf(table, all);
  expect(plainText(sentence(of, 'components-1 held'))).toMatch(/hold 100.0\s% of the variance\.$/);
}, 60_000);

test('an outcome’s table: on uncorrelated scores t² add up to k times F, and R² is of F', async () => {
  // Ceramic sherds' first measure is set aside to be foretold.
  const { table, recipe } = studyOf(potsherds, ['components'], 'kiln');
  const outcome = recipe.columns.find(({ role }) => role === 'measure')!.name;
  const [reduction] = recipe.reductions;
  const foretelling: Recipe = {
    ...recipe,
    columns: recipe.columns.map(one => (one.name === outcome ? { ...one, role: 'aside' as const } : one)),
    reductions: isBy(reduction!, 'components')
      ? [{ ...reduction, settings: { ...reduction.settings, keep: 3, outcome } }]
      : [],
  };
  const report = await reportOf(table, foretelling);
  const { lines } = tableIn(report, `${reduction!.id} outcome table`);
  const number = (text: string): number => Number(text.replace('−', '-'));
  expect(lines).toHaveLength(4);
  const squares = lines.slice(1).map(({ cells }) => number(cells[2]!.text) ** 2);
  const f = number(figureIn(report, `${reduction!.id} outcome`, 'f'));
  expect(squares.reduce((sum, square) => sum + square, 0) / (3 * f)).toBeCloseTo(1, 2);
  for (const { cells } of lines) {
    const [estimate, error, t] = cells.map(({ text }) => number(text));
    expect(estimate! / error! / t!).toBeCloseTo(1, 1);
  }
  const text = plainText(sentence(report, `${reduction!.id} outcome`));
  const df = Number(/F\(3, (\d+)\)/.exec(text)![1]);
  expect(number(figureIn(report, `${reduction!.id} outcome`, 'r2'))).toBeCloseTo((3 * f) / (3 * f + df), 2);
});
