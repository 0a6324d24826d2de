import { entry } from '@wold/core/algebra/matrix';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fixed } from '@wold/core/writeup/format';
import { DivergingBar } from '../../../charts/DivergingBar';
import { useNaming } from '../../../results/stages';
import { spreadOfScores } from '../meaning/spreadOfScores';
import { useFactors, type FactorReduction } from '../results';
import styles from '../../../lens/Lens.module.css';

/** A bar is full at so many standard deviations. */
const FULL = 3;

/** A row's score on each factor. */
export function RowOnFactors({ hand, row }: { hand: FactorReduction; row: number }) {
  const { value } = useFactors(hand);
  const { names } = useNaming(hand);
  if (value === null) return null;
  const used = value.rows.indexOf(row);
  const placed = value.placedRows.indexOf(row);
  const [scores, at] = used >= 0 ? [value.rowScores, used] : [value.placedScores, placed];
  if (at < 0) return null;
  const spread = spreadOfScores(value);
  return (
    <>
      <h3 className={styles.section}>Its scores</h3>
      <table className={styles.bars} aria-label="Scores on the factors">
        <tbody>
          {Array.from({ length: scores.columns }, (_, d) => {
            const score = entry(scores, at, d);
            return (
              <tr key={d}>
                <th scope="row">{dimensionName(names, d + 1)}</th>
                <td>
                  <DivergingBar value={Number.isNaN(score) ? 0 : score / spread[d]! / FULL} />
                </td>
                <td className="number">{fixed(score, 2)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {Number.isNaN(entry(scores, at, 0)) && (
        <p className="soft small">It lacks an entry, or the factors have no scores.</p>
      )}
    </>
  );
}
