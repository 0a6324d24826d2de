import { splitColumns, withShortHeadings, withWholeHeadings } from '@wold/core/recipe/edit/headings';
import { shortHeadings } from '@wold/core/table/headings';
import { count } from '@wold/core/writeup/format';
import { ChoiceWord } from '../../controls/Word';
import { useEdit, useRecipe } from '../../store/useStudy';

/** Long headings, split into a short name and a wording or as they stand in the file. */
export function HeadingsWord() {
  const recipe = useRecipe();
  const edit = useEdit();
  const split = splitColumns(recipe).length;
  const long =
    split > 0
      ? split
      : shortHeadings(recipe.columns.map(({ name }) => name)).filter(one => one !== null).length;
  if (long === 0) return null;
  const headings = count(long, 'long heading');
  return (
    <>
      , {headings}{' '}
      <ChoiceWord
        settles="Long headings"
        value={split > 0}
        choices={[
          {
            value: true,
            name: 'split',
            when: 'A short name for tables and pictures; the wording stands with it in the ledger and the lens.',
          },
          { value: false, name: 'as they stand', when: 'Columns are called as the file has them.' },
        ]}
        onChoose={apart => edit(apart ? withShortHeadings(recipe) : withWholeHeadings(recipe), 'headings')}
      />
    </>
  );
}
