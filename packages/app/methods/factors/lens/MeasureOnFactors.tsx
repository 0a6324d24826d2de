import { entry } from '@wold/core/algebra/matrix';
import { withItemsAside } from '@wold/core/recipe/edit/factors';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient } from '@wold/core/writeup/format';
import { DivergingBar } from '../../../charts/DivergingBar';
import { Fact } from '../../../lens/Fact';
import { ReasonForm } from '../../../lens/ReasonForm';
import { useNaming } from '../../../results/stages';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useFactors, type FactorReduction } from '../results';
import styles from '../../../lens/Lens.module.css';

interface MeasureOnFactorsProps {
  readonly hand: FactorReduction;
  readonly measure: string;
}

/** A measure on each factor, what they explain of it, and the pair that they miss most. */
export function MeasureOnFactors({ hand, measure }: MeasureOnFactorsProps) {
  const { value } = useFactors(hand);
  const { names } = useNaming(hand);
  const recipe = useRecipe();
  const edit = useEdit();
  const j = value?.measures.indexOf(measure) ?? -1;
  if (value === null || j < 0) return null;
  const { rotated, communalities, uniquenesses, residuals, measures } = value;
  const residual = (other: number) => entry(residuals.residuals, j, other);
  const worst = [...measures.keys()].reduce(
    (most, other) => (Math.abs(residual(other)) > Math.abs(residual(most)) ? other : most),
    0,
  );
  return (
    <>
      <h3 className={styles.section}>On the factors</h3>
      <table className={styles.bars}>
        <tbody>
          {Array.from({ length: rotated.pattern.columns }, (_, d) => (
            <tr key={d}>
              <th scope="row">{dimensionName(names, d + 1)}</th>
              <td>
                <DivergingBar value={entry(rotated.pattern, j, d)} />
              </td>
              <td className="number">{coefficient(entry(rotated.pattern, j, d))}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <dl className={styles.facts}>
        <Fact name="communality" value={coefficient(communalities[j]!)} />
        <Fact name="uniqueness" value={coefficient(uniquenesses[j]!)} />
        <Fact name="largest residual" value={`${coefficient(residual(worst))} with ${measures[worst]}`} />
      </dl>
      <ReasonForm
        action="Set aside from these factors"
        asks="Why? Enter sets it aside; the reason goes on the trail."
        onReason={why => edit(withItemsAside(recipe, hand, [measure], why), `aside ${measure}`)}
      />
    </>
  );
}
