import { useVirtualizer, type VirtualItem } from '@tanstack/react-virtual';
import { useRef, type RefObject } from 'react';

/** The lines of a long table that are in sight, and the room that the others take. */
export interface RowWindow {
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly lines: readonly VirtualItem[];
  /** Pixels above the first line in sight and below the last. */
  readonly above: number;
  readonly below: number;
}

/** Draws of a long table only what is in sight; rows of one height, within the element that `scroller` is given to. */
export function useRowWindow(count: number, rowHeight: number): RowWindow {
  const scroller = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- not memoised: it is drawn anew at each scroll
  const rows = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 6,
  });
  const lines = rows.getVirtualItems();
  return {
    scroller,
    lines,
    above: lines[0]?.start ?? 0,
    below: rows.getTotalSize() - (lines.at(-1)?.end ?? 0),
  };
}
