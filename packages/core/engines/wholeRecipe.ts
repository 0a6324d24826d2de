import { Problem } from '../problem';
import { preparationOf } from '../recipe/requests';
import { freshRecipe } from '../recipe/fresh';
import type { Recipe, Reduction } from '../recipe/schema';
import type { Table } from '../table/table';
import type { WholeAsk } from './wholeMoments';

/** What a recipe asks of a table that stays in its engine. @throws Problem for what cannot be done there, with what to do */
export function wholeAskOf(recipe: Recipe): WholeAsk {
  const { measures, weight, only, ...treatment } = preparationOf(recipe);
  const refuse = (what: string, remedy: string): never => {
    throw new Problem(`${what}, which is not done within an engine`, remedy, 'recipe');
  };
  if (treatment.words !== null)
    refuse('a text is split into words', 'Take a sample of the rows, and reduce that.');
  if (treatment.missing !== 'leave-out-rows') {
    refuse(
      'gaps are filled or kept',
      'Leave out rows with missing measures, or fill them in the engine first.',
    );
  }
  if (treatment.outliers !== 'none')
    refuse('outliers are treated', 'Leave them as they are, or treat them in the engine first.');
  if (
    treatment.rowTransform !== 'none' ||
    treatment.transform !== 'none' ||
    treatment.transforms.length > 0
  ) {
    refuse(
      'entries are transformed',
      'Take them as they are, or make a column of what you need in the engine.',
    );
  }
  if (
    treatment.repeats !== 'keep' ||
    treatment.rowsAside.rows.length > 0 ||
    treatment.supplementary.length > 0
  ) {
    refuse('rows are set aside, counted once or only placed', 'Keep them all, or use some by conditions.');
  }
  if (treatment.scale !== 'unit-variance' && treatment.scale !== 'centre') {
    refuse(
      'measures are brought to a scale of ranks or ranges',
      'Bring them to unit variance, or to their means only.',
    );
  }
  if (treatment.reversed.length > 0)
    refuse(
      'measures are reversed',
      'Turn the signs of their dimensions in your mind, or reverse them in the engine.',
    );
  if (measures.length < 2)
    refuse('fewer than two measures are there', 'Give at least two columns the role measure.');
  return { measures, weight, only };
}

/** The recipe for the relations of a whole table: the reductions of these, and what was decided of them. */
export function wholeRecipe(recipe: Recipe, relations: Table, cases: number): Recipe {
  const fresh = freshRecipe(relations);
  const reductions = recipe.reductions.filter(isOfRelations).map(reduction => ({
    ...reduction,
    only: [],
    repeatsBy: [],
    map: {
      ...reduction.map,
      colour: null,
      sizeBy: null,
      shapeBy: null,
      figure: null,
      xMeasure: null,
      yMeasure: null,
    },
    settings: 'outcome' in reduction.settings ? { ...reduction.settings, outcome: null } : reduction.settings,
  })) as Recipe['reductions'];
  return {
    ...fresh,
    preparation: { ...fresh.preparation, cases, scale: recipe.preparation.scale },
    suitability: recipe.suitability,
    reductions,
    scores: [],
  };
}

/** Whether a reduction needs no more of a table than its relations. */
export const isOfRelations = ({ settings }: Reduction): boolean =>
  settings.method === 'components' || settings.method === 'factors';
