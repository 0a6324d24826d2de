import type { Reduction } from '@wold/core/recipe/schema';
import type { Resamples } from '@wold/core/trust/resamples';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, count, figure, fixed, per100 } from '@wold/core/writeup/format';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { useNaming } from '../../../results/stages';
import { resamplesNumbers } from './resamplesNumbers';
import { SizesView } from './SizesView';
import { turningPlanes } from './turningPlanes';
import styles from './TrustReading.module.css';

interface ResamplesViewProps {
  readonly reduction: Reduction;
  readonly value: Resamples;
}

/** How far eigenvalues, dimensions and loadings hang on the rows that there are, and how many rows would do. */
export function ResamplesView({ reduction, value }: ResamplesViewProps) {
  const { names: named } = useNaming(reduction);
  const names = value.again.map((_, d) => dimensionName(named, d + 1));
  const { done, flat, improper, units, again } = value;
  const { resamples } = reduction;
  const of = resamples.groups === null ? 'row' : 'group';
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Dimensions of rows drawn anew">
      <div className={styles.out}>
        <TakeOutMenu
          label="Dimensions of rows drawn anew"
          fileStem={`${fileStem(reduction.name)}-drawn-anew`}
          numbers={() => resamplesNumbers(value, names)}
        />
      </div>
      <p className={`${styles.words} soft`}>
        {count(units, of)} were drawn with replacement {done} of {resamples.times} times, and reduced (Efron
        1979); 95 % of what came of it lies within the limits beside each figure. Pale loadings may be none:
        their limits hold 0. A dimension is there again where Tucker’s congruence is{' '}
        {coefficient(resamples.alike)} or more.
        {flat === done && done > 0
          ? ' None of them has such dimensions, so that there are no limits: fewer different rows were drawn than the method needs of so many measures.'
          : flat > 0 && ` ${count(flat, 'draw')} had no such dimensions, and are left out.`}
        {improper > 0 &&
          ` In ${count(improper, 'draw')} a communality was 1 or more (a Heywood case): so many factors ask much of these rows.`}
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
      <div className={styles.beside}>
        <Again value={value} names={names} />
        <SizesView reduction={reduction} names={names} />
      </div>
      <Loadings value={value} names={names} />
    </div>
  );
}

interface OfDimensions {
  readonly value: Resamples;
  readonly names: readonly string[];
}

function Again({ value: { values, eigenvalues, again, congruence }, names }: OfDimensions) {
  return (
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
            <td>{figure(values[d]!)}</td>
            <td>
              {eigenvalues[d] === undefined || Number.isNaN(eigenvalues[d].low)
                ? '–'
                : `${figure(eigenvalues[d].low)} to ${figure(eigenvalues[d].high)}`}
            </td>
            <td>{per100(again[d]!)} of 100</td>
            <td>{coefficient(congruence[d]!)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const LARGE = 10;
/** Dimensions that have a column. */
const MOST_SHOWN = 8;

/** Every loading with its interval; those that may be nothing are pale. */
function Loadings({ value: { measures, loadings, low, high, errors, turnsSign }, names }: OfDimensions) {
  const p = measures.length;
  const shown = names.slice(0, MOST_SHOWN);
  // Loadings of covariances are in the measures’ units.
  const large = loadings.values.some(value => Math.abs(value) > LARGE);
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
        {measures.map((measure, j) => (
          <tr key={measure}>
            <th scope="row">{measure}</th>
            {shown.map((_, d) => {
              const at = d * p + j;
              const fades = low.values[at]! <= 0 && high.values[at]! >= 0;
              return (
                <td
                  key={d}
                  className={fades ? 'soft' : undefined}
                  title={`standard error ${figure(errors.values[at]!, 2)}; the other sign in ${per100(turnsSign.values[at]!)} of 100`}
                >
                  {written(loadings.values[at]!)}{' '}
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
