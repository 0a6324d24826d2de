import { ArrowsWord } from '../../parts/map/ArrowsWord';
import type { FactorReduction } from '../results';

/** How many columns are drawn as arrows. */
export function FactorMapLooks({ reduction }: { reduction: FactorReduction }) {
  return (
    <>
      , by their estimated scores, with{' '}
      <ArrowsWord
        reduction={reduction}
        why="The columns that the two factors explain best are drawn; 8 are easy to read."
      />
    </>
  );
}
