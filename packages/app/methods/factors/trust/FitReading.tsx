import type { Factors } from '@wold/core/methods/factors/factors';
import { ViewSwitch } from '../../../controls/ViewSwitch';
import { Resulting } from '../../../readings/Problem';
import { useTable } from '../../../store/TableContext';
import { useView } from '../../../store/useView';
import { AGAIN_VIEWS, DrawnAnew, isAgainView } from '../../parts/trust/DrawnAnew';
import { Repeats } from '../../parts/trust/Repeats';
import { useFactors, type FactorReduction } from '../results';
import { FitFigures } from './FitFigures';
import { ReliabilityView } from './ReliabilityView';
import { ResidualsView } from './ResidualsView';
import styles from '../../parts/trust/TrustReading.module.css';

const VIEWS = [
  ['fit', 'Fit'],
  ['residuals', 'Residuals'],
  ['reliability', 'Reliability'],
  ...AGAIN_VIEWS,
  ['repeats', 'Repeats'],
] as const;

/** Can I rely on it? How the factors fit the correlations, what they miss, and how reliable their items are. */
export function FitReading({ reduction }: { reduction: FactorReduction }) {
  const factors = useFactors(reduction);
  return <Resulting reading={factors}>{value => <Views reduction={reduction} factors={value} />}</Resulting>;
}

function Views({ reduction, factors }: { reduction: FactorReduction; factors: Factors }) {
  const { matrix } = useTable();
  const views = VIEWS.filter(([view]) => matrix === null || (view !== 'repeats' && !isAgainView(view)));
  const [view, setView] = useView(
    'fit',
    views.map(([name]) => name),
  );
  return (
    <div className={styles.reading}>
      <ViewSwitch views={views} view={view} onView={setView} />
      {view === 'fit' && <FitFigures reduction={reduction} factors={factors} />}
      {view === 'residuals' && <ResidualsView reduction={reduction} factors={factors} />}
      {view === 'reliability' && <ReliabilityView reduction={reduction} factors={factors} />}
      {isAgainView(view) && <DrawnAnew reduction={reduction} view={view} />}
      {view === 'repeats' && <Repeats reduction={reduction} />}
    </div>
  );
}
