import Link from '@mui/material/Link';
import { useCallback, useMemo } from 'react';
import type { Distances } from '@wold/core/methods/components/distances';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { fileStem } from '@wold/core/writeup/fileStem';
import { ChartHost } from '../../../charts/ChartHost';
import type { Size } from '../../../charts/size';
import type { Chart } from '../../../charts/echarts';
import { count, figure, percent } from '@wold/core/writeup/format';
import { rowName } from '../../../lens/rowName';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useTable } from '../../../store/TableContext';
import { useRecipe, useSelection } from '../../../store/useStudy';
import { useMode } from '../../../theme/ThemeMode';
import { isBeyond, isOdd, oddness, rowDistances, type RowDistance } from './odd';
import { distancesOption } from './distancesOption';
import styles from '../../parts/trust/TrustReading.module.css';

const MOST_LISTED = 200;

/** How far each row lies within the kept dimensions and off them, and the rows beyond the limits. */
export function OddRowsView({
  reduction,
  distances,
}: {
  reduction: ReductionBy<'components'>;
  distances: Distances;
}) {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  const { rows: chosen } = useSelection();
  const { tokens } = useMode();
  const { t2Limit, qLimit } = distances;
  const all = useMemo(() => rowDistances(distances), [distances]);
  const odd = useMemo(
    () =>
      all.filter(row => isOdd(row, distances)).sort((a, b) => oddness(b, distances) - oddness(a, distances)),
    [all, distances],
  );
  const nameOf = useCallback((row: number) => rowName(table, recipe, row), [table, recipe]);
  const option = useCallback(
    (size: Size) =>
      distancesOption({ distances, rows: all, odd, chosen: new Set(chosen), nameOf }, tokens, size),
    [distances, all, odd, chosen, nameOf, tokens],
  );
  const numbers = useCallback(
    () => [
      ['row', 'T²', 'Q', 'beyond'],
      ...all.map(row => [
        nameOf(row.row),
        String(row.t2),
        String(row.q),
        [isBeyond(row.t2, t2Limit) ? 'T²' : '', isBeyond(row.q, qLimit) ? 'Q' : '']
          .filter(Boolean)
          .join(' and '),
      ]),
    ],
    [all, nameOf, t2Limit, qLimit],
  );
  const onChart = useCallback(
    (chart: Chart) => {
      chart.on('click', ({ data }) => {
        const row = (data as { row?: number } | undefined)?.row;
        if (row !== undefined) dispatch(selected({ rows: [row] }));
      });
    },
    [dispatch],
  );
  return (
    <div className={styles.odd}>
      <div className={styles.chart}>
        <ChartHost
          label={`T² against Q of ${count(all.length, 'row')}, ${odd.length} beyond the limits`}
          fileStem={`${fileStem(reduction.name)}-distances`}
          option={option}
          numbers={numbers}
          onChart={onChart}
        />
      </div>
      <OddRowsList distances={distances} odd={odd} nameOf={nameOf} />
    </div>
  );
}

interface OddRowsProps {
  readonly distances: Distances;
  readonly odd: readonly RowDistance[];
  readonly nameOf: (row: number) => string;
}

function OddRowsList({ distances, odd, nameOf }: OddRowsProps) {
  const { t2Limit, qLimit, level, t2Reachable } = distances;
  return (
    <div className={styles.list} tabIndex={0} role="region" aria-label="Rows beyond the limits">
      <p className="small">
        <strong>{odd.length === 0 ? 'No row' : count(odd.length, 'row')}</strong> beyond the{' '}
        {percent(level, level > 0.99 ? 1 : 0)} limits.{' '}
        <span className="soft">
          Far out (T², Jackson 1991): extreme, but as the dimensions have it. Off (Q, Jackson and Mudholkar
          1979): not as the dimensions have it. Select one, and the lens says which measures make it so.
        </span>
      </p>
      {!t2Reachable && (
        <p className="soft small">
          {t2Limit === null
            ? 'T² has no limit: there are no more rows than kept dimensions.'
            : `So few rows cannot lie far out: T² of one of them reaches ${figure(t2Limit, 3)} at most, and the limit from F lies beyond.`}
        </p>
      )}
      {qLimit === null && (
        <p className="soft small">
          Q has no limit: nothing is left beyond the kept dimensions, gaps are kept, or of words only the
          leading dimensions are found.
        </p>
      )}
      <OddRowsTable {...{ distances, odd, nameOf }} />
      {odd.length > MOST_LISTED && <p className="soft small">and {odd.length - MOST_LISTED} more</p>}
    </div>
  );
}

function OddRowsTable({ distances, odd, nameOf }: OddRowsProps) {
  const dispatch = useAppDispatch();
  const { rows: chosen } = useSelection();
  const { t2Limit, qLimit } = distances;
  if (odd.length === 0) return null;
  return (
    <table className={styles.table} aria-label="Odd rows">
      <thead>
        <tr>
          <th scope="col">row</th>
          <th scope="col">T²</th>
          <th scope="col">Q</th>
        </tr>
      </thead>
      <tbody>
        {odd.slice(0, MOST_LISTED).map(({ row, t2, q, placed }) => (
          <tr key={row} data-chosen={chosen.includes(row)}>
            <th scope="row">
              <Link component="button" type="button" onClick={() => dispatch(selected({ rows: [row] }))}>
                {nameOf(row).slice(0, 16)}
              </Link>
              {placed && <span className="soft small"> placed</span>}
            </th>
            <td data-beyond={isBeyond(t2, t2Limit)}>{figure(t2, 3)}</td>
            <td data-beyond={isBeyond(q, qLimit)}>{figure(q, 3)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
