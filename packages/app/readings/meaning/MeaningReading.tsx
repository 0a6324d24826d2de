import { useSearchParams } from 'react-router';
import type { Reduction } from '@wold/core/recipe/schema';
import { fixed } from '../../charts/format';
import { useComponents } from '../../results/stages';
import { Resulting } from '../Problem';
import { ViewSwitch } from '../../controls/ViewSwitch';
import { FadeSlider } from './FadeSlider';
import { Ledger } from './Ledger';
import { Plane } from './Plane';
import styles from './MeaningReading.module.css';

/** What do they mean? The ledger of loadings, or the plane of two dimensions at full size. */
export function MeaningReading({ reduction }: { reduction: Reduction }) {
  const components = useComponents(reduction);
  const [search, setSearch] = useSearchParams();
  const view = search.get('view') === 'plane' ? 'plane' : 'ledger';
  return (
    <Resulting reading={components}>
      {value => (
        <div className={styles.reading}>
          <div className={styles.head}>
            <ViewSwitch
              views={[
                ['ledger', 'Ledger'],
                ['plane', 'Plane'],
              ]}
              view={view}
              onView={next => setSearch(next === 'plane' ? { view: next } : {}, { replace: true })}
            />
            {view === 'ledger' && (
              <div className={styles.fade}>
                <span className="soft small" id="fade-name">
                  fade under {fixed(reduction.fade, 2)}
                </span>
                <FadeSlider reduction={reduction} />
              </div>
            )}
          </div>
          {view === 'ledger' ? (
            <Ledger reduction={reduction} components={value} />
          ) : (
            <div className={styles.plane}>
              <Plane reduction={reduction} components={value} />
            </div>
          )}
        </div>
      )}
    </Resulting>
  );
}
