import Link from '@mui/material/Link';
import type { Reduction } from '@wold/core/recipe/schema';
import type { Replicates } from '@wold/core/trust/replicates';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { count, figure, percent } from '@wold/core/writeup/format';
import { useNaming } from '../../../results/stages';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { fileStem } from '@wold/core/writeup/fileStem';
import { replicateNumbers } from './takenOut';
import styles from './TrustReading.module.css';

const MOST_LISTED = 200;

interface ReplicatesTableProps {
  readonly reduction: Reduction;
  readonly label: string;
  readonly value: Replicates;
}

/** Scatter within repeats against all scatter, dimension by dimension. */
export function ReplicatesTable({ reduction, label, value }: ReplicatesTableProps) {
  const dispatch = useAppDispatch();
  const { names } = useNaming(reduction);
  const { groups, df, dimensions, repeated } = value;
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Repeats against all scatter">
      <div className={styles.out}>
        <TakeOutMenu
          label="Repeats"
          fileStem={`${fileStem(reduction.name)}-repeats`}
          numbers={() =>
            replicateNumbers(
              value,
              dimensions.map((_, d) => dimensionName(names, d + 1)),
            )
          }
        />
      </div>
      <p className={`${styles.words} soft`}>
        {count(repeated.rows, 'row')} repeat each other in {count(repeated.groups, 'group')} of the same{' '}
        {label} ({count(df, 'degree of freedom', 'degrees of freedom')}). Their part of a dimension’s variance
        is what measuring again would bring about: the smaller, the more the dimension tells rows apart rather
        than readings.
      </p>
      <table className={styles.table} aria-label="Scatter within repeats">
        <thead>
          <tr>
            <th scope="col">dimension</th>
            <th scope="col">sd within repeats</th>
            <th scope="col">sd of all rows</th>
            <th scope="col">part of the variance</th>
          </tr>
        </thead>
        <tbody>
          {dimensions.map(({ within, all, ratio }, d) => (
            <tr key={d}>
              <th scope="row">{dimensionName(names, d + 1)}</th>
              <td>{figure(within, 3)}</td>
              <td>{figure(all, 3)}</td>
              <td>
                <span className={styles.share}>
                  <span>{percent(ratio, ratio < 0.1 ? 1 : 0)}</span>
                  <span>
                    <span style={{ width: `${100 * Math.min(1, ratio)}%` }} />
                  </span>
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {groups.length > 0 && <h2 className={styles.section}>Repeats</h2>}
      <table className={styles.table} aria-label="Groups of repeats" hidden={groups.length === 0}>
        <tbody>
          {groups.slice(0, MOST_LISTED).map(group => (
            <tr key={group.level}>
              <th scope="row">
                <Link
                  component="button"
                  type="button"
                  onClick={() => dispatch(selected({ rows: group.rows }))}
                >
                  {group.level}
                </Link>
              </th>
              <td>{count(group.rows.length, 'row')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {groups.length > MOST_LISTED && <p className="soft small">and {groups.length - MOST_LISTED} more</p>}
    </div>
  );
}
