/** Rows by a figure of theirs, those without one left out. @param least whether the least come first */
export function rankedRows(
  rows: ArrayLike<number>,
  values: ArrayLike<number>,
  least: boolean,
): { readonly row: number; readonly value: number }[] {
  return Array.from(rows, (row, i) => ({ row, value: values[i]! }))
    .filter(({ value }) => !Number.isNaN(value))
    .sort((a, b) => (least ? a.value - b.value : b.value - a.value) || a.row - b.row);
}
