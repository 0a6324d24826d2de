import type { Reduction } from '@wold/core/recipe/schema';
import { useComponents } from '../../results/stages';
import { Plane } from './Plane';
import styles from './MeaningAside.module.css';

/** The plane of two dimensions, small, above the lens. */
export function MeaningAside({ reduction }: { reduction: Reduction }) {
  const { value } = useComponents(reduction);
  if (value === null) return null;
  return (
    <div className={styles.aside}>
      <Plane reduction={reduction} components={value} small />
    </div>
  );
}
