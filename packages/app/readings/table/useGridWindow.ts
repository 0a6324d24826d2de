import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, type RefObject } from 'react';
import type { Table } from '@wold/core/table/table';
import { useRecipe, useSelection } from '../../store/useStudy';
import { COLUMN_WIDTH, HEAD_HEIGHT, ROW_HEAD_WIDTH, ROW_HEIGHT, TEXT_WIDTH } from './gridSizes';
import type { Cell } from './moveInGrid';

/** The rows and columns in sight; what is newly selected is scrolled to. @param all whether every row is shown */
export function useGridWindow(
  scroller: RefObject<HTMLDivElement | null>,
  table: Table,
  rowCount: number,
  all: boolean,
) {
  const selection = useSelection();
  // eslint-disable-next-line react-hooks/incompatible-library -- not memoised: it is drawn anew at each scroll
  const down = useVirtualizer({
    count: rowCount,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
    scrollPaddingStart: HEAD_HEIGHT,
  });
  const { columns } = useRecipe();
  const texts = columns.map(({ role }) => role === 'text');
  const across = useVirtualizer({
    horizontal: true,
    count: table.columns.length,
    getScrollElement: () => scroller.current,
    estimateSize: index => (texts[index] === true ? TEXT_WIDTH : COLUMN_WIDTH),
    overscan: 3,
    scrollPaddingStart: ROW_HEAD_WIDTH,
  });
  const firstSelected = selection.rows[0];
  const lastColumn = selection.columns.at(-1);
  useEffect(() => {
    if (firstSelected !== undefined && all) down.scrollToIndex(firstSelected, { align: 'auto' });
    // Only when the selection changes, so that scrolling stays free.
  }, [firstSelected]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    const index = table.columns.findIndex(column => column.name === lastColumn);
    if (index >= 0) across.scrollToIndex(index, { align: 'auto' });
  }, [lastColumn]); // eslint-disable-line react-hooks/exhaustive-deps
  const known = texts.join();
  useEffect(() => across.measure(), [known]); // eslint-disable-line react-hooks/exhaustive-deps
  function bringToSight({ row, column }: Cell): void {
    if (row >= 0) down.scrollToIndex(row, { align: 'auto' });
    across.scrollToIndex(column, { align: 'auto' });
  }
  return { down, across, bringToSight };
}
