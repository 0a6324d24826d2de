import { divergingClass, divergingStyle, intervalClass } from '../../../charts/DivergingBar';
import type { CellInterval } from './useIntervals';
import type { ColumnWindow } from '../../../controls/useColumnWindow';
import styles from './Ledger.module.css';

export interface LedgerCell {
  readonly text: string;
  readonly bar: number;
  readonly faded: boolean;
  /** Where resamples have it, in lengths of bars. */
  readonly interval?: CellInterval | null;
}

interface LedgerCellsProps {
  readonly across: ColumnWindow;
  /** By dimension: what is written, the bar's length from −1 to 1, and whether it is below the threshold. */
  readonly cell: (dimension: number) => LedgerCell;
}

/** A line's cells of the dimensions in sight: each a number on a diverging bar. */
export function LedgerCells({ across, cell }: LedgerCellsProps) {
  return (
    <>
      {across.before > 0 && <td aria-hidden="true" style={{ minWidth: across.before }} />}
      {across.places.map(d => {
        const { text, bar, faded, interval = null } = cell(d);
        const unsure = interval !== null && interval.low <= 0 && interval.high >= 0;
        return (
          <td
            key={d}
            className={`${styles.cell} ${interval === null ? divergingClass(bar) : intervalClass(bar)}`}
            style={divergingStyle(bar, interval)}
            data-unsure={unsure}
            data-faded={faded}
            aria-colindex={d + 2}
          >
            <span className={styles.value}>{text}</span>
            {unsure && text !== '' && <span className="unseen">, may be none</span>}
          </td>
        );
      })}
      {across.after > 0 && <td aria-hidden="true" style={{ minWidth: across.after }} />}
    </>
  );
}
