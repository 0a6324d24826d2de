import { useVirtualizer } from '@tanstack/react-virtual';
import type { RefObject } from 'react';

/** The columns of a wide table that are in sight, and the room that the others take. */
export interface ColumnWindow {
  /** Their places, ascending. */
  readonly places: readonly number[];
  /** Pixels left of the first column in sight and right of the last. */
  readonly before: number;
  readonly after: number;
}

/**
 * Draws of a wide table only what is in sight, within the element that scrolls it; all of a table of few columns.
 *
 * @param width of each column, where there are more than `few`
 */
export function useColumnWindow(
  scroller: RefObject<HTMLElement | null>,
  count: number,
  width: number,
  few: number,
): ColumnWindow {
  const wide = count > few;
  // eslint-disable-next-line react-hooks/incompatible-library -- not memoised: it is drawn anew at each scroll
  const columns = useVirtualizer({
    horizontal: true,
    count,
    enabled: wide,
    getScrollElement: () => scroller.current,
    estimateSize: () => width,
    overscan: 2,
  });
  if (!wide) return { places: Array.from({ length: count }, (_, place) => place), before: 0, after: 0 };
  const seen = columns.getVirtualItems();
  return {
    places: seen.map(({ index }) => index),
    before: seen[0]?.start ?? 0,
    after: columns.getTotalSize() - (seen.at(-1)?.end ?? 0),
  };
}
