import { withMap } from '@wold/core/recipe/edit/reductions';
import type { Reduction } from '@wold/core/recipe/schema';
import { ChoiceWord } from '../../controls/Word';
import { useEdit, useRecipe } from '../../store/useStudy';
import { useCanLieAgain } from './useRowsAgain';

/** Whether selected rows show where they would lie were the rows drawn anew. */
export function AgainWord({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  if (!useCanLieAgain(reduction)) return null;
  return (
    <>
      , selected ones{' '}
      <ChoiceWord
        settles="Whether selected rows show where they would lie were the rows drawn anew"
        value={reduction.map.again}
        choices={[
          { value: false, name: 'where they are', when: 'As these rows have it.' },
          {
            value: true,
            name: 'with where they would lie again',
            when: 'An ellipse around each holds 95 % of its places over the resamples of question 7.',
          },
        ]}
        onChoose={again => edit(withMap(recipe, reduction, { again }), `map ${reduction.id}`)}
      />
    </>
  );
}
