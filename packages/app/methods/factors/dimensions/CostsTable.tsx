import { percent } from '@wold/core/writeup/format';
import { useCosts, type FactorReduction } from '../results';
import parts from '../../parts/dimensions/DimensionsReading.module.css';
import styles from './CostsTable.module.css';

interface CostsTableProps {
  readonly reduction: FactorReduction;
  readonly kept: number;
  readonly onKeep: (factors: number) => void;
}

/** What each number of factors would cost, so that too many are seen before they are chosen. */
export function CostsTable({ reduction, kept, onKeep }: CostsTableProps) {
  const { value, stale } = useCosts(reduction, kept);
  return (
    <div className={parts.table} tabIndex={0} role="region" aria-label="What each number would cost, list">
      <table className={styles.costs} aria-label="What each number of factors would cost" aria-busy={stale}>
        <thead>
          <tr>
            <th scope="col" title="How many factors">
              factors
            </th>
            <th scope="col" title="Measures whose communality is under .4">
              held {'<'} .4
            </th>
            <th scope="col" title="Factors that lead fewer than three measures">
              thin
            </th>
            <th scope="col" title="Share of the residual correlations beyond ±.05">
              residuals
            </th>
            <th scope="col" title="Communalities of 1 or more">
              Heywood
            </th>
          </tr>
        </thead>
        <tbody>
          {(value ?? []).map(({ factors, poorlyHeld, thin, beyond, heywood, converged }) => (
            <tr key={factors} data-kept={factors === kept} data-cut={factors === kept}>
              <th scope="row">
                <button type="button" aria-label={`Keep ${factors}`} onClick={() => onKeep(factors)}>
                  {factors}
                </button>
              </th>
              <td>{Number.isNaN(poorlyHeld) ? '–' : poorlyHeld}</td>
              <td data-bad={thin > 0}>{thin > 0 ? thin : '–'}</td>
              <td>{percent(beyond)}</td>
              <td data-bad={heywood > 0 || !converged}>
                {converged ? (heywood === 0 ? '–' : heywood) : 'not settled'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {value === null && <p className="soft small">Weighing other numbers …</p>}
      <p className="soft small">
        held {'<'} .4: measures of communality under .4 · thin: factors led by fewer than three measures ·
        residuals: share beyond ±.05
      </p>
    </div>
  );
}
