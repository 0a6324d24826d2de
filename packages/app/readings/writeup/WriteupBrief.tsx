import { withPrintStyle } from '@wold/core/recipe/edit/writeup';
import { ChoiceWord, NumberWord } from '../../controls/Word';
import { useEdit, useRecipe } from '../../store/useStudy';

/** Print correlations with 2 decimals, without a zero before the point, p as it is. */
export function WriteupBrief() {
  const recipe = useRecipe();
  const edit = useEdit();
  const { style } = recipe.writeup;
  const set = (change: Partial<typeof style>) => edit(withPrintStyle(recipe, change), 'print style');
  return (
    <>
      Print loadings and correlations with{' '}
      <NumberWord
        settles="Decimals of correlations"
        value={style.decimals}
        word={`${style.decimals} decimals`}
        least={1}
        most={4}
        why="Two are usual: a third seldom stands in another sample."
        onNumber={decimals => set({ decimals: Math.round(decimals) })}
      />
      ,{' '}
      <ChoiceWord
        settles="Whether there is a zero before the point"
        value={style.zero}
        choices={[
          {
            value: false,
            name: 'without a zero before the point',
            when: 'Of what is never larger than 1: .46',
          },
          { value: true, name: 'with a zero before the point', when: '0.46' },
        ]}
        onChoose={zero => set({ zero })}
      />
      , p{' '}
      <ChoiceWord
        settles="How p is printed"
        value={style.p}
        choices={[
          { value: 'exact' as const, name: 'as it is', when: 'To three decimals: p = .032, or p < .001' },
          {
            value: 'levels' as const,
            name: 'by the level that it is under',
            when: 'p < .05, p < .01, p < .001',
          },
        ]}
        onChoose={p => set({ p })}
      />
      .
    </>
  );
}
