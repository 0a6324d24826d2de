import { extentOf } from '@wold/core/recipe/extent';
import type { Account } from '@wold/core/preparation/prepared';
import { useAccount, useBoxes } from '../../results/stages';
import { fileStem } from '@wold/core/writeup/fileStem';
import { TakeOutMenu } from '../../outputs/TakeOutMenu';
import { useTable } from '../../store/TableContext';
import { useRecipe, useSelection, useStudy } from '../../store/useStudy';
import { useView } from '../../store/useView';
import { takePicture } from '../../charts/picture';
import { useMode } from '../../theme/ThemeMode';
import { boxesPicture } from './boxesPicture';
import { boxNumbers } from './takenOut';
import { Figures } from '../Figures';
import { Resulting } from '../Problem';
import { ViewSwitch } from '../../controls/ViewSwitch';
import { SplitReading } from '../texts/SplitReading';
import { useSplit } from '../texts/useSplit';
import { AccountView } from './AccountView';
import { BoxSheet } from './BoxSheet';
import { MeasureInFull } from './MeasureInFull';
import { GapsView } from './GapsView';
import { StepStrip } from './StepStrip';
import styles from './PreparationReading.module.css';

const VIEWS = [
  ['measures', 'Measures'],
  ['gaps', 'Gaps'],
  ['account', 'Account'],
] as const;
const VIEW_NAMES = VIEWS.map(([name]) => name);

const AS_GIVEN =
  'Distances are neither filled, scaled nor transformed. A row is left out where it is set aside, or where its column is no measure in Table.';

/** Is it fit to use? What became of the measures, or of the words of a text. */
export function PreparationReading() {
  return useSplit() === null ? <MeasuresReading /> : <SplitReading />;
}

/** Each measure before and after, and the account of what was changed. */
function MeasuresReading() {
  const account = useAccount();
  const [view, setView] = useView('preparation', VIEW_NAMES);
  const table = useTable();
  const ofDistances = table.matrix?.kind === 'distance';
  const isOfWhole = extentOf(useRecipe(), table) === 'whole';
  const ofWhole = ({ n }: Account) =>
    isOfWhole && n !== null ? [{ value: n.toLocaleString('en'), of: 'complete rows of the whole' }] : [];
  return (
    <Resulting reading={account}>
      {value => (
        <div className={styles.reading}>
          <div className={styles.head}>
            <Figures figures={[...figuresOf(value), ...ofWhole(value)]} />
            {!ofDistances && <ViewSwitch views={VIEWS} view={view} onView={setView} />}
          </div>
          {ofDistances ? <p className="soft">{AS_GIVEN}</p> : <StepStrip account={value} />}
          {!ofDistances && view === 'measures' && <Measures account={value} />}
          {!ofDistances && view === 'gaps' && <GapsView />}
          {(ofDistances || view === 'account') && <AccountView account={value} />}
        </div>
      )}
    </Resulting>
  );
}

function Measures({ account }: { account: Account }) {
  const boxes = useBoxes();
  const { columns } = useSelection();
  const { name } = useStudy();
  const { tokens } = useMode();
  const chosen = columns.at(-1);
  const inFull = chosen !== undefined && account.measures.includes(chosen) ? chosen : null;
  return (
    <Resulting reading={boxes}>
      {value => (
        <>
          <div className={styles.out}>
            <TakeOutMenu
              label="Boxes of all measures"
              fileStem={`${fileStem(name)}-boxes`}
              numbers={() => boxNumbers(value)}
              onPicture={kind => {
                const { size, option } = boxesPicture(value, tokens);
                takePicture(kind, size, option, `${fileStem(name)}-boxes`, tokens.paper);
              }}
            />
          </div>
          <BoxSheet boxes={value} />
          {inFull !== null && (
            <MeasureInFull measure={inFull} boxes={value.find(box => box.measure === inFull)} />
          )}
        </>
      )}
    </Resulting>
  );
}

function figuresOf({ rows, placedRows, rowsLeftOut, measures, measuresSetAside, changes }: Account) {
  const { filled, averaged, 'pulled in': pulled } = changes.counts;
  const shown = (value: number, of: string) => ({ value: value.toLocaleString('en'), of });
  return [
    shown(rows.length, 'rows used'),
    shown(rowsLeftOut.length, 'rows left out'),
    ...(measures.length > 0 ? [shown(measures.length, 'measures used')] : []),
    ...(measuresSetAside.length > 0 ? [shown(measuresSetAside.length, 'measures set aside')] : []),
    ...(placedRows.length > 0 ? [shown(placedRows.length, 'rows only placed')] : []),
    ...(averaged > 0 ? [shown(averaged, 'entries averaged')] : []),
    ...(filled > 0 ? [shown(filled, 'entries filled')] : []),
    ...(pulled > 0 ? [shown(pulled, 'entries pulled in')] : []),
  ];
}
