import type { CorrelationKind } from '@wold/core/suitability/correlationMatrix';
import type { Recipe } from '@wold/core/recipe/schema';
import { ChoiceWord, NumberWord } from '../../controls/Word';
import { useTable } from '../../store/TableContext';
import { useSplit } from '../texts/useSplit';
import { useEdit, useRecipe } from '../../store/useStudy';

const KINDS: readonly { value: CorrelationKind; name: string; when: string }[] = [
  {
    value: 'pearson',
    name: 'Pearson’s correlations',
    when: 'Numbers whose relations are straight; what components rest on.',
  },
  {
    value: 'spearman',
    name: 'Spearman’s rank correlations',
    when: 'Only the order counts: bent relations, few marks, stray values.',
  },
  {
    value: 'polychoric',
    name: 'polychoric correlations',
    when: 'Ordered categories that were cut from something even: few answers on a scale, many at one end.',
  },
];

/** Relate measures by Pearson's correlations; doubt a measure whose adequacy is under .5, … */
export function SuitabilityBrief() {
  const recipe = useRecipe();
  const edit = useEdit();
  const table = useTable();
  const rules = recipe.suitability;
  const split = useSplit();
  const set = (change: Partial<Recipe['suitability']>, of: string) =>
    edit({ ...recipe, suitability: { ...rules, ...change } }, of);
  if (split !== null) return <>Relate words by the entries that hold both of them.</>;
  if (table.matrix?.kind === 'distance') return <>Distances between rows say nothing of measures.</>;
  return (
    <>
      Relate the measures by{' '}
      <ChoiceWord
        settles="How measures are related"
        value={rules.correlations}
        choices={KINDS}
        onChoose={value => set({ correlations: value }, 'correlations')}
      />
      ; doubt a measure whose sampling adequacy is under{' '}
      <NumberWord
        settles="Least sampling adequacy"
        value={rules.adequate}
        least={0}
        most={1}
        why="Under .5 a measure shares too little with the others (Kaiser and Rice 1974)."
        onNumber={value => set({ adequate: value }, 'adequate')}
      />
      , whose largest correlation is under{' '}
      <NumberWord
        settles="Least of its largest correlation"
        value={rules.related}
        least={0}
        most={1}
        why="A measure that goes with no other makes a dimension of its own."
        onNumber={value => set({ related: value }, 'related')}
      />{' '}
      or beyond{' '}
      <NumberWord
        settles="From where two measures are nearly the same"
        value={rules.same}
        least={0}
        most={1}
        why="Two measures that tell nearly the same count twice, and make the matrix nearly singular."
        onNumber={value => set({ same: value }, 'same')}
      />
      .
    </>
  );
}
