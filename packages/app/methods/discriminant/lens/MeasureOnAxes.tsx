import { entry } from '@wold/core/algebra/matrix';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient } from '@wold/core/writeup/format';
import { DivergingBar } from '../../../charts/DivergingBar';
import { useNaming } from '../../../results/stages';
import { useDiscriminant, type DiscriminantReduction } from '../results';
import styles from '../../../lens/Lens.module.css';

const MOST_AXES = 8;

/** A measure's correlations with the axes within the groups. */
export function MeasureOnAxes({ hand, measure }: { hand: DiscriminantReduction; measure: string }) {
  const { value } = useDiscriminant(hand);
  const { names } = useNaming(hand);
  const j = value?.measures.indexOf(measure) ?? -1;
  if (value === null || j < 0) return null;
  return (
    <>
      <h3 className={styles.section}>On the axes that part {value.label}</h3>
      <table className={styles.bars} aria-label="Correlations with the axes within the groups">
        <tbody>
          {Array.from({ length: Math.min(value.kept, MOST_AXES) }, (_, d) => (
            <tr key={d}>
              <th scope="row">{dimensionName(names, d + 1)}</th>
              <td>
                <DivergingBar value={entry(value.structure, j, d) || 0} />
              </td>
              <td className="number">{coefficient(entry(value.structure, j, d))}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
