import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { sampleOf } from '@wold/core/table/table';
import { ChoiceWord } from '../controls/Word';
import { useTable } from '../store/TableContext';
import { useEdit, useRecipe } from '../store/useStudy';

/** Whether figures are of the whole table in its engine, as far as its sums tell them, or of the sample alone. */
export function ExtentWord() {
  const recipe = useRecipe();
  const edit = useEdit();
  const sample = sampleOf(useTable());
  if (sample === null) return null;
  return (
    <>
      Reduce{' '}
      <ChoiceWord<'sample' | undefined>
        settles="Of which rows figures are"
        value={recipe.preparation.extent}
        choices={[
          {
            value: undefined,
            name: 'the whole table',
            when: `Its engine works out the sums of all ${sample.of.toLocaleString('en')} rows.`,
          },
          {
            value: 'sample',
            name: 'the sample alone',
            when: 'Quick, and whatever can be done to rows can be done to it.',
          },
        ]}
        onChoose={extent => edit(withPreparation(recipe, { extent }), 'extent')}
      />
      ;{' '}
    </>
  );
}
