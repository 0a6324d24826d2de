import Link from '@mui/material/Link';
import { coefficient, percent, shortName } from '@wold/core/writeup/format';
import { rowName } from '../../../lens/rowName';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useTable } from '../../../store/TableContext';
import { useRecipe, useSelection } from '../../../store/useStudy';
import styles from './TruenessReading.module.css';

interface WorstRowsProps {
  readonly label: string;
  /** Of the figure by which rows are the worst. */
  readonly figure: string;
  /** Rows of the table, the worst first, and their figure. */
  readonly rows: readonly { readonly row: number; readonly value: number }[];
  readonly write: 'share' | 'coefficient' | 'times';
}

const MOST_LISTED = 30;

const WRITTEN = {
  share: (value: number) => percent(value),
  coefficient: (value: number) => coefficient(value),
  times: (value: number) => `${value.toFixed(1)} ×`,
};

/** The rows that a map tells least of; a click leads to their lens. */
export function WorstRows({ label, figure, rows, write }: WorstRowsProps) {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  const { rows: chosen } = useSelection();
  return (
    <div className={styles.worst} tabIndex={0} role="region" aria-label={`${label}, scrollable`}>
      <table className={styles.table} aria-label={label}>
        <thead>
          <tr>
            <th scope="col">{label}</th>
            <th scope="col">{figure}</th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, MOST_LISTED).map(({ row, value }) => (
            <tr key={row} data-chosen={chosen.includes(row)}>
              <th scope="row">
                <Link component="button" type="button" onClick={() => dispatch(selected({ rows: [row] }))}>
                  {shortName(rowName(table, recipe, row), 22)}
                </Link>
              </th>
              <td className="number">{WRITTEN[write](value)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
