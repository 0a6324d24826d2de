import { columnOf } from '@wold/core/algebra/matrix';
import type { Components } from '@wold/core/methods/components/components';
import type { Distances } from '@wold/core/methods/components/distances';
import type { RowMap } from '@wold/core/recipe/schema';

/**
 * A share from 0 to 1 for each point of the map, used rows first: how much of the row's squared distance to the centre
 * lies in the two dimensions (squared cosine), or its part in their variance, with its weight, against the largest (contribution). Null
 * where all points are alike, or where the figures are not there.
 */
export function sizesOf(
  components: Components,
  distances: Distances | null,
  map: RowMap,
): Float64Array | null {
  const { scores, placedScores, kept, variances, rotation, weights } = components;
  const axes = [...new Set([Math.min(map.x, kept) - 1, Math.min(map.y, kept) - 1])];
  const n = scores.rows;
  const part = (of: (score: number, d: number, index: number) => number) =>
    Float64Array.from({ length: n + placedScores.rows }, (_, index) =>
      axes.reduce((sum, d) => {
        const score = index < n ? columnOf(scores, d)[index]! : columnOf(placedScores, d)[index - n]!;
        return sum + of(score, d, index);
      }, 0),
    );
  if (map.size === 'squared-cosine') {
    // Rotated scores are no lengths in the space of the rows.
    if (distances === null || rotation !== null || distances.rows.length !== n) return null;
    const square = (index: number) =>
      index < n ? distances.square[index]! : distances.placedSquare[index - n]!;
    return part((score, _, index) => (square(index) > 0 ? (score * score) / square(index) : 0));
  }
  if (map.size === 'contribution') {
    const parts = part((score, d, index) => {
      const weight = weights === null || index >= n ? 1 : weights[index]!;
      return (weight * score * score) / (rotation === null ? variances[d]! : 1);
    });
    const most = parts.reduce((largest, value) => Math.max(largest, value), 0) || 1;
    return parts.map(value => value / most);
  }
  return null;
}
