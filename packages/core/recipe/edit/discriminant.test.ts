import { normalTable } from '../../testTables';
import { freshRecipe, freshReduction } from '../fresh';
import { isBy, type Recipe } from '../schema';
import { withSeparatedLabel } from './discriminant';
import { withReduction } from './reductions';

const fresh = freshRecipe(normalTable(12, 3, 1));
const axes = freshReduction('discriminant', '2', 'Axes', 'kiln', { rows: 12, measures: 3, label: 'kiln' });
const recipe: Recipe = { ...fresh, reductions: [...fresh.reductions, axes] };
const separated = (from: Recipe, label: string | null) => {
  const [, reduction] = from.reductions;
  if (reduction === undefined || !isBy(reduction, 'discriminant')) throw new Error('no axes');
  return withSeparatedLabel(from, reduction, label).reductions[1]!;
};

test('the map’s colour follows the label that axes separate, unless it was another’s', () => {
  expect(axes.map.colour).toBe('kiln');
  expect(separated(recipe, 'phase')).toMatchObject({
    settings: { label: 'phase' },
    map: { colour: 'phase' },
  });
  const other = withReduction(recipe, axes.id, { map: { ...axes.map, colour: 'fabric' } });
  expect(separated(other, 'phase')).toMatchObject({
    settings: { label: 'phase' },
    map: { colour: 'fabric' },
  });
  const none = withReduction(recipe, axes.id, { map: { ...axes.map, colour: null } });
  expect(separated(none, 'phase').map.colour).toBe('phase');
});
