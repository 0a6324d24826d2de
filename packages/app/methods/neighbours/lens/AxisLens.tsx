import { dimensionName } from '@wold/core/writeup/dimensionName';
import { useNaming } from '../../../results/stages';
import type { NeighboursReduction } from '../results';

/** An axis of a map of neighbours, of which there is little to say. */
export function AxisLens({ hand, dimension }: { hand: NeighboursReduction; dimension: number }) {
  const { names } = useNaming(hand);
  if (dimension > hand.settings.dimensions) return null;
  return (
    <div>
      <h2>{dimensionName(names, dimension)}</h2>
      <p className="soft small">
        An axis of the map, which could be turned or mirrored. It holds no share of the variance.
      </p>
    </div>
  );
}
