import type { NumberColumn } from '../table/column';
import type { Treatment, Reversal, ScaleEnds } from './treatment';
import type { RowBlock } from './rowTransform';

/** Reverses measures in place. */
export function reverse(
  blocks: readonly RowBlock[],
  columns: readonly NumberColumn[],
  reversed: Treatment['reversed'],
): Reversal[] {
  const endsByMeasure = new Map(reversed.map(({ measure, ends }) => [measure, ends]));
  return columns.flatMap((column, j) => {
    const ends = endsByMeasure.get(column.name);
    if (ends === undefined) return [];
    const { least, most } = ends ?? endsOf(column);
    for (const block of blocks) {
      const values = block.columns[j]!;
      for (let i = 0; i < values.length; i++) values[i] = least + most - values[i]!;
    }
    return [{ measure: column.name, least, most }];
  });
}

function endsOf({ values, missing }: NumberColumn): ScaleEnds {
  let [least, most] = [Infinity, -Infinity];
  for (let row = 0; row < values.length; row++) {
    if (missing !== null && missing[row] === 1) continue;
    least = Math.min(least, values[row]!);
    most = Math.max(most, values[row]!);
  }
  return { least, most };
}
