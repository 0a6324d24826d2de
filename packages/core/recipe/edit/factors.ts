import { namesOn, profileOf, likenessOf, nearestOf, type Profile } from '../../methods/names';
import { FAIR } from '../../algebra/congruence';
import type { Placement } from '../../methods/placement';
import type { Recipe, ReductionBy } from '../schema';
import { withReduction, withSettings } from './reductions';

type FactorReduction = ReductionBy<'factors'>;

/** The recipe with measures set aside from a reduction by factors, as a step of its trail, and what was before beside it. */
export function withItemsAside(
  recipe: Recipe,
  reduction: FactorReduction,
  measures: readonly string[],
  reason: string,
): Recipe {
  const out = measures.filter(measure => !reduction.without.includes(measure));
  if (out.length === 0) return recipe;
  const { settings, without } = reduction;
  const trail = [...settings.trail, { measures: out, reason: reason.trim() }];
  return withReduction(recipe, reduction.id, {
    without: [...without, ...out],
    settings: { ...settings, trail, beside: { by: 'step', step: settings.trail.length } },
  });
}

/** The recipe with the trail of a reduction walked back: a step, counted from 0, and those after it are undone. */
export function withTrailBack(recipe: Recipe, reduction: FactorReduction, step: number): Recipe {
  const { settings, without } = reduction;
  const back = new Set(settings.trail.slice(step).flatMap(({ measures }) => measures));
  const beside = settings.beside?.by === 'step' && settings.beside.step >= step ? null : settings.beside;
  return withReduction(recipe, reduction.id, {
    without: without.filter(measure => !back.has(measure)),
    settings: { ...settings, trail: settings.trail.slice(0, step), beside },
  });
}

/** The recipe with a factor, counted from 1, pointing the other way; its name stays as it is. */
export function withFactorTurned(
  recipe: Recipe,
  reduction: FactorReduction,
  factor: number,
  structure: NonNullable<Placement['structure']>,
): Recipe {
  const turned = negative(profileOf(structure, factor)!);
  const others = reduction.settings.turned.filter(({ profile }) => {
    const { dimension, congruence } = nearestOf(likenessOf(profile, structure));
    return dimension !== factor || Math.abs(congruence) < FAIR;
  });
  const { names, given } = namesOn(reduction.names, structure);
  const named = given[names.findIndex(({ dimension }) => dimension === factor)];
  const changed = withSettings(recipe, reduction, { turned: [...others, { profile: [...turned] }] });
  return withReduction(changed, reduction.id, {
    names: reduction.names.map(one =>
      one === named && one.profile !== undefined ? { ...one, profile: [...negative(one.profile)] } : one,
    ),
  });
}

const negative = (profile: Profile): { measure: string; correlation: number }[] =>
  profile.map(({ measure, correlation }) => ({ measure, correlation: -correlation }));
