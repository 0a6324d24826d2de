import type { Scale, Weighting } from '@wold/core/preparation/prepare';
import { ChoiceWord } from '../../frame/Word';
import { withPreparation } from '../../store/studySlice';
import { useEdit, useRecipe } from '../../store/useStudy';

const SCALES: readonly { value: Scale; name: string; when: string }[] = [
  {
    value: 'unit-variance',
    name: 'unit variance',
    when: 'Measures in different units, or of very different size: each counts alike.',
  },
  {
    value: 'centre',
    name: 'their mean only',
    when: 'All measures share one unit, and a wider spread should count for more.',
  },
];
const WEIGHTINGS: readonly { value: Weighting; name: string; when: string }[] = [
  {
    value: 'proportional',
    name: 'in proportion',
    when: 'Real weights: rescaled to sum to the rows, divisor n − 1.',
  },
  { value: 'counts', name: 'as counts', when: 'How often a row stands for itself: divisor Σw − 1.' },
];

/** Leave out rows with any missing measure; bring every measure to unit variance. */
export function PreparationBrief() {
  const recipe = useRecipe();
  const edit = useEdit();
  const { scale, weighting } = recipe.preparation;
  const weight = recipe.columns.find(({ role }) => role === 'weight');
  return (
    <>
      Leave out rows with any missing measure; bring every measure to <ScaleWord />
      {weight !== undefined && (
        <>
          ; weight rows by {weight.name}{' '}
          <ChoiceWord
            settles="What the weights are"
            value={weighting}
            choices={WEIGHTINGS}
            onChoose={value => edit(withPreparation(recipe, { weighting: value }), 'weighting')}
          />
        </>
      )}
      {scale === 'centre' ? ', each in its own unit.' : '.'}
    </>
  );
}

/** The scale of the measures, which also says what is decomposed. */
export function ScaleWord({ asBasis = false }: { asBasis?: boolean }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { scale } = recipe.preparation;
  const basis = scale === 'unit-variance' ? 'correlations' : 'covariances';
  const choices = asBasis
    ? SCALES.map(choice => ({
        ...choice,
        name: choice.value === 'unit-variance' ? 'correlations' : 'covariances',
      }))
    : SCALES;
  return (
    <ChoiceWord
      settles={asBasis ? 'What is decomposed' : 'How measures are made comparable'}
      value={scale}
      choices={choices}
      word={asBasis ? basis : SCALES.find(choice => choice.value === scale)!.name}
      onChoose={value => edit(withPreparation(recipe, { scale: value }), 'scale')}
      note={
        asBasis ? 'This is the scale of question 2: it holds for every reduction of the study.' : undefined
      }
    />
  );
}
