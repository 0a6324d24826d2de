import type { ReactNode } from 'react';
import styles from './Ledger.module.css';

interface MeasureNameProps {
  readonly measure: string;
  readonly short: string;
  readonly wording: string;
  /** On how many dimensions the measure is at or above the threshold. */
  readonly crossing: number;
  /** More marks. */
  readonly children?: ReactNode;
}

/** A measure's name and wording, and what is to be seen of it. */
export function MeasureName({ measure, short, wording, crossing, children }: MeasureNameProps) {
  return (
    <th scope="row" className={styles.measure}>
      <button type="button" title={measure} aria-label={measure}>
        {short}
      </button>
      {crossing > 1 && (
        <span className={styles.tag} title={`at or above the threshold on ${crossing} dimensions`}>
          {crossing === 2 ? 'two' : crossing === 3 ? 'three' : 'many'}
        </span>
      )}
      {children}
      {wording !== '' && <span className={styles.wording}>{wording}</span>}
    </th>
  );
}
