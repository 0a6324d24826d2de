import { divergingClass, divergingStyle } from '../../../charts/DivergingBar';
import type { ColumnWindow } from '../../../controls/useColumnWindow';
import styles from './Ledger.module.css';

interface LedgerCellsProps {
  readonly across: ColumnWindow;
  /** By dimension: what is written, the bar's length from −1 to 1, and whether it is below the threshold. */
  readonly cell: (dimension: number) => { text: string; bar: number; faded: boolean };
}

/** A line's cells of the dimensions in sight: each a number on a diverging bar. */
export function LedgerCells({ across, cell }: LedgerCellsProps) {
  return (
    <>
      {across.before > 0 && <td aria-hidden="true" style={{ minWidth: across.before }} />}
      {across.places.map(d => {
        const { text, bar, faded } = cell(d);
        return (
          <td
            key={d}
            className={`${styles.cell} ${divergingClass(bar)}`}
            style={divergingStyle(bar)}
            data-faded={faded}
            aria-colindex={d + 2}
          >
            <span className={styles.value}>{text}</span>
          </td>
        );
      })}
      {across.after > 0 && <td aria-hidden="true" style={{ minWidth: across.after }} />}
    </>
  );
}
