import type { VirtualItem } from '@tanstack/react-virtual';
import { useRef, useState, type KeyboardEvent, type MouseEvent } from 'react';
import type { ColumnDescription } from '@wold/core/table/describe';
import type { Role } from '@wold/core/table/role';
import type { Table } from '@wold/core/table/table';
import { useRecipe } from '../../store/useStudy';
import { ColumnHead } from './ColumnHead';
import { GridRow } from './GridRow';
import { cellId, HEAD_HEIGHT, ROW_HEAD_WIDTH, ROW_HEIGHT } from './gridSizes';
import { moveInGrid, type Cell } from './moveInGrid';
import { RoleMenu } from './RoleMenu';
import { useGridSelection } from './useGridSelection';
import { useGridWindow } from './useGridWindow';
import styles from './Grid.module.css';

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
  const recipe = useRecipe();
  const { selection, selectColumn, selectRow } = useGridSelection(table);
  const scroller = useRef<HTMLDivElement>(null);
  const [active, setActive] = useState<Cell>({ row: -1, column: 0 });
  const [menu, setMenu] = useState<{ names: readonly string[]; anchor: HTMLElement } | null>(null);
  const rowCount = rows?.length ?? table.rows;
  const rowOf = (index: number) => (rows === null ? index : rows[index]!);
  const chosenRows = new Set(selection.rows);
  const asideRows = new Map(recipe.preparation.rowsAside.rows.map(({ row, reason }) => [row, reason]));
  const { down, across } = useGridWindow(scroller, table, rowCount, rows === null);

  function openRoles(name: string, anchor: HTMLElement): void {
    const names = selection.columns.includes(name) ? selection.columns : [name];
    setMenu({ names, anchor });
  }

  const press = (event: KeyboardEvent): void => {
    const page = Math.max(1, Math.floor((scroller.current!.clientHeight - HEAD_HEIGHT) / ROW_HEIGHT) - 1);
    const moved = moveInGrid(active, event, { rows: rowCount, columns: table.columns.length, page });
    if (moved !== null) {
      setActive(moved);
      if (moved.row >= 0) down.scrollToIndex(moved.row, { align: 'auto' });
      across.scrollToIndex(moved.column, { align: 'auto' });
    } else if (event.key === 'Enter' || event.key === ' ') {
      const { name } = table.columns[active.column]!;
      if (active.row >= 0) selectRow(rowOf(active.row), event);
      else if (event.key === ' ') selectColumn(name, event);
      else openRoles(name, document.getElementById(cellId(active)) ?? scroller.current!);
    } else return;
    event.preventDefault();
  };
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
          {across.getVirtualItems().map(item => (
            <GridHead
              key={item.index}
              {...{ table, descriptions, item }}
              role={recipe.columns[item.index]!.role}
              active={active.row === -1 && active.column === item.index}
              chosen={selection.columns.includes(table.columns[item.index]!.name)}
              onSelect={event => {
                setActive({ row: -1, column: item.index });
                selectColumn(table.columns[item.index]!.name, event);
              }}
              onRoles={anchor => openRoles(table.columns[item.index]!.name, anchor)}
            />
          ))}
        </div>
        <div className={styles.body} role="rowgroup" style={{ height: down.getTotalSize(), width }}>
          {down.getVirtualItems().map(line => {
            const row = rowOf(line.index);
            return (
              <GridRow
                key={row}
                {...{ table, descriptions, row, line, width }}
                columns={recipe.columns}
                across={across.getVirtualItems()}
                chosen={chosenRows.has(row)}
                aside={asideRows.get(row)}
                active={active.row === line.index ? active.column : null}
                onActive={setActive}
                onSelect={event => selectRow(row, event)}
              />
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

interface GridHeadProps {
  readonly table: Table;
  readonly descriptions: readonly ColumnDescription[] | null;
  readonly item: VirtualItem;
  readonly role: Role;
  readonly active: boolean;
  readonly chosen: boolean;
  readonly onSelect: (event: MouseEvent) => void;
  readonly onRoles: (anchor: HTMLElement) => void;
}

/** The head of a column in its place. */
function GridHead({ table, descriptions, item, ...rest }: GridHeadProps) {
  return (
    <ColumnHead
      id={cellId({ row: -1, column: item.index })}
      index={item.index}
      left={ROW_HEAD_WIDTH + item.start}
      width={item.size}
      column={table.columns[item.index]!}
      rows={table.rows}
      description={descriptions?.[item.index] ?? null}
      {...rest}
    />
  );
}
