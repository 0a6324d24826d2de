import { useDeferredValue } from 'react';
import { factorsPlacement } from '@wold/core/methods/factors/placement';
import { useView } from '../../../store/useView';
import { Plane } from '../../parts/meaning/Plane';
import { useFactors, type FactorReduction } from '../results';
import { FACTOR_VIEWS } from './views';
import styles from '../../parts/meaning/MeaningAside.module.css';

const VIEW_NAMES = FACTOR_VIEWS.map(([name]) => name);

/** The plane of two factors, small, above the lens of the ledger. */
export function FactorMeaningAside({ reduction }: { reduction: FactorReduction }) {
  // The ledger is what was asked for; its picture follows.
  const value = useDeferredValue(useFactors(reduction).value);
  const [view] = useView('meaning', VIEW_NAMES);
  if (value === null || view !== 'ledger') return null;
  return (
    <div className={styles.aside}>
      <Plane reduction={reduction} placement={factorsPlacement(value)} small />
    </div>
  );
}
