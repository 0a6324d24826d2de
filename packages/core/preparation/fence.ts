import { type Fences, robustLimits, quartileFences, nextBeyond, pulledIn } from './outliers';
import type { ChangesBuilder } from './changes';
import type { Weights } from '../table/moments';
import type { RowBlock } from './rowTransform';
import type { Treatment } from './treatment';

/** Pulls outliers in, or gives the rows (by their place) that have one. @param known fences that are not of these rows */
export function fence(
  { columns, rows }: RowBlock,
  placed: RowBlock | null,
  weights: Weights,
  measures: readonly string[],
  { outliers, reach, unfenced }: Treatment,
  changes: ChangesBuilder,
  known?: ReadonlyMap<string, Fences | null>,
): Map<number, string[]> {
  const flagged = new Map<number, string[]>();
  if (outliers === 'none') return flagged;
  columns.forEach((values, j) => {
    const measure = measures[j]!;
    if (unfenced.includes(measure)) return;
    const fences: Fences | null =
      known === undefined
        ? (outliers === 'robust-z' ? robustLimits : quartileFences)(values, reach, weights)
        : (known.get(measure) ?? null);
    if (fences === null) return;
    for (let i = nextBeyond(values, fences, 0); i < values.length; i = nextBeyond(values, fences, i + 1)) {
      const value = values[i]!;
      const to = pulledIn(value, fences);
      if (outliers === 'leave-out-rows') flagged.set(i, [...(flagged.get(i) ?? []), measure]);
      else {
        changes.add('pulled in', rows[i]!, measure, value, to);
        values[i] = to;
      }
    }
    if (placed === null || outliers === 'leave-out-rows') return;
    const others = placed.columns[j]!;
    for (let i = 0; i < others.length; i++) others[i] = pulledIn(others[i]!, fences);
  });
  return flagged;
}
