import { freshRecipe, freshReduction } from '@wold/core/recipe/fresh';
import type { Recipe, Reduction } from '@wold/core/recipe/schema';
import { sampleFrom } from '@wold/core/testWhole';
import { tableOf } from '@wold/core/testTables';
import type { QuestionRoute } from '../readings/questions';
import { extentAt } from './extentAt';

const whole = tableOf([[1, 2, 3, 4, 6], [2, 1, 5, 3, 3], [9, 8, 1, 2, 2]], ['a', 'b', 'c']); // prettier-ignore
const sample = sampleFrom(whole, [0, 2, 3, 4]);
const recipe = freshRecipe(sample);
const size = { rows: 4, measures: 3, label: null };
const [components] = recipe.reductions as [Reduction];
const by = (method: 'factors' | 'neighbours' | 'discriminant') =>
  freshReduction(method, '2', 'x', null, size);
const at = (route: QuestionRoute, view: string | null, of: Reduction, one: Recipe = recipe) =>
  extentAt(route, view, one, sample, of);

test.each([
  ['table', 'columns', 'whole'],
  ['table', 'grid', 'sample'],
  ['preparation', null, 'sample'],
  ['suitability', null, 'whole'],
  ['dimensions', null, 'whole'],
  ['meaning', 'ledger', 'whole'],
  ['meaning', 'columns', 'sample'],
  ['map', 'map', 'sample'],
  ['map', 'groups', 'whole'],
  ['trust', 'odd', 'sample'],
  ['trust', 'groups', 'whole'],
  ['trust', 'repeats', 'whole'],
  ['writeup', null, null],
] as const)('components, %s, %s: %s', (route, view, extent) => {
  expect(at(route, view, components)).toBe(extent);
});

test('factors’ fit is of the whole, maps of neighbours of the sample throughout', () => {
  expect(at('trust', 'fit', by('factors'))).toBe('whole');
  expect(at('trust', null, by('factors'))).toBe('whole');
  expect(at('trust', 'resamples', by('factors'))).toBe('sample');
  for (const route of ['dimensions', 'meaning', 'map', 'trust'] as const) {
    expect(at(route, null, by('neighbours'))).toBe('sample');
  }
  expect(at('dimensions', null, by('discriminant'))).toBe('whole');
});

test('ranks are of the sample, as is all where the sample alone is reduced; a table in hand has no mark', () => {
  const ranks = { ...recipe, suitability: { ...recipe.suitability, correlations: 'spearman' as const } };
  expect(at('suitability', null, components, ranks)).toBe('sample');
  const alone = { ...recipe, preparation: { ...recipe.preparation, extent: 'sample' as const } };
  for (const route of ['table', 'suitability', 'dimensions', 'writeup'] as const) {
    expect(at(route, 'columns', components, alone)).toBe('sample');
  }
  expect(extentAt('dimensions', null, recipe, whole, components)).toBeNull();
});
