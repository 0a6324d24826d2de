import { useDeferredValue } from 'react';
import { useSearchParams } from 'react-router';
import type { Reduction } from '@wold/core/recipe/schema';
import { useComponents } from '../results';
import { Plane } from './Plane';
import styles from './MeaningAside.module.css';

/** The plane of two dimensions, small, above the lens; not where it stands large in the reading. */
export function MeaningAside({ reduction }: { reduction: Reduction }) {
  // The ledger is what was asked for; its picture follows.
  const value = useDeferredValue(useComponents(reduction).value);
  const [search] = useSearchParams();
  if (value === null || search.get('view') === 'plane') return null;
  return (
    <div className={styles.aside}>
      <Plane reduction={reduction} components={value} small />
    </div>
  );
}
