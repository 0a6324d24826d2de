import type { Factors } from '@wold/core/methods/factors/factors';
import { factorsPlacement } from '@wold/core/methods/factors/placement';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { takePicture } from '../../../charts/picture';
import { Choice } from '../../../controls/Choice';
import { ViewSwitch } from '../../../controls/ViewSwitch';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { Resulting } from '../../../readings/Problem';
import { useNaming } from '../../../results/stages';
import { useTable } from '../../../store/TableContext';
import { useView } from '../../../store/useView';
import { useMode } from '../../../theme/ThemeMode';
import { ledgerPicture } from '../../parts/meaning/ledgerPicture';
import { OtherColumns } from '../../parts/meaning/OtherColumns';
import { OutcomeView } from '../../parts/meaning/OutcomeView';
import { usePlacedColumns } from '../../parts/meaning/placedColumns';
import { Plane } from '../../parts/meaning/Plane';
import { RestingNames } from '../../parts/meaning/RestingNames';
import { useWordings } from '../../parts/meaning/useWordings';
import { fadeFor, useFactors, useOutcomeOnFactors, type FactorReduction } from '../results';
import { BesideView } from './beside/BesideView';
import { FactorLedger } from './FactorLedger';
import { factorQuantities, FACTOR_QUANTITY_WORDS, quantityName, type FactorQuantity } from './quantity';
import { ReportView } from './ReportView';
import { RotationLine } from './RotationLine';
import { spreadOfScores } from './spreadOfScores';
import { factorLedgerLines, factorLedgerNumbers } from './takenOut';
import { TrailLine } from './TrailLine';
import { FACTOR_VIEWS, OF_ROWS } from './views';
import styles from '../../parts/meaning/MeaningReading.module.css';

/** What do they mean? The ledger of factors, another solution beside it, and the table for the report. */
export function FactorMeaningReading({ reduction }: { reduction: FactorReduction }) {
  const factors = useFactors(reduction);
  return (
    <Resulting reading={factors}>{value => <Meaning reduction={reduction} factors={value} />}</Resulting>
  );
}

interface MeaningProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
}

function Meaning({ reduction, factors }: MeaningProps) {
  const { matrix } = useTable();
  const views = FACTOR_VIEWS.filter(([view]) => matrix === null || !OF_ROWS.includes(view));
  const [view, setView] = useView(
    'meaning',
    views.map(([name]) => name),
  );
  const quantities = factorQuantities(factors);
  const [quantity, setQuantity] = useView('factor ledger', quantities, 'figures');
  const showBeside = () => setView('beside');
  const placement = factorsPlacement(factors);
  return (
    <div className={styles.reading}>
      <div className={styles.head}>
        <ViewSwitch views={views} view={view} onView={setView} />
        {view === 'ledger' && (
          <LedgerTools {...{ reduction, factors, quantities, quantity }} onQuantity={setQuantity} />
        )}
      </div>
      <RestingNames reduction={reduction} structure={placement.structure} />
      {view === 'ledger' && (
        <>
          <RotationLine reduction={reduction} factors={factors} onBeside={showBeside} />
          <TrailLine reduction={reduction} factors={factors} onBeside={showBeside} />
          <LedgerWithPlaced {...{ reduction, factors, quantity }} ofRows={matrix === null} />
        </>
      )}
      {view === 'beside' && (
        <>
          <TrailLine reduction={reduction} factors={factors} onBeside={showBeside} />
          <BesideView reduction={reduction} />
        </>
      )}
      {view === 'plane' && (
        <div className={styles.plane}>
          <Plane reduction={reduction} placement={placement} />
        </div>
      )}
      {view === 'report' && <ReportView reduction={reduction} factors={factors} />}
      {view === 'columns' && (
        <OtherColumns reduction={reduction} measures={factors.measures} spread={spreadOfScores(factors)} />
      )}
      {view === 'outcome' && <OutcomeView reduction={reduction} useOutcome={useOutcomeOnFactors} />}
    </div>
  );
}

interface LedgerToolsProps extends MeaningProps {
  readonly quantities: readonly FactorQuantity[];
  readonly quantity: FactorQuantity;
  readonly onQuantity: (quantity: FactorQuantity) => void;
}

/** What the ledger's cells hold, and the ledger taken out. */
function LedgerTools({ reduction, factors, quantities, quantity, onQuantity }: LedgerToolsProps) {
  const wordingOf = useWordings();
  const { tokens } = useMode();
  const { names: named } = useNaming(reduction);
  const { oblique, pattern } = factors.rotated;
  const names = Array.from({ length: pattern.columns }, (_, d) => dimensionName(named, d + 1));
  const stem = `${fileStem(reduction.name)}-ledger`;
  return (
    <>
      <Choice
        label="What the cells hold"
        labelled="unseen"
        value={quantity}
        options={quantities.map(name => [name, quantityName(name, oblique)])}
        title={FACTOR_QUANTITY_WORDS[quantity]}
        onChoose={onQuantity}
      />
      <TakeOutMenu
        label="Ledger"
        fileStem={stem}
        numbers={() => factorLedgerNumbers(factors, quantity, names, wordingOf)}
        onPicture={kind => {
          const { size, option } = ledgerPicture(
            factorLedgerLines(factors, quantity, names, wordingOf, {
              fade: fadeFor(reduction, factors),
              small: reduction.settings.small,
            }),
            tokens,
          );
          takePicture(kind, size, option, stem, tokens.paper);
        }}
      />
    </>
  );
}

interface LedgerWithPlacedProps extends MeaningProps {
  readonly quantity: FactorQuantity;
  readonly ofRows: boolean;
}

function LedgerWithPlaced({ ofRows, ...props }: LedgerWithPlacedProps) {
  return !ofRows || props.reduction.settings.placed.length === 0 ? (
    <FactorLedger {...props} placed={[]} />
  ) : (
    <LedgerAndPlaced {...props} />
  );
}

function LedgerAndPlaced(props: Omit<LedgerWithPlacedProps, 'ofRows'>) {
  return <FactorLedger {...props} placed={usePlacedColumns(props.reduction)} />;
}
