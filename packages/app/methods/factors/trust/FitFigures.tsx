import { fileStem } from '@wold/core/writeup/fileStem';
import type { Factors } from '@wold/core/methods/factors/factors';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { VerdictTable } from '../../../readings/VerdictTable';
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
      <VerdictTable label="Figures of fit" verdicts={verdicts} />
    </>
  );
}
