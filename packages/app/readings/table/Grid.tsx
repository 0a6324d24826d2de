import type { VirtualItem } from '@tanstack/react-virtual';
import { useRef, useState, type KeyboardEvent, type MouseEvent, type RefObject } from 'react';
import type { ColumnDescription } from '@wold/core/table/describe';
import { extentOf } from '@wold/core/recipe/extent';
import type { Table } from '@wold/core/table/table';
import { ExtentMark } from '../../engines/ExtentMark';
import { useWholeColumns } from '../../results/stages';
import { toldOfWhole } from './columnFigures';
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
  const { selection, selectColumn, selectRow } = useGridSelection(table);
  const scroller = useRef<HTMLDivElement>(null);
  const [active, setActive] = useState<Cell>({ row: -1, column: 0 });
  const { menu, openRoles, closeRoles } = useRoles(scroller, selection.columns);
  const rowCount = rows?.length ?? table.rows;
  const rowOf = (index: number) => (rows === null ? index : rows[index]!);
  const { down, across, bringToSight } = useGridWindow(scroller, table, rowCount, rows === null);
  const press = (event: KeyboardEvent): void => {
    const page = Math.max(1, Math.floor((scroller.current!.clientHeight - HEAD_HEIGHT) / ROW_HEIGHT) - 1);
    const moved = moveInGrid(active, event, { rows: rowCount, columns: table.columns.length, page });
    if (moved !== null) {
      setActive(moved);
      bringToSight(moved);
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
        <GridHeads
          {...{ table, descriptions, width }}
          items={across.getVirtualItems()}
          active={active.row === -1 ? active.column : null}
          chosen={selection.columns}
          onActive={setActive}
          onSelect={selectColumn}
          onRoles={openRoles}
        />
        <GridRows
          {...{ table, descriptions, width, rowOf, active }}
          height={down.getTotalSize()}
          lines={down.getVirtualItems()}
          across={across.getVirtualItems()}
          chosen={selection.rows}
          onActive={setActive}
          onSelect={selectRow}
        />
      </div>
      {menu !== null && <RoleMenu {...menu} onClose={closeRoles} />}
    </>
  );
}

/** The menu of roles: of a column, or of all that are selected where it is one of them. */
function useRoles(scroller: RefObject<HTMLDivElement | null>, chosen: readonly string[]) {
  const [menu, setMenu] = useState<{ names: readonly string[]; anchor: HTMLElement } | null>(null);
  const openRoles = (name: string, anchor: HTMLElement): void =>
    setMenu({ names: chosen.includes(name) ? chosen : [name], anchor });
  function closeRoles(): void {
    setMenu(null);
    scroller.current?.focus();
  }
  return { menu, openRoles, closeRoles };
}

interface GridHeadsProps {
  readonly table: Table;
  readonly descriptions: readonly ColumnDescription[] | null;
  readonly width: number;
  /** The columns in sight. */
  readonly items: readonly VirtualItem[];
  /** The column whose head is active, or null. */
  readonly active: number | null;
  /** Names of the columns that are selected. */
  readonly chosen: readonly string[];
  readonly onActive: (cell: Cell) => void;
  readonly onSelect: (name: string, event: MouseEvent) => void;
  readonly onRoles: (name: string, anchor: HTMLElement) => void;
}

/** The heads of the columns in sight, each in its place. */
function GridHeads(props: GridHeadsProps) {
  const { table, descriptions, width, items, active, chosen, onActive, onSelect, onRoles } = props;
  const recipe = useRecipe();
  const { columns } = recipe;
  const extent = toldOfWhole(useWholeColumns().value) === null ? null : extentOf(recipe, table);
  return (
    <div className={styles.headRow} role="row" aria-rowindex={1} style={{ height: HEAD_HEIGHT, width }}>
      <div className={styles.corner} role="columnheader" aria-colindex={1} style={{ width: ROW_HEAD_WIDTH }}>
        {extent === 'whole' && <ExtentMark short of="whole" />}
        <span>row</span>
        {extent === 'whole' && <ExtentMark short of="sample" />}
      </div>
      {items.map(({ index, start, size }) => (
        <ColumnHead
          key={index}
          id={cellId({ row: -1, column: index })}
          index={index}
          left={ROW_HEAD_WIDTH + start}
          width={size}
          column={table.columns[index]!}
          rows={table.rows}
          description={descriptions?.[index] ?? null}
          role={columns[index]!.role}
          active={active === index}
          chosen={chosen.includes(table.columns[index]!.name)}
          onSelect={event => {
            onActive({ row: -1, column: index });
            onSelect(table.columns[index]!.name, event);
          }}
          onRoles={anchor => onRoles(table.columns[index]!.name, anchor)}
        />
      ))}
    </div>
  );
}

interface GridRowsProps {
  readonly table: Table;
  readonly descriptions: readonly ColumnDescription[] | null;
  readonly width: number;
  /** Of all rows together. */
  readonly height: number;
  /** The lines and columns in sight. */
  readonly lines: readonly VirtualItem[];
  readonly across: readonly VirtualItem[];
  /** The row of the table that a line shows. */
  readonly rowOf: (line: number) => number;
  readonly active: Cell;
  /** The rows that are selected. */
  readonly chosen: readonly number[];
  readonly onActive: (cell: Cell) => void;
  readonly onSelect: (row: number, event: MouseEvent) => void;
}

/** The rows in sight. */
function GridRows({ height, lines, rowOf, active, chosen, onSelect, ...rest }: GridRowsProps) {
  const { columns, preparation } = useRecipe();
  const chosenRows = new Set(chosen);
  const asideRows = new Map(preparation.rowsAside.rows.map(({ row, reason }) => [row, reason]));
  return (
    <div className={styles.body} role="rowgroup" style={{ height, width: rest.width }}>
      {lines.map(line => {
        const row = rowOf(line.index);
        return (
          <GridRow
            key={row}
            {...{ ...rest, row, line, columns }}
            chosen={chosenRows.has(row)}
            aside={asideRows.get(row)}
            active={active.row === line.index ? active.column : null}
            onSelect={event => onSelect(row, event)}
          />
        );
      })}
    </div>
  );
}
