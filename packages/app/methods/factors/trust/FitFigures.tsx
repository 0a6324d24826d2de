import { fileStem } from '@wold/core/writeup/fileStem';
import type { Factors } from '@wold/core/methods/factors/factors';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import type { FactorReduction } from '../results';
import { fitVerdicts } from './verdicts';
import styles from '../../../readings/suitability/SuitabilityReading.module.css';

interface FitFiguresProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
}

/** How the factors fit, each figure with its rule and its source. */
export function FitFigures({ reduction, factors }: FitFiguresProps) {
  const verdicts = fitVerdicts(factors);
  const against = verdicts.filter(({ good }) => good === false).length;
  return (
    <>
      <div className={styles.head}>
        <h2 className={styles.heading}>
          {against === 0
            ? 'Nothing speaks against the fit'
            : against === 1
              ? 'One figure speaks against the fit'
              : `${against} figures speak against the fit`}
        </h2>
        <TakeOutMenu
          label="Fit"
          fileStem={`${fileStem(reduction.name)}-fit`}
          numbers={() => [
            ['figure', 'value', 'good', 'what follows', 'rule and source'],
            ...verdicts.map(({ name, value, good, follows, rule }) => [
              name,
              value,
              good === null ? '' : good ? 'yes' : 'no',
              follows,
              rule,
            ]),
          ]}
        />
      </div>
      {factors.fit !== null && reduction.settings.extraction !== 'maximum-likelihood' && (
        <p className="soft small">
          χ² and what rests on it are by the discrepancy of maximum likelihood, at this solution, which was
          extracted otherwise.
        </p>
      )}
      <div className={styles.scroll} role="region" aria-label="Figures of fit, list" tabIndex={0}>
        <table className={styles.verdicts} aria-label="Figures of fit">
          <thead>
            <tr>
              <th scope="col">figure</th>
              <th scope="col">value</th>
              <th scope="col">what follows</th>
              <th scope="col">rule and source</th>
            </tr>
          </thead>
          <tbody>
            {verdicts.map(({ name, value, good, follows, rule }) => (
              <tr key={name} data-good={good}>
                <th scope="row">{name}</th>
                <td>
                  <span className={styles.mark} aria-hidden="true">
                    {good === null ? '·' : good ? '✓' : '!'}
                  </span>{' '}
                  {value}
                </td>
                <td>{follows}</td>
                <td className="soft small">{rule}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}
