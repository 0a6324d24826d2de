/** Whether every matrix within plain data has all of its entries. */
export function isWhole(data: unknown): boolean {
  if (data === null || typeof data !== 'object' || ArrayBuffer.isView(data)) return true;
  if (Array.isArray(data)) return typeof data[0] === 'number' || data.every(isWhole);
  const { rows, columns, values } = data as { rows?: unknown; columns?: unknown; values?: unknown };
  if (typeof rows === 'number' && typeof columns === 'number' && ArrayBuffer.isView(values)) {
    return (values as Float64Array).length === rows * columns;
  }
  return Object.values(data).every(isWhole);
}
