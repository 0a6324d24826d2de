import { withMap } from '@wold/core/recipe/edit/reductions';
import type { Reduction, RowMap } from '@wold/core/recipe/schema';
import { ChoiceWord } from '../../controls/Word';
import { useEdit, useRecipe } from '../../store/useStudy';

interface SizeWordProps {
  readonly reduction: Reduction;
  /** What the method itself can size points by. */
  readonly own: readonly { readonly value: RowMap['size']; readonly name: string; readonly when: string }[];
}

/** Told from the name of any column. */
const sizeValue = (size: RowMap['size']): string => `\0${size}`;

/** What the size of a point stands for: nothing, a figure of the method, or a number of the table. */
export function SizeWord({ reduction, own }: SizeWordProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { map } = reduction;
  const numbers = recipe.columns.filter(({ role }) => role === 'measure');
  const size = own.some(({ value }) => value === map.size) ? map.size : 'same';
  return (
    <ChoiceWord
      settles="What the size of a point stands for"
      value={map.sizeBy ?? sizeValue(size)}
      {...(map.sizeBy !== null && { word: `by ${map.sizeBy}` })}
      choices={[
        { value: sizeValue('same'), name: 'alike', when: 'Groups are what counts.' },
        ...own.map(({ value, name, when }) => ({ value: sizeValue(value), name, when })),
        ...numbers.map(({ name }) => ({ value: name, name, when: 'Large where it is large.' })),
      ]}
      onChoose={chosen => {
        const figure = [...own.map(({ value }) => value), 'same' as const].find(
          value => sizeValue(value) === chosen,
        );
        const change = figure === undefined ? { sizeBy: chosen } : { size: figure, sizeBy: null };
        edit(withMap(recipe, reduction, change), `map ${reduction.id}`);
      }}
    />
  );
}
