/** A cell of the grid; row −1 is the heads of the columns. */
export interface Cell {
  readonly row: number;
  readonly column: number;
}

interface Bounds {
  readonly rows: number;
  readonly columns: number;
  /** Rows in sight at once. */
  readonly page: number;
}

interface Key {
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
}

/** Where a key leads from a cell, within bounds; null for keys that do not move. */
export function moveInGrid(
  { row, column }: Cell,
  { key, ctrlKey, metaKey }: Key,
  bounds: Bounds,
): Cell | null {
  const far = ctrlKey || metaKey;
  const to = (nextRow: number, nextColumn: number): Cell => ({
    row: Math.max(-1, Math.min(bounds.rows - 1, nextRow)),
    column: Math.max(0, Math.min(bounds.columns - 1, nextColumn)),
  });
  switch (key) {
    case 'ArrowDown':
      return to(far ? bounds.rows : row + 1, column);
    case 'ArrowUp':
      return to(far ? -1 : row - 1, column);
    case 'ArrowRight':
      return to(row, far ? bounds.columns : column + 1);
    case 'ArrowLeft':
      return to(row, far ? 0 : column - 1);
    case 'PageDown':
      return to(row + bounds.page, column);
    case 'PageUp':
      return to(row - bounds.page, column);
    case 'Home':
      return to(far ? -1 : row, 0);
    case 'End':
      return to(far ? bounds.rows : row, bounds.columns);
    default:
      return null;
  }
}
