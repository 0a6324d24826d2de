import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState, type KeyboardEvent, type MouseEvent } from 'react';
import { isMissing, textAt, type Column } from '@wold/core/table/column';
import type { ColumnDescription } from '@wold/core/table/describe';
import type { Table } from '@wold/core/table/table';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useRecipe, useSelection } from '../../store/useStudy';
import { ColumnHead } from './ColumnHead';
import { moveInGrid, type Cell } from './moveInGrid';
import { RoleMenu } from './RoleMenu';
import styles from './Grid.module.css';

const ROW_HEIGHT = 27;
const HEAD_HEIGHT = 104;
const COLUMN_WIDTH = 116;
const ROW_HEAD_WIDTH = 62;
const LONGEST_ENTRY = 200;

interface GridProps {
  readonly table: Table;
  /** Null while they are not there yet. */
  readonly descriptions: readonly ColumnDescription[] | null;
  /** Rows to show, or null for all. */
  readonly rows: readonly number[] | null;
}

/**
 * All rows and columns; only what is in sight is drawn. One cell is active and moves with the arrow keys: Enter on a
 * column's head opens its roles, on a cell selects its row.
 */
export function Grid({ table, descriptions, rows }: GridProps) {
  const dispatch = useAppDispatch();
  const recipe = useRecipe();
  const selection = useSelection();
  const scroller = useRef<HTMLDivElement>(null);
  const [active, setActive] = useState<Cell>({ row: -1, column: 0 });
  const [menu, setMenu] = useState<{ names: readonly string[]; anchor: HTMLElement } | null>(null);
  const rowCount = rows?.length ?? table.rows;
  const rowOf = (index: number) => (rows === null ? index : rows[index]!);
  const chosenRows = new Set(selection.rows);
  const asideRows = new Map(recipe.preparation.rowsAside.rows.map(({ row, reason }) => [row, reason]));

  // eslint-disable-next-line react-hooks/incompatible-library -- not memoised: it is drawn anew at each scroll
  const down = useVirtualizer({
    count: rowCount,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
    scrollPaddingStart: HEAD_HEIGHT,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: table.columns.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => COLUMN_WIDTH,
    overscan: 3,
    scrollPaddingStart: ROW_HEAD_WIDTH,
  });

  const firstSelected = selection.rows[0];
  const lastColumn = selection.columns.at(-1);
  useEffect(() => {
    if (firstSelected !== undefined && rows === null) down.scrollToIndex(firstSelected, { align: 'auto' });
    // Only when the selection changes, so that scrolling stays free.
  }, [firstSelected]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    const index = table.columns.findIndex(column => column.name === lastColumn);
    if (index >= 0) across.scrollToIndex(index, { align: 'auto' });
  }, [lastColumn]); // eslint-disable-line react-hooks/exhaustive-deps

  function openRoles(name: string, anchor: HTMLElement): void {
    const names = selection.columns.includes(name) ? selection.columns : [name];
    setMenu({ names, anchor });
  }

  function selectColumn(name: string, event: MouseEvent | KeyboardEvent): void {
    const names = table.columns.map(column => column.name);
    const others = selection.columns.filter(other => other !== name);
    if (event.shiftKey && lastColumn !== undefined) {
      const [from, to] = [names.indexOf(lastColumn), names.indexOf(name)].sort((a, b) => a - b) as [
        number,
        number,
      ];
      const range = names.slice(from, to + 1).filter(other => other !== name);
      dispatch(selected({ columns: [...new Set([...others, ...range]), name] }));
    } else if (event.ctrlKey || event.metaKey) {
      const had = selection.columns.includes(name);
      dispatch(selected({ columns: had ? others : [...others, name] }));
    } else dispatch(selected({ columns: [name] }));
  }

  function selectRow(row: number, event: MouseEvent | KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.shiftKey) {
      const others = selection.rows.filter(other => other !== row);
      dispatch(selected({ rows: chosenRows.has(row) ? others : [...others, row] }));
    } else dispatch(selected({ rows: [row] }));
  }

  function press(event: KeyboardEvent<HTMLDivElement>): void {
    const page = Math.max(1, Math.floor((scroller.current!.clientHeight - HEAD_HEIGHT) / ROW_HEIGHT) - 1);
    const moved = moveInGrid(active, event, { rows: rowCount, columns: table.columns.length, page });
    if (moved !== null) {
      event.preventDefault();
      setActive(moved);
      if (moved.row >= 0) down.scrollToIndex(moved.row, { align: 'auto' });
      across.scrollToIndex(moved.column, { align: 'auto' });
      return;
    }
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    const name = table.columns[active.column]!.name;
    if (active.row >= 0) selectRow(rowOf(active.row), event);
    else if (event.key === 'Enter')
      openRoles(name, document.getElementById(cellId(active)) ?? scroller.current!);
    else selectColumn(name, event);
  }

  const width = ROW_HEAD_WIDTH + across.getTotalSize();
  return (
    <>
      <div
        ref={scroller}
        className={styles.grid}
        role="grid"
        aria-label={`Table ${table.name}`}
        aria-rowcount={rowCount + 1}
        aria-colcount={table.columns.length + 1}
        aria-multiselectable="true"
        aria-activedescendant={cellId(active)}
        tabIndex={0}
        onKeyDown={press}
      >
        <div className={styles.headRow} role="row" aria-rowindex={1} style={{ height: HEAD_HEIGHT, width }}>
          <div
            className={styles.corner}
            role="columnheader"
            aria-colindex={1}
            style={{ width: ROW_HEAD_WIDTH }}
          >
            row
          </div>
          {across.getVirtualItems().map(item => {
            const column = table.columns[item.index]!;
            return (
              <ColumnHead
                key={column.name}
                id={cellId({ row: -1, column: item.index })}
                index={item.index}
                left={ROW_HEAD_WIDTH + item.start}
                width={item.size}
                column={column}
                rows={table.rows}
                description={descriptions?.[item.index] ?? null}
                role={recipe.columns[item.index]!.role}
                active={active.row === -1 && active.column === item.index}
                chosen={selection.columns.includes(column.name)}
                onSelect={event => {
                  setActive({ row: -1, column: item.index });
                  selectColumn(column.name, event);
                }}
                onRoles={anchor => openRoles(column.name, anchor)}
              />
            );
          })}
        </div>
        <div className={styles.body} role="rowgroup" style={{ height: down.getTotalSize(), width }}>
          {down.getVirtualItems().map(line => {
            const row = rowOf(line.index);
            return (
              <div
                key={row}
                className={styles.row}
                role="row"
                aria-rowindex={line.index + 2}
                aria-selected={chosenRows.has(row)}
                data-aside={asideRows.has(row)}
                title={asideRows.has(row) ? `set aside: ${asideRows.get(row)}` : undefined}
                style={{ top: line.start, height: ROW_HEIGHT, width }}
                onClick={event => selectRow(row, event)}
              >
                <div
                  className={styles.rowHead}
                  role="rowheader"
                  aria-colindex={1}
                  style={{ width: ROW_HEAD_WIDTH }}
                >
                  {row + 1}
                </div>
                {across.getVirtualItems().map(item => {
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
                      data-aside={recipe.columns[item.index]!.role === 'aside'}
                      data-active={active.row === line.index && active.column === item.index}
                      style={{ left: ROW_HEAD_WIDTH + item.start, width: item.size }}
                      title={titleOf(column, row, text)}
                      onClick={() => setActive(place)}
                    >
                      {missing ? text || '–' : text.slice(0, LONGEST_ENTRY)}
                    </div>
                  );
                })}
              </div>
            );
          })}
        </div>
      </div>
      {menu !== null && (
        <RoleMenu
          names={menu.names}
          anchor={menu.anchor}
          onClose={() => {
            setMenu(null);
            scroller.current?.focus();
          }}
        />
      )}
    </>
  );
}

/** The entry as it stands, its decimals filled up to the column's so that numbers align. */
/** The whole entry, where it does not stand whole in its cell. */
function titleOf(column: Column, row: number, text: string): string | undefined {
  const whole = textAt(column, row);
  return whole.length > 14 || text.length < whole.length ? whole.slice(0, 2000) : undefined;
}

/** Numbers are cut to so many digits on the screen; the whole stands in the file and the title. */
const LONGEST_NUMBER = 11;

function entryText(column: Column, row: number, description: ColumnDescription | undefined): string {
  const text = textAt(column, row);
  if (description?.kind !== 'number' || isMissing(column, row) || text.includes('e')) return text;
  if (text.length > LONGEST_NUMBER && text.includes('.')) return String(Number(Number(text).toPrecision(7)));
  const decimals = text.includes('.') ? text.length - text.indexOf('.') - 1 : 0;
  return decimals < description.decimals ? Number(text).toFixed(description.decimals) : text;
}

const cellId = ({ row, column }: Cell): string => `cell-${row}-${column}`;
