import { columnOf, entry } from '../../algebra/matrix';
import type { Components } from './components';
import type { Distances } from './distances';

/** Each used row's part in each dimension's variance, and how much of its squared distance lies along it. */
export function rowFigures(
  { rows, scores, weights, kept, rotation }: Components,
  distances: Distances | null,
) {
  const contributions = Array.from({ length: kept }, (_, d) => {
    const score = columnOf(scores, d);
    const parts = score.map((value, i) => (weights?.[i] ?? 1) * value * value);
    const sum = parts.reduce((total, part) => total + part, 0);
    return parts.map(part => part / sum);
  });
  const square = distances?.square ?? null;
  return {
    rows,
    contributions,
    // Rotated scores are no lengths in the space of the rows.
    squaredCosines:
      square === null || rotation !== null
        ? null
        : Array.from({ length: kept }, (_, d) =>
            square.map((length, i) => (length > 0 ? entry(scores, i, d) ** 2 / length : 0)),
          ),
  };
}
