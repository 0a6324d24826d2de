import { tellable } from '@wold/core/methods/factors/salience';
import type { FactorsSettings } from '@wold/core/methods/factors/settings';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { coefficient } from '@wold/core/writeup/format';
import { ChoiceWord } from '../../../controls/Word';
import { PlacedWord } from '../../parts/meaning/PlacedWord';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { FactorWords } from '../dimensions/FactorsBrief';
import { fadeFor, useFactors, type FactorReduction } from '../results';

/** Common factors of …; fade loadings under .40. */
export function FactorMeaningBrief({ reduction }: { reduction: FactorReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { matrix } = useTable();
  const { value } = useFactors(reduction);
  const { fade, small } = reduction.settings;
  const n = value?.n ?? null;
  const set = (change: Partial<FactorsSettings>, of: string) =>
    edit(withSettings(recipe, reduction, change as FactorReduction['settings']), `${of} ${reduction.id}`);
  return (
    <>
      <FactorWords reduction={reduction} />
      {matrix === null && (
        <>
          ; place <PlacedWord reduction={reduction} />
        </>
      )}
      ;{' '}
      <ChoiceWord
        settles="What becomes of small loadings"
        value={small}
        choices={[
          { value: 'fade' as const, name: 'fade', when: 'Paler, and never taken for none.' },
          { value: 'leave out' as const, name: 'leave out', when: 'Blank, as many journals print them.' },
        ]}
        onChoose={chosen => set({ small: chosen }, 'small')}
      />{' '}
      loadings under{' '}
      <ChoiceWord
        settles="The size under which loadings fade"
        value={fade}
        word={`${coefficient(fadeFor(reduction, value))}${fade === 'by-rows' ? ', told from none by so many rows' : ''}`}
        choices={[
          {
            value: 0.3 as FactorsSettings['fade'],
            name: '.30',
            when: 'A tenth of an item’s variance; in large samples.',
          },
          { value: 0.4, name: '.40', when: 'The usual line.' },
          { value: 0.5, name: '.50', when: 'A quarter of an item’s variance; for short scales.' },
          {
            value: 'by-rows',
            name: n === null ? 'by the number of rows' : `by the number of rows: ${coefficient(tellable(n))}`,
            when: 'Twice the correlation that is significant at .01 (Stevens 2002).',
          },
        ]}
        onChoose={size => set({ fade: size }, 'fade')}
      />
      .
    </>
  );
}
