/** Whether every matrix within plain data has all of its entries. */
export function isWhole(data: unknown): boolean {
  if (data === null || typeof data !== 'object' || ArrayBuffer.isView(data)) return true;
  if (Array.isArray(data)) return typeof data[0] === 'number' || data.every(isWhole);
  const { rows, columns, values } = data as { rows?: unknown; columns?: unknown; values?: unknown };
  if (typeof rows === 'number' && typeof columns === 'number' && values instanceof Float64Array) {
    return values.length === rows * columns;
  }
  return Object.values(data).every(isWhole);
}
