import { profileOf } from '../../methods/names';
import type { Placement } from '../../methods/placement';
import { distinctNames } from '../../table/distinctNames';
import { scoreColumnsOf } from '../scoreColumns';
import type { Recipe, Reduction } from '../schema';
import { withReduction } from './reductions';

/**
 * The recipe with the scores of a reduction's kept dimensions as columns of the table. They colour and filter at once;
 * a role makes them measures. The reduction itself leaves them out.
 *
 * @param names of the dimensions, in their order
 * @param frozen what they depend on now, where they are not to follow the reduction
 * @param structure of the reduction now, by which those in step find their dimension again
 */
export function withScoreColumns(
  recipe: Recipe,
  reduction: Reduction,
  names: readonly string[],
  frozen: Recipe['scores'][number]['frozen'],
  structure: Placement['structure'],
): Recipe {
  const distinct = distinctNames(
    names,
    recipe.columns.map(({ name }) => name),
  );
  const added = distinct.map((name, d) => {
    const profile = frozen === null ? profileOf(structure, d + 1) : undefined;
    return {
      name,
      reduction: reduction.id,
      dimension: d + 1,
      ...(profile && { profile: [...profile] }),
      frozen,
    };
  });
  const without = [...reduction.without, ...added.map(({ name }) => name)];
  return withReduction(
    {
      ...recipe,
      scores: [...recipe.scores, ...added],
      columns: [...recipe.columns, ...added.map(({ name }) => ({ name, role: 'label' as const }))],
    },
    reduction.id,
    { without },
  );
}

/** The recipe with a column of scores frozen as it is now. */
export function withFrozenScores(recipe: Recipe, name: string): Recipe {
  const request = scoreColumnsOf(recipe).find(score => score.name === name)?.request ?? null;
  return {
    ...recipe,
    scores: recipe.scores.map(score =>
      score.name === name ? { ...score, frozen: request as typeof score.frozen } : score,
    ),
  };
}
