import { withPictures } from '@wold/core/recipe/edit/pictures';
import { pixelsOf } from '@wold/core/table/pixels';
import { useMemo } from 'react';
import { ChoiceWord } from '../../controls/Word';
import { useEdit, useRecipe } from '../../store/useStudy';

/** Whether rows are seen as pictures, where the names of the measures say that they are pixels. */
export function PicturesWord() {
  const recipe = useRecipe();
  const edit = useEdit();
  const { columns, pictures } = recipe;
  const pixels = useMemo(
    () => pixelsOf(columns.filter(({ role }) => role === 'measure').map(({ name }) => name)),
    [columns],
  );
  if (pixels === null) return null;
  const size = `${pixels.wide} × ${pixels.high} pixels`;
  return (
    <>
      ; rows are{' '}
      <ChoiceWord
        settles="What the rows are seen as"
        value={pictures}
        word={pictures ? `pictures of ${size}` : 'numbers'}
        choices={[
          {
            value: true,
            name: `pictures of ${size}`,
            when: 'As the names of the measures say: seen on the map, in the lens and beside each group.',
          },
          { value: false, name: 'numbers', when: 'The names mean something else.' },
        ]}
        onChoose={chosen => edit(withPictures(recipe, chosen), 'pictures')}
      />
    </>
  );
}
