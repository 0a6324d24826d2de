import type { Comparison } from '@wold/core/methods/factors/comparison';
import { comparisonTable } from '@wold/core/methods/factors/tables';
import { fileStem } from '@wold/core/writeup/fileStem';
import { TakeOutMenu } from '../../../../outputs/TakeOutMenu';
import { Resulting } from '../../../../readings/Problem';
import { useNaming } from '../../../../results/stages';
import { useComparison, type FactorReduction } from '../../results';
import styles from './BesideView.module.css';
import { BesideWord } from './BesideWord';
import { MatchedTable } from './MatchedTable';
import { FitTable } from './FitTable';
import { MeasuresTable } from './MeasuresTable';

/** Two solutions side by side, matched by congruence, with what is different marked. */
export function BesideView({ reduction }: { reduction: FactorReduction }) {
  const { beside, trail } = reduction.settings;
  // A step that was walked back meanwhile has nothing before it.
  const nothing = beside === null || (beside.by === 'step' && beside.step >= trail.length);
  return (
    <div className={styles.view} tabIndex={0} role="region" aria-label="Two solutions side by side">
      <p>
        Beside these factors set <BesideWord reduction={reduction} />.
      </p>
      {nothing ? (
        <p className="soft">
          One factor fewer or more, another rotation, or the solution before a measure was set aside: factors
          are matched by the congruence of their loadings, and what moved is marked.
        </p>
      ) : (
        <Both reduction={reduction} />
      )}
    </div>
  );
}

function Both({ reduction }: { reduction: FactorReduction }) {
  const comparison = useComparison(reduction);
  return (
    <Resulting reading={comparison}>
      {value => <Compared reduction={reduction} comparison={value} />}
    </Resulting>
  );
}

function Compared({ reduction, comparison }: { reduction: FactorReduction; comparison: Comparison }) {
  const { names } = useNaming(reduction);
  return (
    <>
      <div className={styles.sides}>
        <MatchedTable reduction={reduction} comparison={comparison} />
        <FitTable comparison={comparison} />
      </div>
      <div className={styles.out}>
        <h2 className={styles.section}>Measure by measure</h2>
        <TakeOutMenu
          label="Two solutions"
          fileStem={`${fileStem(reduction.name)}-beside`}
          numbers={() => comparisonTable({ names }, comparison)}
        />
      </div>
      <MeasuresTable reduction={reduction} comparison={comparison} />
    </>
  );
}
