import { fixed } from '@wold/core/writeup/format';
import { Word } from '../../../controls/Word';
import { FadeSlider } from '../../parts/meaning/FadeSlider';
import { AxesWords } from '../dimensions/AxesBrief';
import { useSet, type DiscriminantReduction } from '../results';

/** Discriminant axes …; fade entries under 0.30. */
export function AxesMeaningBrief({ reduction }: { reduction: DiscriminantReduction }) {
  const set = useSet(reduction);
  return (
    <>
      <AxesWords reduction={reduction} />; fade entries under{' '}
      <Word
        settles="The size under which entries fade"
        panel={() => (
          <div style={{ padding: '8px 14px', width: 260 }}>
            <FadeSlider value={reduction.settings.fade} onChange={fade => set({ fade }, 'fade')} />
          </div>
        )}
      >
        {fixed(reduction.settings.fade, 2)}
      </Word>
      .
    </>
  );
}
