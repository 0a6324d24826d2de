import { EQUAL } from '@wold/core/algebra/congruence';
import type { Components } from '@wold/core/methods/components/components';
import type { Resamples } from '@wold/core/methods/components/resamples';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, count, figure, fixed } from '@wold/core/writeup/format';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { useNaming } from '../../../results/stages';
import { resamplesNumbers } from './takenOut';
import { turningPlanes } from './turningPlanes';
import styles from '../../parts/trust/TrustReading.module.css';

interface ResamplesViewProps {
  readonly reduction: ReductionBy<'components'>;
  readonly found: Components;
  readonly value: Resamples;
}

/** How far eigenvalues, dimensions and loadings hang on the rows that there are. */
export function ResamplesView({ reduction, found, value }: ResamplesViewProps) {
  const { names: named } = useNaming(reduction);
  const names = Array.from({ length: found.kept }, (_, d) => dimensionName(named, d + 1));
  const { done, flat, units, eigenvalues, again, congruence } = value;
  const { resamples } = reduction.settings;
  const of = resamples.groups === null ? 'row' : 'group';
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Dimensions of rows drawn anew">
      <div className={styles.out}>
        <TakeOutMenu
          label="Dimensions of rows drawn anew"
          fileStem={`${fileStem(reduction.name)}-drawn-anew`}
          numbers={() => resamplesNumbers(found, value, names)}
        />
      </div>
      <p className={`${styles.words} soft`}>
        {count(units, of)} were drawn with replacement {done} of {resamples.times} times, and decomposed
        (Efron 1979); 95 % of what came of it lies within the limits beside each figure. Pale loadings may be
        none: their limits hold 0. A dimension is there again where Tucker’s congruence is {EQUAL} or more.
        {flat > 0 && ` In ${count(flat, 'draw')} a measure did not vary; these are left out.`}
      </p>
      {turningPlanes(value).map(d => (
        <p key={d} className={styles.words}>
          <strong>
            {names[d]} and {names[d + 1]}
          </strong>{' '}
          turn within their plane: it is there again in {per100(value.planes[d]!)} of 100, the axes in{' '}
          {per100(again[d]!)} and {per100(again[d + 1]!)}. Read the two together, or rotate them.
        </p>
      ))}
      <table className={styles.table} aria-label="Dimensions again">
        <thead>
          <tr>
            <th scope="col">dimension</th>
            <th scope="col">eigenvalue</th>
            <th scope="col">95 %</th>
            <th scope="col">there again</th>
            <th scope="col">congruence</th>
          </tr>
        </thead>
        <tbody>
          {names.map((name, d) => (
            <tr key={d}>
              <th scope="row">{name}</th>
              <td>{figure(found.eigenvalues[d]!)}</td>
              <td>
                {eigenvalues[d] === undefined
                  ? '–'
                  : `${figure(eigenvalues[d].low)} to ${figure(eigenvalues[d].high)}`}
              </td>
              <td>{per100(again[d]!)} of 100</td>
              <td>{coefficient(congruence[d]!)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Loadings found={found} value={value} names={names} />
    </div>
  );
}

const per100 = (share: number): string => (Number.isNaN(share) ? '–' : String(Math.round(100 * share)));

interface LoadingsProps {
  readonly found: Components;
  readonly value: Resamples;
  readonly names: readonly string[];
}

const LARGE = 10;
/** Dimensions that have a column. */
const MOST_SHOWN = 8;

/** Every loading with its interval; those that may be nothing are pale. */
function Loadings({ found, value: { low, high, turnsSign }, names }: LoadingsProps) {
  const p = found.measures.length;
  const shown = names.slice(0, MOST_SHOWN);
  // Loadings of covariances are in the measures’ units.
  const large = found.loadings.values.some(value => Math.abs(value) > LARGE);
  const written = (loading: number): string => (large ? figure(loading) : fixed(loading, 2));
  return (
    <table className={styles.table} aria-label="Loadings again">
      <thead>
        <tr>
          <th scope="col">loadings</th>
          {shown.map((name, d) => (
            <th key={d} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {found.measures.map((measure, j) => (
          <tr key={measure}>
            <th scope="row">{measure}</th>
            {shown.map((_, d) => {
              const at = d * p + j;
              const fades = low.values[at]! <= 0 && high.values[at]! >= 0;
              return (
                <td
                  key={d}
                  className={fades ? 'soft' : undefined}
                  title={`the other sign in ${per100(turnsSign.values[at]!)} of 100`}
                >
                  {written(found.loadings.values[at]!)}{' '}
                  <span className="soft small">
                    {written(low.values[at]!)} to {written(high.values[at]!)}
                  </span>
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
