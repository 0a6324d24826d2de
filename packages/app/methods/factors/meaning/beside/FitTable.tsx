import type { ComparedSolution, Comparison } from '@wold/core/methods/factors/comparison';
import { fixed, pEquation, percent } from '@wold/core/writeup/format';
import styles from './BesideView.module.css';

const FIT_ROWS: readonly (readonly [string, (solution: ComparedSolution) => string])[] = [
  ['factors', ({ factors }) => String(factors)],
  ['measures', ({ measures }) => String(measures.length)],
  ['held together', ({ jointShare }) => percent(jointShare, 1)],
  ['SRMR', ({ srmr }) => fixed(srmr, 3)],
  ['residuals > .05', ({ beyond }) => percent(beyond, 1)],
  ['χ², corrected', ({ fit }) => (fit === null ? '–' : fixed(fit.corrected.value, 1))],
  ['its df', ({ fit }) => (fit === null ? '–' : String(fit.df))],
  ['its p', ({ fit }) => (fit === null ? '–' : pEquation(fit.corrected.p).replace('=\u00a0', ''))],
  ['RMSEA', ({ fit }) => (fit === null ? '–' : fixed(fit.rmsea, 3))],
  ['TLI', ({ fit }) => (fit === null ? '–' : fixed(fit.tli, 3))],
  ['CFI', ({ fit }) => (fit === null ? '–' : fixed(fit.cfi, 3))],
  ['BIC', ({ fit }) => (fit === null ? '–' : fixed(fit.bic, 1))],
  ['Heywood cases', ({ heywood }) => (heywood === 0 ? 'none' : String(heywood))],
  ['settled', ({ converged }) => (converged ? 'yes' : 'no')],
];
/** What is said only where it is not so. */
const EVIDENT: readonly (readonly [string, string])[] = [
  ['Heywood cases', 'none'],
  ['settled', 'yes'],
];

/** The figures of fit of both solutions. */
export function FitTable({ comparison: { of, beside } }: { comparison: Comparison }) {
  const rows = FIT_ROWS.filter(
    ([name, write]) =>
      !EVIDENT.some(([of_, usual]) => of_ === name && write(of) === usual && write(beside) === usual) &&
      (name !== 'measures' || of.measures.length !== beside.measures.length),
  );
  if (rows.every(([, write]) => write(of) === write(beside))) {
    return <p className={`${styles.same} soft small`}>A rotation changes no figure of the fit.</p>;
  }
  return (
    <div>
      <h2 className={styles.section}>Fit</h2>
      <table className={styles.table} aria-label="Fit of both solutions">
        <thead>
          <tr>
            <th scope="col">figure</th>
            <th scope="col">here</th>
            <th scope="col">beside</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, write]) => (
            <tr key={name} data-same={write(of) === write(beside)}>
              <th scope="row">{name}</th>
              <td className="number">{write(of)}</td>
              <td className="number">{write(beside)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {of.measures.length !== beside.measures.length && (
        <p className={`${styles.note} soft small`}>
          Of other measures: BIC and χ² are not to be held against each other.
        </p>
      )}
    </div>
  );
}
