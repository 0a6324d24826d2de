import { sherds } from '../../demo/sherds';
import { compute } from '../../recipe/compute';
import { withNewReduction, withSettings } from '../../recipe/edit/reductions';
import { figuresOf } from '../../recipe/figures';
import { freshRecipe } from '../../recipe/fresh';
import { askOf, reductionRequest } from '../../recipe/requests';
import { isBy } from '../../recipe/schema';
import { readDelimited } from '../../table/readDelimited';

const { csv, truth } = sherds();
const table = readDelimited(new TextEncoder().encode(csv), 'sherds.csv');

function study() {
  const fresh = freshRecipe(table);
  const { recipe, id } = withNewReduction(fresh, fresh.reductions[0]!, table.rows, 'discriminant');
  const filled = { ...recipe, preparation: { ...recipe.preparation, missing: 'components' as const } };
  const reduction = filled.reductions.find(other => other.id === id)!;
  if (!isBy(reduction, 'discriminant')) throw new Error('expected discriminant axes');
  return { recipe: filled, reduction };
}

test('sherds of unknown kiln lie at the kilns that made them', async () => {
  const { recipe, reduction } = study();
  expect(reduction.settings.label).toBe('kiln');
  const made = await compute(table, reductionRequest(recipe, reduction));
  const { levels } = made;
  expect(levels).not.toContain('unknown');
  const { priors, folds, seed } = reduction.settings;
  const told = await compute(table, { ...askOf(recipe, reduction), priors, folds, seed, stage: 'told' });
  const right = truth.unknown.filter(({ row, kiln }) => {
    const place = told.placed.rows.indexOf(row);
    return levels[told.placed.as[place]!] === kiln;
  });
  expect(right.length).toBeGreaterThanOrEqual(8);
  expect(told.heldOut!.right).toBeLessThanOrEqual(told.apparent.right);
  expect(told.heldOut!.right).toBeGreaterThan(0.9);
  expect(told.anew).toBe(true);
});

test('its figures stand in the file of figures, and a column of numbers is refused as a label', async () => {
  const { recipe, reduction } = study();
  const { reductions } = (await figuresOf(table, recipe)) as {
    reductions: { method: string; eigenvalues: number[]; told: { apparent: { right: number } } }[];
  };
  const own = reductions.find(({ method }) => method === 'discriminant')!;
  // Five kilns and the reference tile.
  expect(own.eigenvalues).toHaveLength(5);
  expect(own.told.apparent.right).toBeGreaterThan(0.9);
  const wrong = withSettings(recipe, reduction, {
    label: recipe.columns.find(({ role }) => role === 'measure')!.name,
  });
  const request = reductionRequest(
    wrong,
    wrong.reductions.find(({ id }) => id === reduction.id)!,
  );
  await expect(compute(table, request)).rejects.toThrow(/numbers, not levels/);
});
