import { ArrowsWord } from '../../parts/map/ArrowsWord';
import type { DiscriminantReduction } from '../results';

/** How many columns are drawn as arrows. */
export function AxesMapLooks({ reduction }: { reduction: DiscriminantReduction }) {
  return (
    <>
      , with{' '}
      <ArrowsWord
        reduction={reduction}
        why="The columns that go most with the two axes within the groups are drawn; 8 are easy to read."
      />
    </>
  );
}
