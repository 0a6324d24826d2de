import { freshRecipe } from '../fresh';
import type { Recipe } from '../schema';
import { normalTable, reductionWith } from '../../testTables';
import { changeBetween } from './changeWords';
import { withRoles } from './columns';
import { withMap, withNewReduction, withReduction } from './reductions';
import { withScoreColumns } from './scores';

const recipe = freshRecipe(normalTable(20, 4, 1));
const hand = recipe.reductions[0]!;
const prepared = (change: Partial<Recipe['preparation']>): Recipe => ({
  ...recipe,
  preparation: { ...recipe.preparation, ...change },
});
const set = (change: Parameters<typeof reductionWith>[1]): Recipe =>
  withReduction(recipe, hand.id, reductionWith(hand, change));

test.each([
  ['a role', withRoles(recipe, ['x2'], 'aside'), 'the role of x2', null],
  ['roles', withRoles(recipe, ['x2', 'x3'], 'aside'), 'the roles of 2 columns', null],
  ['gaps', prepared({ missing: 'mean' }), 'what is done about gaps', 'preparation'],
  ['scale', prepared({ scale: 'centre' }), 'the scale of measures', 'preparation'],
  ['rotation', set({ rotation: { method: 'varimax', power: 4 } }), 'the rotation of Components', 'meaning'],
  ['keep', set({ keep: 2 }), 'the number of dimensions of Components', 'dimensions'],
  ['limit', set({ limit: 0.9 }), 'the limits of odd rows of Components', 'trust'],
  ['map', withMap(recipe, hand, { arrows: 3 }), 'the looks of the map of Components', 'map'],
  ['new', withNewReduction(recipe, hand, 20).recipe, 'the reduction Components 2', null],
  ['scores', withScoreColumns(recipe, hand, ['a'], null, null), 'columns of scores', 'table'],
  ['reading', { ...recipe, reading: { header: false } }, 'how the file is read', 'table'],
] as const)('%s', (_, after, what, question) => {
  expect(changeBetween(recipe, after)).toEqual({ what, question });
  // There and back it is the same thing.
  expect(changeBetween(after, recipe).what).toBe(what);
});
