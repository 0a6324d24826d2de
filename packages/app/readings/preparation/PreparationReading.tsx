import { useMemo } from 'react';
import type { Account } from '@wold/core/preparation/prepare';
import { count, figure } from '../../charts/format';
import { rowName } from '../../lens/rowName';
import { useAccount, useDescription } from '../../results/stages';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useRecipe, useSelection } from '../../store/useStudy';
import { Figures } from '../Figures';
import { Resulting } from '../Problem';
import { BoxPicture } from './BoxPicture';
import styles from './PreparationReading.module.css';

const MOST_LISTED = 500;

/** Is it fit to use? What was left out and why, and the measures as they go into the reduction. */
export function PreparationReading() {
  const account = useAccount();
  return <Resulting reading={account}>{value => <Account account={value} />}</Resulting>;
}

function Account({ account }: { account: Account }) {
  const { rows, rowsLeftOut, measures, measuresSetAside } = account;
  return (
    <div className={styles.reading}>
      <Figures
        figures={[
          { value: rows.length.toLocaleString('en'), of: 'rows used' },
          { value: rowsLeftOut.length.toLocaleString('en'), of: 'rows left out' },
          { value: measures.length.toLocaleString('en'), of: 'measures used' },
          ...(measuresSetAside.length > 0
            ? [{ value: String(measuresSetAside.length), of: 'measures set aside' }]
            : []),
        ]}
      />
      {measuresSetAside.length > 0 && (
        <p>
          Set aside:{' '}
          {measuresSetAside
            .map(
              ({ name, because }) =>
                `${name} (${because === 'constant' ? 'does not vary in the rows used' : 'has no entries'})`,
            )
            .join(', ')}
          .
        </p>
      )}
      <div className={styles.columns}>
        <Measures account={account} />
        <LeftOut account={account} />
      </div>
    </div>
  );
}

function Measures({ account }: { account: Account }) {
  const dispatch = useAppDispatch();
  const { columns } = useSelection();
  const { value: descriptions } = useDescription();
  const byName = useMemo(() => new Map(descriptions?.map(d => [d.name, d])), [descriptions]);
  const most = useMemo(() => account.sds.reduce((a, b) => Math.max(a, b), 0), [account]);
  const scaled = account.scale === 'unit-variance';
  return (
    <section className={styles.panel} aria-label="Measures">
      <h2>The measures as they go in</h2>
      <p className="soft small">
        {scaled
          ? 'Each is centred and divided by its standard deviation (n − 1), so that all spread alike.'
          : 'Each is centred; the bars show how their spreads compare, and how much each will count.'}
      </p>
      <div className={styles.scroll} tabIndex={0} role="region" aria-label="Measures, list">
        <table className={styles.table}>
          <thead>
            <tr>
              <th scope="col">measure</th>
              <th scope="col">missing</th>
              <th scope="col">mean</th>
              <th scope="col">sd</th>
              <th scope="col">{scaled ? 'distribution' : 'spread going in'}</th>
            </tr>
          </thead>
          <tbody>
            {account.measures.slice(0, MOST_LISTED).map((name, j) => (
              <tr key={name} data-chosen={columns.includes(name)}>
                <th scope="row">
                  <button type="button" title={name} onClick={() => dispatch(selected({ columns: [name] }))}>
                    {name}
                  </button>
                </th>
                <td>{byName.get(name)?.missing || '–'}</td>
                <td>{figure(account.means[j]!, 4)}</td>
                <td>{figure(account.sds[j]!, 3)}</td>
                <td>
                  {scaled ? (
                    <BoxPicture of={byName.get(name)} />
                  ) : (
                    <span className={styles.spread}>
                      <span style={{ width: `${(100 * account.sds[j]!) / most}%` }} />
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {account.measures.length > MOST_LISTED && (
          <p className="soft small">and {account.measures.length - MOST_LISTED} more</p>
        )}
      </div>
    </section>
  );
}

function LeftOut({ account }: { account: Account }) {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  const { rows: chosen } = useSelection();
  const { rowsLeftOut } = account;
  return (
    <section className={styles.panel} aria-label="Rows left out">
      <h2>
        {rowsLeftOut.length === 0 ? 'No row is left out' : `${count(rowsLeftOut.length, 'row')} left out`}
      </h2>
      <p className="soft small">
        {rowsLeftOut.length === 0
          ? 'Every row has all measures.'
          : 'Each lacks at least one measure. They stay in the table and in the files, without scores.'}
      </p>
      {rowsLeftOut.length > 0 && (
        <>
          <div className={styles.scroll} tabIndex={0} role="region" aria-label="Rows left out, list">
            <table className={styles.table}>
              <thead>
                <tr>
                  <th scope="col">row</th>
                  <th scope="col">lacks</th>
                </tr>
              </thead>
              <tbody>
                {rowsLeftOut.slice(0, MOST_LISTED).map(({ row, because }) => (
                  <tr key={row} data-chosen={chosen.includes(row)}>
                    <th scope="row">
                      <button type="button" onClick={() => dispatch(selected({ rows: [row] }))}>
                        {rowName(table, recipe, row)}
                      </button>
                    </th>
                    <td title={because.join(', ')}>
                      {because.length > 3
                        ? `${because.slice(0, 2).join(', ')} and ${because.length - 2} more`
                        : because.join(', ')}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <button
            type="button"
            className="action"
            onClick={() => dispatch(selected({ rows: rowsLeftOut.map(({ row }) => row) }))}
          >
            Select them all
          </button>
        </>
      )}
    </section>
  );
}
