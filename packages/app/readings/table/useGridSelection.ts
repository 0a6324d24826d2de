import type { KeyboardEvent, MouseEvent } from 'react';
import type { Table } from '@wold/core/table/table';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useSelection } from '../../store/useStudy';

/** What a click or a key selects: alone, with Ctrl beside the others, with Shift columns up to the last one. */
export function useGridSelection(table: Table) {
  const dispatch = useAppDispatch();
  const selection = useSelection();

  function selectColumn(name: string, event: MouseEvent | KeyboardEvent): void {
    const last = selection.columns.at(-1);
    const others = selection.columns.filter(other => other !== name);
    if (event.shiftKey && last !== undefined) {
      const names = table.columns.map(column => column.name);
      const [from, to] = [names.indexOf(last), names.indexOf(name)].sort((a, b) => a - b) as [number, number];
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
      const had = others.length < selection.rows.length;
      dispatch(selected({ rows: had ? others : [...others, row] }));
    } else dispatch(selected({ rows: [row] }));
  }

  return { selection, selectColumn, selectRow };
}
