import type { Reduction } from '@wold/core/recipe/schema';
import { fixed } from '../../../charts/format';
import { Word } from '../../../controls/Word';
import { ReductionWords } from '../dimensions/DimensionsBrief';
import { FadeSlider } from './FadeSlider';
import { PlacedWord } from './PlacedWord';

/** Principal components of …, keep 3; fade loadings under 0.40. */
export function MeaningBrief({ reduction }: { reduction: Reduction }) {
  return (
    <>
      <ReductionWords reduction={reduction} />; place <PlacedWord reduction={reduction} />; fade loadings
      under{' '}
      <Word
        settles="The size under which loadings fade"
        panel={() => (
          <div style={{ padding: '8px 14px', width: 260 }}>
            <FadeSlider reduction={reduction} />
            <p className="soft small">
              They fade and never vanish, so that a small loading is not taken for none.
            </p>
          </div>
        )}
      >
        {fixed(reduction.settings.fade, 2)}
      </Word>
      .
    </>
  );
}
