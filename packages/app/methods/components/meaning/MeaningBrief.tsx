import type { ReductionBy } from '@wold/core/recipe/schema';
import { fixed } from '@wold/core/writeup/format';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { ChoiceWord, Word } from '../../../controls/Word';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { ReductionWords } from '../dimensions/DimensionsBrief';
import { FadeSlider } from '../../parts/meaning/FadeSlider';
import { PlacedWord } from '../../parts/meaning/PlacedWord';

/** Principal components of …, keep 3; fade loadings under 0.40. */
export function MeaningBrief({ reduction }: { reduction: ReductionBy<'components'> }) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (
    <>
      <ReductionWords reduction={reduction} />; place <PlacedWord reduction={reduction} />;{' '}
      <ChoiceWord
        settles="What becomes of small loadings"
        value={reduction.settings.small}
        choices={[
          { value: 'fade' as const, name: 'fade', when: 'Paler, and never taken for none.' },
          { value: 'leave out' as const, name: 'leave out', when: 'Blank, as many journals print them.' },
        ]}
        onChoose={small => edit(withSettings(recipe, reduction, { small }), `small ${reduction.id}`)}
      />{' '}
      loadings under{' '}
      <Word
        settles="The size under which loadings fade"
        panel={() => (
          <div style={{ padding: '8px 14px', width: 260 }}>
            <FadeSlider
              value={reduction.settings.fade}
              onChange={fade => edit(withSettings(recipe, reduction, { fade }), `fade ${reduction.id}`)}
            />
          </div>
        )}
      >
        {fixed(reduction.settings.fade, 2)}
      </Word>
      .
    </>
  );
}
