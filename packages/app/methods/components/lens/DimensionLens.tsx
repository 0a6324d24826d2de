import { leadingDimensions } from '@wold/core/methods/leading';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient, fixed, percent } from '@wold/core/writeup/format';
import { useComponents } from '../results';
import { useNaming } from '../../../results/stages';
import { DivergingBar } from '../../../charts/DivergingBar';
import { Fact } from '../../../lens/Fact';
import styles from '../../../lens/Lens.module.css';

const MOST_LOADINGS = 8;

interface DimensionLensProps {
  readonly hand: ReductionBy<'components'>;
  readonly dimension: number;
}

/** A dimension of the reduction in hand: how much it holds, and what leads it. */
export function DimensionLens({ hand, dimension }: DimensionLensProps) {
  const { value } = useComponents(hand);
  const { names } = useNaming(hand);
  if (value === null || dimension > value.eigenvalues.length) return null;
  const d = dimension - 1;
  const kept = dimension <= value.kept;
  const rotated = kept && value.rotation !== null;
  const p = value.measures.length;
  const cumulative = value.shares.subarray(0, dimension).reduce((sum, share) => sum + share, 0);
  const leads = kept
    ? leadingDimensions(value.correlations).reduce((n, lead) => n + Number(lead === d), 0)
    : 0;
  const loading = (j: number) => value.correlations.values[d * p + j]!;
  const strongest = kept
    ? [...Array(p).keys()].sort((a, b) => Math.abs(loading(b)) - Math.abs(loading(a))).slice(0, MOST_LOADINGS)
    : [];
  return (
    <div>
      <h2>{kept ? dimensionName(names, dimension) : `Dimension ${dimension}`}</h2>
      <p className="soft small">{kept ? `dimension ${dimension}, kept` : 'beyond the cut'}</p>
      <dl className={styles.facts}>
        {rotated ? (
          <Fact name="sum of squared loadings" value={fixed(value.variances[d]!, 3)} />
        ) : (
          <Fact name="eigenvalue" value={fixed(value.eigenvalues[d]!, 3)} />
        )}
        <Fact name="share" value={percent(kept ? value.heldBy[d]! : value.shares[d]!, 1)} />
        {!rotated && <Fact name="share up to here" value={percent(cumulative, 1)} />}
        {kept && <Fact name="measures it leads" value={String(leads)} />}
      </dl>
      {kept && (
        <>
          <h3 className={styles.section}>Strongest correlations</h3>
          <table className={styles.bars}>
            <tbody>
              {strongest.map(j => (
                <tr key={j}>
                  <th scope="row" title={value.measures[j]}>
                    {value.measures[j]}
                  </th>
                  <td>
                    <DivergingBar value={loading(j)} />
                  </td>
                  <td className="number">{coefficient(loading(j))}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </div>
  );
}
