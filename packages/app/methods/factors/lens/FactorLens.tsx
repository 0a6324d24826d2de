import Button from '@mui/material/Button';
import { entry } from '@wold/core/algebra/matrix';
import { factorsPlacement } from '@wold/core/methods/factors/placement';
import { leadCounts } from '@wold/core/methods/leading';
import { withFactorTurned } from '@wold/core/recipe/edit/factors';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient, fixed } from '@wold/core/writeup/format';
import { DivergingBar } from '../../../charts/DivergingBar';
import { Fact } from '../../../lens/Fact';
import { useNaming } from '../../../results/stages';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useFactors, type FactorReduction } from '../results';
import styles from '../../../lens/Lens.module.css';

const MOST_LOADINGS = 8;

interface FactorLensProps {
  readonly hand: FactorReduction;
  readonly dimension: number;
}

/** A factor of the reduction in hand: what it holds, how reliable and determinate it is, and what leads it. */
export function FactorLens({ hand, dimension }: FactorLensProps) {
  const { value } = useFactors(hand);
  const { names } = useNaming(hand);
  const recipe = useRecipe();
  const edit = useEdit();
  if (value === null) return null;
  const { rotated, measures, structureSquares, reliabilities, scores, reducedEigenvalues } = value;
  const { pattern } = rotated;
  if (dimension > pattern.columns) {
    const eigenvalue = reducedEigenvalues[dimension - 1];
    return eigenvalue === undefined ? null : (
      <div>
        <h2>Dimension {dimension}</h2>
        <p className="soft small">beyond the cut</p>
        <dl className={styles.facts}>
          <Fact name="reduced eigenvalue" value={fixed(eigenvalue, 3)} />
        </dl>
      </div>
    );
  }
  const d = dimension - 1;
  const loading = (j: number) => entry(pattern, j, d);
  const strongest = [...measures.keys()]
    .sort((a, b) => Math.abs(loading(b)) - Math.abs(loading(a)))
    .slice(0, MOST_LOADINGS);
  const { structure } = factorsPlacement(value);
  return (
    <div>
      <h2>{dimensionName(names, dimension)}</h2>
      <p className="soft small">factor {dimension}</p>
      <dl className={styles.facts}>
        <Fact
          name={rotated.oblique ? 'sum of squared structure loadings' : 'sum of squared loadings'}
          value={fixed(structureSquares[d]!, 3)}
        />
        <Fact name="measures it leads" value={String(leadCounts(pattern)[d])} />
        <Fact name="α of these" value={coefficient(reliabilities[d]!.alpha)} />
        <Fact name="ω of these" value={coefficient(reliabilities[d]!.omega)} />
        {'coefficients' in scores && (
          <>
            <Fact name="determinacy" value={coefficient(scores.determinacy[d]!)} />
            <Fact name="score with factor" value={coefficient(scores.validity[d]!)} />
          </>
        )}
      </dl>
      {'what' in scores && <p className="small">No scores: {scores.what}.</p>}
      <h3 className={styles.section}>
        {rotated.oblique ? 'Strongest in the pattern' : 'Strongest loadings'}
      </h3>
      <table className={styles.bars}>
        <tbody>
          {strongest.map(j => (
            <tr key={j}>
              <th scope="row" title={measures[j]}>
                {measures[j]}
              </th>
              <td>
                <DivergingBar value={loading(j)} />
              </td>
              <td className="number">{coefficient(loading(j))}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className={styles.actions}>
        <Button
          onClick={() => edit(withFactorTurned(recipe, hand, dimension, structure!), `turn ${dimension}`)}
        >
          Turn its sign
        </Button>
      </div>
    </div>
  );
}
