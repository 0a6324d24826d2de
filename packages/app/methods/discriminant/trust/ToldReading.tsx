import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { UNLIKE_GROUPS, type Confusions, type Told } from '@wold/core/methods/discriminant/told';
import { confusionsTable } from '@wold/core/methods/discriminant/tables';
import { fileStem } from '@wold/core/writeup/fileStem';
import { count, percent, shortName } from '@wold/core/writeup/format';
import { Choice } from '../../../controls/Choice';
import { ViewSwitch } from '../../../controls/ViewSwitch';
import { rowName } from '../../../lens/rowName';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { Figures } from '../../../readings/Figures';
import { Resulting } from '../../../readings/Problem';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useTable } from '../../../store/TableContext';
import { useRecipe } from '../../../store/useStudy';
import { useView } from '../../../store/useView';
import { AGAIN_VIEWS, DrawnAnew, isAgainView } from '../../parts/trust/DrawnAnew';
import { Repeats } from '../../parts/trust/Repeats';
import { useDiscriminant, useTold, type DiscriminantReduction } from '../results';
import styles from './ToldReading.module.css';

const VIEWS = [
  ['told', 'Groups told'],
  ['placed', 'Rows placed'],
  ...AGAIN_VIEWS,
  ['repeats', 'Repeats'],
] as const;

/** Can I rely on it? How many rows are told right, held out too, and which groups are taken for which. */
export function ToldReading({ reduction }: { reduction: DiscriminantReduction }) {
  const [view, setView] = useView(
    'told',
    VIEWS.map(([name]) => name),
  );
  const told = useTold(reduction);
  return (
    <div className={styles.reading}>
      <ViewSwitch views={VIEWS} view={view} onView={setView} />
      {view === 'repeats' ? (
        <Repeats reduction={reduction} />
      ) : isAgainView(view) ? (
        <DrawnAnew reduction={reduction} view={view} />
      ) : (
        <Resulting reading={told}>
          {value =>
            view === 'told' ? (
              <GroupsTold reduction={reduction} told={value} />
            ) : (
              <RowsPlaced reduction={reduction} told={value} />
            )
          }
        </Resulting>
      )}
    </div>
  );
}

interface ToldProps {
  readonly reduction: DiscriminantReduction;
  readonly told: Told;
}

const HOW = ['held out', 'by the axes'] as const;

function GroupsTold({ reduction, told }: ToldProps) {
  const { value: found } = useDiscriminant(reduction);
  const dispatch = useAppDispatch();
  const [how, setHow] = useView('confusions', HOW, 'told');
  const { apparent, heldOut, chance, folds, anew, levels } = told;
  const shown = how === 'held out' && heldOut !== null ? heldOut : apparent;
  const held = shown === heldOut;
  const wrong = useMemo(() => {
    if (found === null || found.rows.length !== told.as.length) return [];
    const as: ArrayLike<number> = held ? told.heldOutAs : told.as;
    return [...found.rows].filter((_, i) => as[i]! >= 0 && as[i] !== found.group[i]);
  }, [found, told, held]);
  return (
    <>
      <Figures
        figures={[
          {
            value: heldOut === null ? '–' : percent(heldOut.right, 1),
            of: `told right where held out, ${folds} parts in turn`,
          },
          { value: percent(apparent.right, 1), of: 'by the axes that were found from them' },
          { value: percent(chance, 1), of: 'by naming the largest group' },
        ]}
      />
      <div className={styles.headed}>
        <Choice
          label="Which are counted"
          labelled="unseen"
          value={held ? 'held out' : 'by the axes'}
          options={HOW.map(name => [name, name === 'held out' ? 'Rows held out' : 'By the axes themselves'])}
          onChoose={setHow}
        />
        <Button
          className="small"
          disabled={wrong.length === 0}
          onClick={() => dispatch(selected({ rows: wrong }))}
        >
          {wrong.length === 0 ? 'None told wrong' : `Select the ${count(wrong.length, 'row')} told wrong`}
        </Button>
        <TakeOutMenu
          label="Confusions"
          fileStem={`${fileStem(reduction.name)}-confusions`}
          numbers={() => confusionsTable(told)}
        />
      </div>
      <ConfusionsTable levels={levels} shown={shown} label={found?.label ?? ''} />
      <p className="soft small">
        {anew
          ? 'For each part measures are treated and scaled by the other rows alone.'
          : 'For each part the axes are found from the other rows, with measures as they are prepared from all.'}{' '}
        A row goes to the group whose mean is nearest on the kept axes, groups weighed as the sentence has it.
      </p>
    </>
  );
}

interface ConfusionsTableProps {
  readonly levels: readonly string[];
  readonly shown: Confusions;
  readonly label: string;
}

/** So many groups have room side by side. */
const MOST_ACROSS = 40;

function ConfusionsTable({ levels, shown, label }: ConfusionsTableProps) {
  const { counts } = shown.table;
  const across = levels.slice(0, MOST_ACROSS);
  const write = (value: number) => value.toLocaleString('en', { maximumFractionDigits: 1 });
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Confusions, scrollable">
      <table className={styles.table} aria-label="Groups and what their rows are told to be">
        <thead>
          <tr>
            <th scope="col">{label}</th>
            <th scope="col">rows</th>
            <th scope="col">told right</th>
            {across.map(level => (
              <th key={level} scope="col" title={`told to be ${level}`}>
                {shortName(level, 14)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {levels.map((level, g) => (
            <tr key={level}>
              <th scope="row" title={level}>
                {shortName(level, 26)}
              </th>
              <td>{write(counts[g]!.reduce((sum, value) => sum + value, 0))}</td>
              <td>{Number.isNaN(shown.ofEach[g]!) ? '–' : percent(shown.ofEach[g]!)}</td>
              {across.map((other, h) => (
                <td key={other} data-right={g === h} data-wrong={g !== h && counts[g]![h]! > 0}>
                  {counts[g]![h] === 0 ? '·' : write(counts[g]![h]!)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {levels.length > MOST_ACROSS && (
        <p className="soft small">
          The first {MOST_ACROSS} of {levels.length} across; all are in the file.
        </p>
      )}
    </div>
  );
}

const MOST_PLACED = 400;

/** Rows without a known group: what they are told to be. */
function RowsPlaced({ reduction, told }: ToldProps) {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  const { rows, as, likely, usual } = told.placed;
  if (rows.length === 0) {
    return (
      <p className="soft">
        Every row that is used has a group. Rows without one, of a level that the sentence above takes out of
        use, or only placed in question 2, are told here.
      </p>
    );
  }
  return (
    <>
      <p className="soft small">
        {count(rows.length, 'row')} had no say in the axes. <strong>As far or farther</strong>: the share of
        rows held out that lie as far from the nearest group’s centre; under 1 % a row is like no group.
      </p>
      <div className={styles.scroller} tabIndex={0} role="region" aria-label="Rows placed, scrollable">
        <table className={styles.table} aria-label="Rows placed">
          <thead>
            <tr>
              <th scope="col">row</th>
              <th scope="col" className={styles.word}>
                told to be
              </th>
              <th scope="col">likely</th>
              <th scope="col">as far or farther</th>
              <th scope="col">
                <span className="unseen">remark</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {[...rows.slice(0, MOST_PLACED)].map((row, i) => (
              <tr key={row}>
                <th scope="row">
                  <button type="button" onClick={() => dispatch(selected({ rows: [row] }))}>
                    {shortName(rowName(table, recipe, row), 30)}
                  </button>
                </th>
                <td className={styles.word}>{told.levels[as[i]!]}</td>
                <td>{percent(likely[i]!, 1)}</td>
                <td>{usual[i]! < UNLIKE_GROUPS ? 'under 1 %' : percent(usual[i]!, 1)}</td>
                <td className={styles.word}>{usual[i]! < UNLIKE_GROUPS ? 'like no group' : ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {rows.length > MOST_PLACED && (
        <p className="soft small">
          The first {MOST_PLACED} of {count(rows.length, 'row')}; all are in the file “{reduction.name},
          groups told”.
        </p>
      )}
    </>
  );
}
