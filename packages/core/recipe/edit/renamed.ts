import { methodNamed } from '../../methods/all';
import { profileRenamed } from '../../methods/names';
import { conditionsRenamed, preparationRenamed, type Rename } from '../../preparation/renamed';
import type { Recipe, Reduction } from '../schema';

/** The recipe where a column is called otherwise, wherever it speaks of it. */
export const withColumnRenamed = (recipe: Recipe, from: string, name: string): Recipe =>
  withColumnsRenamed(recipe, new Map([[from, name]]));

/** @param names of columns, old and new */
export function withColumnsRenamed(recipe: Recipe, names: ReadonlyMap<string, string>): Recipe {
  const to: Rename = old => names.get(old) ?? old;
  return {
    ...recipe,
    columns: recipe.columns.map(column => ({ ...column, name: to(column.name) })),
    made: recipe.made.map(made => ({
      ...made,
      name: to(made.name),
      from: made.from === null ? null : to(made.from),
    })),
    scores: recipe.scores.map(score => scoreRenamed(score, to)),
    preparation: preparationRenamed(recipe.preparation, to) as Recipe['preparation'],
    composite: recipe.composite && { ...recipe.composite, bands: recipe.composite.bands.map(to) },
    reductions: recipe.reductions.map(reduction => reductionRenamed(reduction, to)),
  };
}

function scoreRenamed(score: Recipe['scores'][number], to: Rename): Recipe['scores'][number] {
  const { frozen, profile } = score;
  const ask = frozen === null ? null : methodNamed(frozen.method).askRenamed(frozen.ask, to);
  return {
    ...score,
    name: to(score.name),
    ...(profile && { profile: profileRenamed(profile, to) }),
    frozen: frozen === null ? null : ({ ...frozen, ask } as typeof frozen),
  };
}

const orNull = (name: string | null, to: Rename): string | null => (name === null ? null : to(name));

function reductionRenamed(reduction: Reduction, to: Rename): Reduction {
  const { without, only, names, map, repeatsBy, resamples, settings } = reduction;
  return {
    ...reduction,
    without: without.map(to),
    only: conditionsRenamed(only, to) as Reduction['only'],
    names: names.map(given =>
      given.profile === undefined ? given : { ...given, profile: profileRenamed(given.profile, to) },
    ),
    map: {
      ...map,
      colour: orNull(map.colour, to),
      xMeasure: orNull(map.xMeasure, to),
      yMeasure: orNull(map.yMeasure, to),
      sizeBy: orNull(map.sizeBy, to),
      shapeBy: orNull(map.shapeBy, to),
    },
    repeatsBy: repeatsBy.map(to),
    resamples: {
      ...resamples,
      groups: orNull(resamples.groups, to),
      halves: orNull(resamples.halves, to),
    },
    settings: methodNamed(settings.method).renamed(settings, to) as Reduction['settings'],
  };
}
