import { useDeferredValue } from 'react';
import { componentsPlacement } from '@wold/core/methods/components/placement';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { useComponents } from '../results';
import { useView } from '../../../store/useView';
import { MEANING_VIEW_NAMES } from './views';
import { useSplit } from '../../../readings/texts/useSplit';
import { Plane } from '../../parts/meaning/Plane';
import styles from '../../parts/meaning/MeaningAside.module.css';

/** The plane of two dimensions, small, above the lens; not where it stands large in the reading. */
export function MeaningAside({ reduction }: { reduction: ReductionBy<'components'> }) {
  // The ledger is what was asked for; its picture follows.
  const value = useDeferredValue(useComponents(reduction).value);
  // Hundreds of words are no picture so small.
  const split = useSplit() !== null;
  const [view] = useView('meaning', MEANING_VIEW_NAMES);
  if (value === null || view === 'plane' || split) return null;
  return (
    <div className={styles.aside}>
      <Plane reduction={reduction} placement={componentsPlacement(value)} small />
    </div>
  );
}
