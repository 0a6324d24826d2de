import Link from '@mui/material/Link';
import { useCallback } from 'react';
import { mostOf } from '@wold/core/algebra/extremes';
import type { Reduction } from '@wold/core/recipe/schema';
import type { LeftOut, LeftOutRow } from '@wold/core/trust/leftOut';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, count, fixed, shortName } from '@wold/core/writeup/format';
import { rowName } from '../../../lens/rowName';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { useNaming } from '../../../results/stages';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useTable } from '../../../store/TableContext';
import { useRecipe, useSelection } from '../../../store/useStudy';
import { leftOutNumbers } from './resamplesNumbers';
import styles from './TrustReading.module.css';

const MOST_LISTED = 60;
const MOST_SHOWN = 6;

interface LeftOutViewProps {
  readonly reduction: Reduction;
  readonly value: LeftOut;
}

const degrees = (angle: number): number => (180 * angle) / Math.PI;

/** The rows that turn the dimensions most. */
export function LeftOutView({ reduction, value }: LeftOutViewProps) {
  const table = useTable();
  const recipe = useRecipe();
  const { names: named } = useNaming(reduction);
  const { of, units, looked, done } = value;
  const kept = of[0]?.congruence.length ?? 0;
  const names = Array.from({ length: kept }, (_, d) => dimensionName(named, d + 1));
  const nameOf = useCallback((row: number) => rowName(table, recipe, row), [table, recipe]);
  const what = reduction.resamples.groups === null ? 'row' : 'group';
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Dimensions without each row">
      <div className={styles.out}>
        <TakeOutMenu
          label="Dimensions without each row"
          fileStem={`${fileStem(reduction.name)}-without-each-row`}
          numbers={() => leftOutNumbers(value, names, nameOf)}
        />
      </div>
      <p className={`${styles.words} soft`}>
        {looked === units
          ? `Each of ${count(units, what)} is left out in turn`
          : `Of ${count(units, what)} the ${looked.toLocaleString('en')} that lie farthest from the mean are left out in turn`}
        {done < looked && `, ${done.toLocaleString('en')} so far`}: the angle by which the space of the
        dimensions turns without it (Björck and Golub 1973), and the congruence of each dimension with itself.
        A {what} that turns it by far more than the next speaks for itself alone: select it, and the lens says
        why.
      </p>
      <TurningRows of={of} names={names.slice(0, MOST_SHOWN)} nameOf={nameOf} what={what} />
      {of.length > MOST_LISTED && (
        <p className="soft small">
          The {MOST_LISTED} that turn it most of {of.length.toLocaleString('en')}; all are in the file.
        </p>
      )}
    </div>
  );
}

interface TurningRowsProps {
  readonly of: readonly LeftOutRow[];
  readonly names: readonly string[];
  readonly nameOf: (row: number) => string;
  readonly what: string;
}

function TurningRows({ of, names, nameOf, what }: TurningRowsProps) {
  const dispatch = useAppDispatch();
  const { rows: chosen } = useSelection();
  const most = mostOf(of.map(({ angle }) => angle ?? 0));
  return (
    <table className={styles.table} aria-label="Rows that turn it">
      <thead>
        <tr>
          <th scope="col">without {what}</th>
          <th scope="col">turns by</th>
          {names.map((name, d) => (
            <th key={d} scope="col">
              {shortName(name, 18)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {of.slice(0, MOST_LISTED).map(({ rows, angle, congruence }) => (
          <tr key={rows[0]} data-chosen={rows.every(row => chosen.includes(row))}>
            <th scope="row">
              <Link component="button" type="button" onClick={() => dispatch(selected({ rows: [...rows] }))}>
                {shortName(nameOf(rows[0]!), 26)}
                {rows.length > 1 && ` and ${rows.length - 1} more`}
              </Link>
            </th>
            <td>
              {angle === null ? (
                'none without it'
              ) : (
                <span className={styles.share}>
                  <span>{fixed(degrees(angle), degrees(angle) < 1 ? 2 : 1)}°</span>
                  <span>
                    <span style={{ width: `${(100 * angle) / Math.max(most, Number.MIN_VALUE)}%` }} />
                  </span>
                </span>
              )}
            </td>
            {names.map((_, d) => (
              <td key={d}>{Number.isNaN(congruence[d]!) ? '–' : coefficient(congruence[d]!)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
