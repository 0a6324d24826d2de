import type { ReactNode, ThHTMLAttributes } from 'react';
import type { ColumnWindow } from '../../../controls/useColumnWindow';
import styles from './Ledger.module.css';

interface LedgerHeadsProps {
  readonly across: ColumnWindow;
  /** What stands at the head of a column, counted from 0, and what is told of it. */
  readonly head: (column: number) => ReactNode;
  readonly about?: (column: number) => ThHTMLAttributes<HTMLTableCellElement> & {
    'data-chosen'?: boolean;
    'data-dimension'?: boolean;
  };
  /** Heads of columns after these. */
  readonly tail?: ReactNode;
}

/** What tells the head of a dimension, which is named there. */
export const DIMENSION = { 'data-dimension': true } as const;

/** The head of a ledger: of its columns those in sight. */
export function LedgerHeads({ across, head, about, tail }: LedgerHeadsProps) {
  return (
    <thead>
      <tr>
        <th scope="col" className={styles.measure}>
          <span className="unseen">measure</span>
        </th>
        {across.before > 0 && <td aria-hidden="true" style={{ minWidth: across.before }} />}
        {across.places.map(d => (
          <th key={d} scope="col" aria-colindex={d + 2} {...about?.(d)}>
            {head(d)}
          </th>
        ))}
        {across.after > 0 && <td aria-hidden="true" style={{ minWidth: across.after }} />}
        {tail}
      </tr>
    </thead>
  );
}
