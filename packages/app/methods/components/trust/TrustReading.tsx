import type { ReductionBy } from '@wold/core/recipe/schema';
import { ViewSwitch } from '../../../controls/ViewSwitch';
import { useAgreement, useDistances } from '../results';
import { useTable } from '../../../store/TableContext';
import { Resulting } from '../../../readings/Problem';
import { AgreementTable } from './AgreementTable';
import { OddRowsView } from './OddRowsView';
import { AGAIN_VIEWS, DrawnAnew, isAgainView } from '../../parts/trust/DrawnAnew';
import { Repeats } from '../../parts/trust/Repeats';
import { useView } from '../../../store/useView';
import styles from '../../parts/trust/TrustReading.module.css';

const VIEWS = [['odd', 'Odd rows'], ...AGAIN_VIEWS, ['repeats', 'Repeats'], ['groups', 'Groups']] as const;
const VIEW_NAMES = VIEWS.map(([name]) => name);

/** Can I rely on it? Rows that do not fit, repeats against all scatter, and the same dimensions in each group. */
export function TrustReading({ reduction }: { reduction: ReductionBy<'components'> }) {
  const { matrix } = useTable();
  const [view, setView] = useView('trust', VIEW_NAMES);
  if (matrix !== null) {
    return (
      <p className={`${styles.none} soft`}>
        The table holds the {matrix.kind}s of its columns, and no rows that could speak for or against them.
      </p>
    );
  }
  return (
    <div className={styles.reading}>
      <ViewSwitch views={VIEWS} view={view} onView={setView} />
      {view === 'odd' && <Odd reduction={reduction} />}
      {isAgainView(view) && <DrawnAnew reduction={reduction} view={view} />}
      {view === 'repeats' && <Repeats reduction={reduction} />}
      {view === 'groups' &&
        (reduction.settings.groupsBy === null ? (
          <p className="soft">
            Dimensions that hold for each batch, site or year alike can be trusted further. Choose in the
            sentence above the label whose levels are compared.
          </p>
        ) : (
          <Groups reduction={reduction} label={reduction.settings.groupsBy} />
        ))}
    </div>
  );
}

function Odd({ reduction }: { reduction: ReductionBy<'components'> }) {
  const distances = useDistances(reduction);
  return (
    <Resulting reading={distances}>
      {value => <OddRowsView reduction={reduction} distances={value} />}
    </Resulting>
  );
}

function Groups({ reduction, label }: { reduction: ReductionBy<'components'>; label: string }) {
  const reading = useAgreement(reduction, label);
  return (
    <Resulting reading={reading}>
      {value => <AgreementTable reduction={reduction} label={label} value={value} />}
    </Resulting>
  );
}
