import { methodNamed, type MethodName, type MethodSettings } from '../../methods/all';
import { METHODS } from '../../methods/lists/methods';
import { namesOn, profileOf, type GivenName } from '../../methods/names';
import type { Placement } from '../../methods/placement';
import { distinctNames } from '../../table/distinctNames';
import { freshReduction } from '../fresh';
import type { Recipe, Reduction, RowMap } from '../schema';
import { withColumnRenamed } from './renamed';

/** The recipe with a change of one reduction. */
export function withReduction(recipe: Recipe, id: string, change: Partial<Reduction>): Recipe {
  const reductions = recipe.reductions.map(reduction =>
    reduction.id === id ? { ...reduction, ...change } : reduction,
  );
  return { ...recipe, reductions };
}

/**
 * The recipe with other measures left out of a reduction. What takes a measure in again takes it off the trail on which
 * it was set aside.
 */
export function withLeftOut(recipe: Recipe, reduction: Reduction, without: readonly string[]): Recipe {
  const { settings } = reduction;
  const left = { without: [...without] };
  if (settings.method !== 'factors') return withReduction(recipe, reduction.id, left);
  const trail = settings.trail
    .map(step => ({ ...step, measures: step.measures.filter(measure => without.includes(measure)) }))
    .filter(({ measures }) => measures.length > 0);
  return withReduction(recipe, reduction.id, { ...left, settings: { ...settings, trail } });
}

/** The recipe with a change of one reduction's map. */
export function withMap(recipe: Recipe, reduction: Reduction, change: Partial<RowMap>): Recipe {
  return withReduction(recipe, reduction.id, { map: { ...reduction.map, ...change } });
}

/**
 * The recipe with a dimension's name, or without one where the name is blank. Its columns of scores that are kept in step
 * are called so too.
 *
 * @param structure of the reduction as it is now, by which the name is found again
 */
export function withDimensionName(
  recipe: Recipe,
  reduction: Reduction,
  dimension: number,
  name: string,
  structure: Placement['structure'],
): Recipe {
  const { names, given } = namesOn(reduction.names, structure);
  const old = given[names.findIndex(named => named.dimension === dimension)];
  const others = reduction.names.filter(other => other !== old);
  const profile = profileOf(structure, dimension);
  const called = name.trim();
  const named =
    called === ''
      ? others
      : [...others, { dimension, name: called, ...(profile && { profile: [...profile] }) }];
  const changed = withReduction(recipe, reduction.id, { names: named });
  return withScoresCalled(
    changed,
    reduction,
    dimension,
    called || `${reduction.name} ${dimension}`,
    structure,
  );
}

/** The columns of scores of a dimension that are kept in step, called by its name. */
function withScoresCalled(
  recipe: Recipe,
  reduction: Reduction,
  dimension: number,
  called: string,
  structure: Placement['structure'],
): Recipe {
  const ofIt = recipe.scores.filter(
    score =>
      score.frozen === null &&
      score.reduction === reduction.id &&
      namesOn([score], structure).names[0]?.dimension === dimension,
  );
  return ofIt.reduce((changed, { name }) => {
    const taken = changed.columns.map(column => column.name).filter(other => other !== name);
    return withColumnRenamed(changed, name, distinctNames([called], taken)[0]!);
  }, recipe);
}

/** The recipe without a name whose dimension is not found again. */
export function withoutName(recipe: Recipe, reduction: Reduction, given: GivenName): Recipe {
  return withReduction(recipe, reduction.id, { names: reduction.names.filter(other => other !== given) });
}

/**
 * The recipe with one more reduction, coloured as the one in hand; and the new one's id.
 *
 * @param rows of the table, 0 where it has none
 */
export function withNewReduction(
  recipe: Recipe,
  hand: Reduction,
  rows: number,
  method: MethodName = METHODS[0].name,
): { recipe: Recipe; id: string } {
  const { number, name } = freeNumber(recipe, method);
  const labels = recipe.columns.filter(({ role }) => role === 'label').map(({ name: label }) => label);
  const added = freshReduction(method, String(number), name, hand.map.colour, {
    rows,
    measures: recipe.columns.filter(({ role }) => role === 'measure').length,
    words: recipe.preparation.words !== null,
    label: labels.find(label => label === hand.map.colour) ?? labels[0] ?? null,
  });
  return { recipe: { ...recipe, reductions: [...recipe.reductions, added] }, id: added.id };
}

/** The recipe with a second reduction like one of its own, and that one’s id. */
export function withReductionCopied(recipe: Recipe, like: Reduction): { recipe: Recipe; id: string } {
  const { method } = like.settings;
  const { number, name } = freeNumber(recipe, method);
  const added = { ...like, id: `${method}-${number}`, name };
  return { recipe: { ...recipe, reductions: [...recipe.reductions, added] }, id: added.id };
}

/** The first number of a reduction by a method that none has, and what that one is called. */
function freeNumber({ reductions }: Recipe, method: MethodName): { number: number; name: string } {
  const taken = new Set(reductions.map(({ id }) => id));
  let number = reductions.length + 1;
  while (taken.has(`${method}-${number}`)) number++;
  return { number, name: `${methodNamed(method).title} ${number}` };
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
