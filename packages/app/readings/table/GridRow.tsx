import type { VirtualItem } from '@tanstack/react-virtual';
import type { MouseEvent } from 'react';
import { isMissing, textAt, type Column } from '@wold/core/table/column';
import type { ColumnDescription } from '@wold/core/table/describe';
import type { Recipe } from '@wold/core/recipe/schema';
import type { Table } from '@wold/core/table/table';
import { cellId, ROW_HEAD_WIDTH, ROW_HEIGHT } from './gridSizes';
import type { Cell } from './moveInGrid';
import styles from './Grid.module.css';

const LONGEST_ENTRY = 200;

interface GridRowProps {
  readonly table: Table;
  readonly columns: Recipe['columns'];
  readonly descriptions: readonly ColumnDescription[] | null;
  /** Of the table, and its place among the rows shown. */
  readonly row: number;
  readonly line: VirtualItem;
  readonly across: readonly VirtualItem[];
  readonly width: number;
  readonly chosen: boolean;
  /** Why it is set aside, where it is. */
  readonly aside: string | undefined;
  /** The column of the active cell, where that is in this row. */
  readonly active: number | null;
  readonly onActive: (cell: Cell) => void;
  readonly onSelect: (event: MouseEvent) => void;
}

/** A row of the grid: its number, and the entries of the columns in sight. */
export function GridRow(props: GridRowProps) {
  const { table, columns, descriptions, row, line, across, width, chosen, aside, active } = props;
  return (
    <div
      className={styles.row}
      role="row"
      aria-rowindex={line.index + 2}
      aria-selected={chosen}
      data-aside={aside !== undefined}
      title={aside === undefined ? undefined : `set aside: ${aside}`}
      style={{ top: line.start, height: ROW_HEIGHT, width }}
      onClick={props.onSelect}
    >
      <div className={styles.rowHead} role="rowheader" aria-colindex={1} style={{ width: ROW_HEAD_WIDTH }}>
        {row + 1}
      </div>
      {across.map(item => {
        const column = table.columns[item.index]!;
        const text = entryText(column, row, descriptions?.[item.index]);
        const missing = isMissing(column, row);
        const place = { row: line.index, column: item.index };
        return (
          <div
            key={item.index}
            id={cellId(place)}
            role="gridcell"
            aria-colindex={item.index + 2}
            className={styles.cell}
            data-kind={column.kind}
            data-missing={missing}
            data-aside={columns[item.index]!.role === 'aside'}
            data-active={active === item.index}
            style={{ left: ROW_HEAD_WIDTH + item.start, width: item.size }}
            title={titleOf(column, row, text)}
            onClick={() => props.onActive(place)}
          >
            {missing ? text || '–' : text.slice(0, LONGEST_ENTRY)}
          </div>
        );
      })}
    </div>
  );
}

/** The whole entry, where it does not stand whole in its cell. */
function titleOf(column: Column, row: number, text: string): string | undefined {
  const whole = textAt(column, row);
  return whole.length > 14 || text.length < whole.length ? whole.slice(0, 2000) : undefined;
}

/** Numbers are cut to so many digits on the screen; the whole stands in the file and the title. */
const LONGEST_NUMBER = 11;

/** The entry as it stands, its decimals filled up to the column's so that numbers align. */
function entryText(column: Column, row: number, description: ColumnDescription | undefined): string {
  const text = textAt(column, row);
  if (description?.kind !== 'number' || isMissing(column, row) || text.includes('e')) return text;
  if (text.length > LONGEST_NUMBER && text.includes('.')) return String(Number(Number(text).toPrecision(7)));
  const decimals = text.includes('.') ? text.length - text.indexOf('.') - 1 : 0;
  return decimals < description.decimals ? Number(text).toFixed(description.decimals) : text;
}
