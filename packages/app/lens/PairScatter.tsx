import { useMemo } from 'react';
import type { Account } from '@wold/core/preparation/prepared';
import { numberAt, type NumberColumn } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { useTable } from '../store/TableContext';
import { Scatter } from './Scatter';

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
  return <Scatter points={points} x={x} y={y} />;
}
