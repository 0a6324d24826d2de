import Button from '@mui/material/Button';
import { preparationOf } from '@wold/core/recipe/requests';
import type { Recipe } from '@wold/core/recipe/schema';
import type { ColumnDescription, LevelDescription, NumberDescription } from '@wold/core/table/describe';
import { ROLES, canHaveRole } from '@wold/core/table/role';
import type { Column, LevelColumn } from '@wold/core/table/column';
import { findColumn, type Table } from '@wold/core/table/table';
import type { Account } from '@wold/core/preparation/prepared';
import { coefficient, count, figure } from '@wold/core/writeup/format';
import { HistogramPicture } from '../charts/HistogramPicture';
import { useResult } from '../results/useResult';
import { useAccount, useDescription } from '../results/stages';
import { selected } from '../store/studySlice';
import { withFrozenScores } from '@wold/core/recipe/edit/scores';
import { withoutMadeColumn, withRoles } from '@wold/core/recipe/edit/columns';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { useEdit, useHand, useRecipe, useSelection } from '../store/useStudy';
import { BinsForm } from './BinsForm';
import { DatesForm } from './DatesForm';
import { ColumnSheet } from './ColumnSheet';
import { LevelsSheet } from './LevelsSheet';
import { PairScatter } from './PairScatter';
import { screensOf } from '../methods/screens';
import { ReasonForm } from './ReasonForm';
import { DivergingBar } from '../charts/DivergingBar';
import { Fact } from './Fact';
import styles from './Lens.module.css';

const MOST_RELATIONS = 6;

/** A column: its distribution, its strongest correlations, its role. */
export function ColumnLens({ name }: { name: string }) {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  const { value: descriptions } = useDescription();
  const { value: account } = useAccount();
  const { columns: chosen } = useSelection();
  const hand = useHand();
  const { Column: Rebuilt } = screensOf(hand.settings.method).lens;
  const mate = chosen.length === 2 ? chosen[0] : undefined;
  const column = findColumn(table, name);
  const description = descriptions?.find(described => described.name === name);
  const said = recipe.columns.find(entry => entry.name === name);
  if (column === undefined || description === undefined || said === undefined) return null;
  const { role } = said;
  const note = untreatedNote(table, recipe, account?.measures.includes(name) ? account : null);
  return (
    <div>
      <div className={styles.head}>
        <h2>{name}</h2>
        <Button className="small" onClick={() => dispatch(selected({}))}>
          Let go
        </Button>
      </div>
      <Story said={said} guess={description.guess} />
      {said.wording !== undefined && <p className={styles.wording}>{said.wording}</p>}
      {description.kind === 'number' ? (
        <Numbers of={description} />
      ) : (
        <Levels of={description} listed={role !== 'label'} />
      )}
      {note !== null && <p className={`${styles.note} soft small`}>{note}</p>}
      <ColumnSheet column={column} description={description} />
      {column.kind === 'levels' && role === 'label' && (
        <LevelsSheet column={column} counts={levelCounts(column)} />
      )}
      {mate !== undefined && account?.measures.includes(mate) && account.measures.includes(name) && (
        <PairScatter x={mate} y={name} account={account} />
      )}
      {account?.measures.includes(name) && table.matrix?.kind !== 'distance' && (
        <Relations recipe={recipe} measure={name} rows={table.matrix === null ? account.rows.length : null} />
      )}
      {account?.measures.includes(name) && table.matrix === null && <Rebuilt hand={hand} measure={name} />}
      <ColumnActions column={column} said={said} numbers={description.kind === 'number'} />
    </div>
  );
}

/** That its figures are those of the table, where these differ from what is reduced. */
function untreatedNote(table: Table, recipe: Recipe, account: Account | null): string | null {
  // A matrix of relations has no rows to leave out, and distances are as they are.
  if (table.matrix !== null) return null;
  const weighs = recipe.columns.some(({ role }) => role === 'weight');
  const all = `As in the table: all rows${weighs ? ', unweighted' : ''}`;
  if (account === null) return weighs ? `${all}.` : null;
  const { filled, averaged, 'pulled in': pulled } = account.changes.counts;
  const treated = account.transforms.length + account.reversals.length + filled + averaged + pulled > 0;
  if (!weighs && !treated && account.rows.length === table.rows) return null;
  return `${all}, before anything is left out or treated.`;
}

type Said = Recipe['columns'][number];

/** What a column is taken for, and where it comes from. */
function Story({ said, guess }: { said: Said; guess: ColumnDescription['guess'] }) {
  const recipe = useRecipe();
  const { name, role } = said;
  const made = recipe.made.find(other => other.name === name);
  const scores = recipe.scores.find(other => other.name === name);
  return (
    <p className="soft small">
      {role}
      {said.aside !== undefined && `: ${said.aside}`}
      {scores !== undefined
        ? `, scores of dimension ${scores.dimension} of ${
            recipe.reductions.find(({ id }) => id === scores.reduction)?.name ?? 'a deleted reduction'
          }, ${scores.frozen === null ? 'kept in step' : 'frozen'}`
        : made === undefined
          ? `; guessed ${guess.role}: ${guess.reason}`
          : made.from === null
            ? ', rows marked by hand'
            : `, made from ${made.from}`}
    </p>
  );
}

interface ColumnActionsProps {
  readonly column: Column;
  readonly said: Said;
  readonly numbers: boolean;
}

/** What can be done with a column. */
function ColumnActions({ column, said, numbers }: ColumnActionsProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { name, role } = said;
  const made = recipe.made.find(other => other.name === name);
  const scores = recipe.scores.find(other => other.name === name);
  return (
    <div className={styles.actions}>
      {role === 'aside' ? (
        ROLES.filter(other => other !== 'aside' && canHaveRole(column, other))
          .slice(0, 1)
          .map(other => (
            <Button key={other} onClick={() => edit(withRoles(recipe, [name], other), `role ${name}`)}>
              Bring back as {other}
            </Button>
          ))
      ) : (
        <ColumnAside name={name} />
      )}
      {numbers && scores === undefined && <BinsForm name={name} />}
      {column.kind === 'levels' && made === undefined && <DatesForm column={column} />}
      {scores !== undefined && scores.frozen === null && (
        <Button onClick={() => edit(withFrozenScores(recipe, name), `scores ${name}`)}>Freeze</Button>
      )}
      {(made !== undefined || scores !== undefined) && (
        <Button
          onClick={() => {
            edit(withoutMadeColumn(recipe, name), `made ${name}`);
            dispatch(selected({}));
          }}
        >
          Delete this column
        </Button>
      )}
    </div>
  );
}

/** Sets a column aside with a reason. */
function ColumnAside({ name }: { name: string }) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (
    <ReasonForm
      action="Set aside"
      asks="Why? Enter sets it aside."
      onReason={why => edit(withRoles(recipe, [name], 'aside', why), `role ${name}`)}
    />
  );
}

function levelCounts({ codes, levels, missing }: LevelColumn): number[] {
  const counts = new Array<number>(levels.length).fill(0);
  for (let row = 0; row < codes.length; row++) if (missing?.[row] !== 1) counts[codes[row]!]!++;
  return counts;
}

function Numbers({ of }: { of: NumberDescription }) {
  return (
    <>
      <div className={styles.picture}>
        <HistogramPicture histogram={of.histogram} width={250} height={64} />
        <p className="soft small" style={{ display: 'flex', justifyContent: 'space-between' }}>
          <span>{figure(of.least, 4)}</span>
          <span>{figure(of.most, 4)}</span>
        </p>
      </div>
      <dl className={styles.facts}>
        <Fact name="entries" value={`${of.present.toLocaleString('en')}, ${of.missing} missing`} />
        <Fact name="mean" value={figure(of.mean, 4)} />
        <Fact name="standard deviation" value={figure(of.sd, 4)} />
        <Fact
          name="quartiles"
          value={`${figure(of.lowerQuartile, 4)} · ${figure(of.median, 4)} · ${figure(of.upperQuartile, 4)}`}
        />
      </dl>
    </>
  );
}

/** @param listed whether its commonest entries are listed; those of a label stand below in their order */
function Levels({ of, listed }: { of: LevelDescription; listed: boolean }) {
  return (
    <>
      <dl className={styles.facts}>
        <Fact name="entries" value={`${of.present.toLocaleString('en')}, ${of.missing} missing`} />
        <Fact name="different" value={of.distinct.toLocaleString('en')} />
      </dl>
      {listed && <h3 className={styles.section}>Commonest</h3>}
      <dl className={styles.facts}>
        {(listed ? of.commonest : []).map(({ level, count: rows }) => (
          <Fact key={level} name={level.slice(0, 60)} value={count(rows, 'row')} />
        ))}
      </dl>
    </>
  );
}

interface RelationsProps {
  readonly recipe: Recipe;
  readonly measure: string;
  /** How many rows they are of; null where the table gives no rows. */
  readonly rows: number | null;
}

function Relations({ recipe, measure, rows }: RelationsProps) {
  const request = { stage: 'relations', preparation: preparationOf(recipe), measure } as const;
  const { value, stale } = useResult(request, 'relations', `correlating ${measure}`);
  const dispatch = useAppDispatch();
  if (value === null || stale) return null;
  return (
    <>
      <h3 className={styles.section}>
        Strongest correlations
        {rows !== null && (
          <span className={`${styles.of} soft small`}>of the {count(rows, 'row')} used, as treated</span>
        )}
      </h3>
      <table className={styles.bars}>
        <tbody>
          {value.slice(0, MOST_RELATIONS).map(({ measure: other, correlation }) => (
            <tr key={other}>
              <th scope="row" title={other}>
                <Button onClick={() => dispatch(selected({ columns: [measure, other] }))}>{other}</Button>
              </th>
              <td>
                <DivergingBar value={correlation} />
              </td>
              <td className="number">{coefficient(correlation)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
