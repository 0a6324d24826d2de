import { entry } from '@wold/core/algebra/matrix';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient, fixed, percent } from '@wold/core/writeup/format';
import { DivergingBar } from '../../../charts/DivergingBar';
import { Fact } from '../../../lens/Fact';
import { useNaming } from '../../../results/stages';
import { useDiscriminant, type DiscriminantReduction } from '../results';
import styles from '../../../lens/Lens.module.css';

const MOST_LISTED = 8;

interface AxisProps {
  readonly hand: DiscriminantReduction;
  readonly dimension: number;
}

/** An axis of the reduction in hand: what it holds, where the groups are on it, and what goes with it. */
export function AxisOfGroups({ hand, dimension }: AxisProps) {
  const { value } = useDiscriminant(hand);
  const { names } = useNaming(hand);
  if (value === null || dimension > value.eigenvalues.length) return null;
  const d = dimension - 1;
  const kept = dimension <= value.kept;
  const centre = (g: number) => entry(value.centres, g, d);
  const structure = (j: number) => entry(value.structure, j, d) || 0;
  const groups = kept ? [...value.levels.keys()].sort((a, b) => centre(a) - centre(b)) : [];
  const reach = groups.reduce((most, g) => Math.max(most, Math.abs(centre(g))), 0) || 1;
  const strongest = kept
    ? [...value.measures.keys()].sort((a, b) => Math.abs(structure(b)) - Math.abs(structure(a)))
    : [];
  return (
    <div>
      <h2>{kept ? dimensionName(names, dimension) : `Axis ${dimension}`}</h2>
      <p className="soft small">
        {kept ? `axis ${dimension} that parts ${value.label}, kept` : 'beyond the cut'}
      </p>
      <dl className={styles.facts}>
        <Fact name="eigenvalue" value={fixed(value.eigenvalues[d]!, 3)} />
        <Fact name="share of what parts" value={percent(value.shares[d]!, 1)} />
        <Fact name="correlation with the label" value={coefficient(value.canonical[d]!)} />
      </dl>
      {kept && (
        <>
          <h3 className={styles.section}>Where the groups are</h3>
          <table className={styles.bars} aria-label="Centres of the groups">
            <tbody>
              {groups.map(g => (
                <tr key={g}>
                  <th scope="row" title={value.levels[g]}>
                    {value.levels[g]}
                  </th>
                  <td>
                    <DivergingBar value={centre(g) / reach} />
                  </td>
                  <td className="number">{fixed(centre(g), 2)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <h3 className={styles.section}>What goes with it within them</h3>
          <table className={styles.bars} aria-label="Strongest correlations within the groups">
            <tbody>
              {strongest.slice(0, MOST_LISTED).map(j => (
                <tr key={j}>
                  <th scope="row" title={value.measures[j]}>
                    {value.measures[j]}
                  </th>
                  <td>
                    <DivergingBar value={structure(j)} />
                  </td>
                  <td className="number">{coefficient(structure(j))}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </div>
  );
}
