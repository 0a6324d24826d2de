import type { MouseEvent } from 'react';
import { coefficient } from '@wold/core/writeup/format';
import type { ColumnWindow } from '../../../controls/useColumnWindow';
import { LedgerCells } from './LedgerCells';
import type { PlacedColumn } from './placedColumns';
import styles from './Ledger.module.css';

interface PlacedLineProps {
  readonly of: PlacedColumn;
  readonly short: string;
  readonly across: ColumnWindow;
  readonly fade: number;
  /** Columns after those of the dimensions. */
  readonly tail: number;
  readonly chosen: boolean;
  readonly onSelect: (event: MouseEvent) => void;
}

/** A column that is placed on the dimensions, with its correlations. */
export function PlacedLine({ of, short, across, fade, tail, chosen, onSelect }: PlacedLineProps) {
  return (
    <tr data-placed="true" data-chosen={chosen} onClick={onSelect}>
      <th scope="row" className={styles.measure}>
        <button type="button" title={of.column} aria-label={of.column}>
          {short}
        </button>
        <span className={styles.placed}>placed</span>
      </th>
      <LedgerCells across={across} cell={d => placedCell(of.correlations[d]!, fade)} />
      <td
        colSpan={tail}
        className={styles.held}
        title="correlations; not among the measures that are reduced"
      />
    </tr>
  );
}

function placedCell(correlation: number, fade: number) {
  const known = !Number.isNaN(correlation);
  return {
    text: known ? coefficient(correlation) : '–',
    bar: known ? correlation : 0,
    faded: !(Math.abs(correlation) >= fade),
  };
}
