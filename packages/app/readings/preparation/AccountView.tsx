import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import type { ReactNode } from 'react';
import { listChanges } from '@wold/core/preparation/changes';
import type { Account } from '@wold/core/preparation/prepared';
import { accountCsv } from '@wold/core/writeup/accountFile';
import { fileStem } from '@wold/core/writeup/fileStem';
import { textAt } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { count, figure } from '@wold/core/writeup/format';
import { rowName } from '../../lens/rowName';
import { saveText } from '../../outputs/save';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useRecipe, useSelection, useStudy } from '../../store/useStudy';
import { TRANSFORM_WORDS } from './words';
import styles from './AccountView.module.css';

const MOST_LISTED = 400;
const STEP_WORDS = {
  'set aside': 'set aside:',
  filter: 'is left out by its',
  repeat: 'repeats an earlier row',
  missing: 'lacks',
  weight: 'has no weight in',
  outlier: 'has outliers in',
  empty: 'is empty:',
} as const;
const ASIDE_WORDS = {
  constant: 'does not vary in the rows used',
  'no entries': 'has no entries',
  gaps: 'has more gaps than allowed',
} as const;

/** All that was changed: rows left out, measures set aside, entries with what they were, transforms. */
export function AccountView({ account }: { account: Account }) {
  const table = useTable();
  const { name } = useStudy();
  const { rowsLeftOut, measuresSetAside, changes, transforms, reversals } = account;
  const nothing = [rowsLeftOut, measuresSetAside, changes, transforms, reversals].every(
    list => list.length === 0,
  );
  return (
    <div className={styles.account}>
      <div className={styles.head}>
        <p className="soft small">
          {nothing
            ? 'Nothing was changed.'
            : 'The original stays as it is; rows left out stay in the files without scores.'}
        </p>
        <Button
          onClick={() => saveText(`${fileStem(name)}-account.csv`, accountCsv(table, account), 'text/csv')}
        >
          Account as CSV
        </Button>
      </div>
      {measuresSetAside.length > 0 && (
        <p>
          Set aside:{' '}
          {measuresSetAside.map(measure => `${measure.name} (${ASIDE_WORDS[measure.because]})`).join(', ')}.
        </p>
      )}
      {reversals.length > 0 && (
        <p>
          Reversed:{' '}
          {reversals
            .slice(0, 60)
            .map(({ measure, least, most }) => `${measure} (${figure(least)} to ${figure(most)})`)
            .join(', ')}
          .
        </p>
      )}
      <HowFitted account={account} />
      <div className={styles.columns} data-single={rowsLeftOut.length === 0 || changes.length === 0}>
        {rowsLeftOut.length > 0 && <LeftOut account={account} />}
        {changes.length > 0 && <Changes account={account} />}
      </div>
    </div>
  );
}

function LeftOut({ account: { rowsLeftOut } }: { account: Account }) {
  const dispatch = useAppDispatch();
  const { rows: chosen } = useSelection();
  return (
    <Panel
      title={`${count(rowsLeftOut.length, 'row')} left out`}
      label="Rows left out"
      heads={['row', 'why']}
      lines={rowsLeftOut.length}
      action={
        <Button
          className="small"
          onClick={() => dispatch(selected({ rows: rowsLeftOut.map(({ row }) => row) }))}
        >
          Select them all
        </Button>
      }
    >
      {rowsLeftOut.slice(0, MOST_LISTED).map(({ row, step, because }) => (
        <tr key={row} data-chosen={chosen.includes(row)}>
          <RowHead row={row} />
          <td title={because.join(', ')}>
            {STEP_WORDS[step]} {because.slice(0, 2).join(', ')}
            {because.length > 2 && ` and ${because.length - 2} more`}
          </td>
        </tr>
      ))}
    </Panel>
  );
}

function Changes({ account: { changes } }: { account: Account }) {
  const table = useTable();
  return (
    <Panel
      title={`${count(changes.length, 'entry', 'entries')} changed`}
      label="Entries changed"
      heads={['row', 'column', 'was', 'is']}
      lines={changes.length}
    >
      {listChanges(changes, MOST_LISTED).map(({ row, measure, from, to, step }) => (
        <tr key={`${row} ${measure}`}>
          <RowHead row={row} />
          <td>{measure}</td>
          <td className="number">
            {Number.isNaN(from) ? textAt(findColumn(table, measure)!, row) || 'missing' : figure(from, 4)}
          </td>
          <td className="number" title={step}>
            {figure(to, 4)}
          </td>
        </tr>
      ))}
    </Panel>
  );
}

interface PanelProps {
  readonly title: string;
  readonly label: string;
  readonly heads: readonly string[];
  /** Lines there are; at most some hundreds of them are listed. */
  readonly lines: number;
  readonly action?: ReactNode;
  readonly children: ReactNode;
}

function Panel({ title, label, heads, lines, action, children }: PanelProps) {
  return (
    <section className={styles.panel} aria-label={label}>
      <div className={styles.panelHead}>
        <h2>{title}</h2>
        {action}
      </div>
      <div className={styles.scroll} tabIndex={0} role="region" aria-label={`${label}, list`}>
        <table className={styles.table}>
          <thead>
            <tr>
              {heads.map(head => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>{children}</tbody>
        </table>
        {lines > MOST_LISTED && (
          <p className="soft small">
            The first {MOST_LISTED} of {lines.toLocaleString('en')}; all are in the CSV.
          </p>
        )}
      </div>
    </section>
  );
}

/** A row by its name, which selects it. */
function RowHead({ row }: { row: number }) {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  return (
    <th scope="row">
      <Link component="button" type="button" onClick={() => dispatch(selected({ rows: [row] }))}>
        {rowName(table, recipe, row)}
      </Link>
    </th>
  );
}

interface HowFittedProps {
  readonly account: Account;
}

/** What was fitted to the rows: how gaps were filled, and the powers of transforms. */
function HowFitted({ account }: HowFittedProps) {
  const { imputation, transforms } = account;
  return (
    <>
      {imputation !== null && (
        <p>
          Gaps were filled by {count(imputation.dimensions, 'dimension')} in{' '}
          {count(imputation.rounds, 'round')}
          {imputation.errors !== null &&
            `; hidden entries were foretold with an error of ${imputation.errors
              .map((error, k) => `${figure(error)} by ${k}`)
              .join(', ')} (in standard deviations)`}
          .
        </p>
      )}
      {transforms.length > 0 && (
        <p>
          Transformed:{' '}
          {transforms
            .slice(0, 60)
            .map(({ measure, transform, power, atBound }) => {
              const words = TRANSFORM_WORDS.find(word => word.value === transform)!.name;
              return `${measure} ${words}${power === null ? '' : ` ${figure(power)}`}${atBound ? ' (the end of the range looked through: a further power might do better)' : ''}`;
            })
            .join(', ')}
          {transforms.length > 60 && ` and ${transforms.length - 60} more`}.
        </p>
      )}
    </>
  );
}
