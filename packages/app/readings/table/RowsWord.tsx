import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { useEdit, useRecipe } from '../../store/useStudy';
import { ConditionsWord } from './ConditionsWord';

const WORDS = {
  only: {
    settles: 'Which rows are used',
    none: 'all rows',
    joined: ' and ',
    why: 'Rows that do not meet every condition are left out, and named in the account.',
    action: 'Use only these',
  },
  supplementary: {
    settles: 'Which rows are placed, and not used',
    none: 'no rows',
    joined: ' or ',
    why: 'These rows are placed on what the others make: on the map, but in no figure.',
    action: 'Only place these',
  },
} as const;

/** Which rows the study uses, or only places. */
export function RowsWord({ of }: { readonly of: keyof typeof WORDS }) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (
    <ConditionsWord
      {...WORDS[of]}
      conditions={recipe.preparation[of]}
      onConditions={conditions => edit(withPreparation(recipe, { [of]: conditions }), of)}
    />
  );
}
