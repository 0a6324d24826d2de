import { useMemo } from 'react';
import type { Account } from '@wold/core/preparation/prepare';
import { numberAt, type NumberColumn } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { figure, shortName } from '../charts/format';
import { useTable } from '../store/TableContext';
import styles from './Lens.module.css';

const WIDTH = 252;
const HEIGHT = 150;
const EDGE = 6;
const MOST_POINTS = 800;

interface PairScatterProps {
  readonly x: string;
  readonly y: string;
  readonly account: Account;
}

/** Two measures against each other, as they stand in the table, over the rows in use (at most 800 of them). */
export function PairScatter({ x, y, account }: PairScatterProps) {
  const table = useTable();
  const points = useMemo(() => {
    const [across, up] = [findColumn(table, x), findColumn(table, y)] as [NumberColumn, NumberColumn];
    const step = Math.max(1, Math.ceil(account.rows.length / MOST_POINTS));
    return [...account.rows]
      .filter((_, index) => index % step === 0)
      .map(row => [numberAt(across, row), numberAt(up, row)] as const)
      .filter(([a, b]) => !Number.isNaN(a) && !Number.isNaN(b));
  }, [table, x, y, account]);
  if (points.length === 0) return null;
  const ends = (place: 0 | 1) => {
    const values = points.map(point => point[place]);
    return [Math.min(...values), Math.max(...values)] as const;
  };
  const [[left, right], [low, high]] = [ends(0), ends(1)];
  const at = (value: number, from: number, to: number, length: number) =>
    EDGE + ((value - from) / (to - from || 1)) * (length - 2 * EDGE);
  return (
    <figure className={styles.scatter}>
      <figcaption className="small">
        {shortName(y, 18)} <span className="soft">against</span> {shortName(x, 18)}
      </figcaption>
      <svg width={WIDTH} height={HEIGHT} role="img" aria-label={`${y} against ${x}, ${points.length} rows`}>
        {points.map(([a, b], index) => (
          <circle key={index} cx={at(a, left, right, WIDTH)} cy={HEIGHT - at(b, low, high, HEIGHT)} r={2} />
        ))}
      </svg>
      <p className="soft small">
        <span>{figure(left, 4)}</span>
        <span>{shortName(x, 20)}</span>
        <span>{figure(right, 4)}</span>
      </p>
    </figure>
  );
}
