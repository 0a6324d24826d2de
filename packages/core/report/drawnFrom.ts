import { contentHash } from '../stages/hash';
import { preparationFor, preparationOf } from '../recipe/requests';
import type { Recipe } from '../recipe/schema';

/** A short name of all that a picture of a section was drawn from: another name makes it out of date. */
export function drawnFrom(recipe: Recipe, tableKey: string, section: string): string {
  const reduction = recipe.reductions.find(({ id }) => id === section);
  if (reduction === undefined) return contentHash([tableKey, preparationOf(recipe), recipe.suitability]);
  const { settings, map, names, without } = reduction;
  return contentHash([tableKey, preparationFor(recipe, reduction), settings, map, names, without]);
}
