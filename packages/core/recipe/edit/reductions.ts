import { methodNamed, type MethodName, type MethodSettings } from '../../methods/all';
import { METHODS } from '../../methods/lists/methods';
import { freshReduction } from '../fresh';
import type { Recipe, Reduction, RowMap } from '../schema';

/** The recipe with a change of one reduction. */
export function withReduction(recipe: Recipe, id: string, change: Partial<Reduction>): Recipe {
  const reductions = recipe.reductions.map(reduction =>
    reduction.id === id ? { ...reduction, ...change } : reduction,
  );
  return { ...recipe, reductions };
}

/** The recipe with a change of one reduction's map. */
export function withMap(recipe: Recipe, reduction: Reduction, change: Partial<RowMap>): Recipe {
  return withReduction(recipe, reduction.id, { map: { ...reduction.map, ...change } });
}

/** The recipe with a dimension's name, or without one where the name is blank. */
export function withDimensionName(
  recipe: Recipe,
  reduction: Reduction,
  dimension: number,
  name: string,
): Recipe {
  const others = reduction.names.filter(named => named.dimension !== dimension);
  const names = name.trim() === '' ? others : [...others, { dimension, name: name.trim() }];
  return withReduction(recipe, reduction.id, { names });
}

/** The recipe with one more reduction, coloured as the one in hand; and the new one's id. */
export function withNewReduction(
  recipe: Recipe,
  hand: Reduction,
  method: MethodName = METHODS[0].name,
): { recipe: Recipe; id: string } {
  const taken = new Set(recipe.reductions.map(reduction => reduction.id));
  let number = recipe.reductions.length + 1;
  while (taken.has(`${method}-${number}`)) number++;
  const name = `${methodNamed(method).title} ${number}`;
  const added = freshReduction(method, String(number), name, hand.map.colour);
  return { recipe: { ...recipe, reductions: [...recipe.reductions, added] }, id: added.id };
}

/** The recipe with a change of the settings that a reduction's method has. */
export function withSettings<S extends MethodSettings>(
  recipe: Recipe,
  reduction: Reduction & { readonly settings: S },
  change: Partial<S>,
): Recipe {
  return withReduction(recipe, reduction.id, {
    settings: { ...reduction.settings, ...change } as Reduction['settings'],
  });
}

/** The recipe without a reduction; the last one stays. */
export function withoutReduction(recipe: Recipe, id: string): Recipe {
  if (recipe.reductions.length === 1) return recipe;
  return { ...recipe, reductions: recipe.reductions.filter(reduction => reduction.id !== id) };
}
