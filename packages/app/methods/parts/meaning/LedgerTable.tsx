import { useEffect, useMemo, useState, type CSSProperties, type ReactNode } from 'react';
import { useColumnWindow, type ColumnWindow } from '../../../controls/useColumnWindow';
import { useRowWindow } from '../../../controls/useRowWindow';
import { ledgerSizes } from './ledgerSizes';
import styles from './Ledger.module.css';

/** More dimensions than this have columns of one width, and only those in sight are drawn. */
const FEW_DIMENSIONS = 8;
const COLUMN_WIDTH = 150;

/** Where a line of the ledger is drawn. */
interface LineAt {
  readonly place: number;
  /** The dimensions in sight. */
  readonly across: ColumnWindow;
  /** Letters of a name that have room. */
  readonly letters: number;
}

interface LedgerTableProps {
  readonly label: string;
  /** In the order of their lines; the same list while they are the same. */
  readonly measures: readonly string[];
  readonly kept: number;
  /** Pixels of the columns after those of the dimensions. */
  readonly tail: readonly number[];
  readonly wordingOf: (measure: string) => string;
  readonly head: (across: ColumnWindow) => ReactNode;
  /** A row of the table, with a key. */
  readonly line: (at: LineAt) => ReactNode;
  /** Rows below all measures. */
  readonly foot: (at: Omit<LineAt, 'place'>) => ReactNode;
  /** What its marks mean. */
  readonly words: ReactNode;
}

/** The frame of a ledger: measures by dimensions, of which only those in sight are drawn. */
export function LedgerTable(props: LedgerTableProps) {
  const { label, measures, kept, tail, wordingOf, head, line, foot, words } = props;
  const [width, setWidth] = useState(0);
  const tailWidth = tail.reduce((sum, pixels) => sum + pixels, 0);
  const sizes = useMemo(
    () => ledgerSizes(width, kept, measures, wordingOf, tailWidth),
    [width, kept, measures, wordingOf, tailWidth],
  );
  const { scroller, lines, above, below } = useRowWindow(measures.length, sizes.row);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry!.contentRect.width)));
    observer.observe(scroller.current!);
    return () => observer.disconnect();
  }, [scroller]);
  const across = useColumnWindow(scroller, kept, COLUMN_WIDTH, FEW_DIMENSIONS);
  return (
    <div
      ref={scroller}
      className={styles.scroller}
      tabIndex={0}
      role="region"
      aria-label="Ledger, scrollable"
    >
      <table
        className={styles.ledger}
        data-wide={kept > FEW_DIMENSIONS}
        style={
          {
            '--column-width': `${COLUMN_WIDTH}px`,
            '--name-width': `${sizes.name}px`,
            '--cell-width': `${sizes.cell}px`,
            '--row-height': `${sizes.row}px`,
          } as CSSProperties
        }
        aria-label={label}
        aria-rowcount={measures.length + 1}
        aria-colcount={kept + 1 + tail.length}
      >
        {head(across)}
        <tbody>
          {above > 0 && <tr style={{ height: above }} aria-hidden="true" />}
          {lines.map(({ index }) => line({ place: index, across, letters: sizes.letters }))}
          {below > 0 && <tr style={{ height: below }} aria-hidden="true" />}
          {foot({ across, letters: sizes.letters })}
        </tbody>
      </table>
      {words}
    </div>
  );
}
