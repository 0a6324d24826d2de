import type { Cell } from './moveInGrid';

/** Of the grid, in pixels. */
export const ROW_HEIGHT = 27;
export const HEAD_HEIGHT = 104;
export const COLUMN_WIDTH = 116;
/** Of a column of texts. */
export const TEXT_WIDTH = 460;
export const ROW_HEAD_WIDTH = 62;

/** The id of a cell's element; the heads are row −1. */
export const cellId = ({ row, column }: Cell): string => `cell-${row}-${column}`;
