import { useMemo } from 'react';
import { useHand, useSelection } from '../store/useStudy';
import { AtRest } from './AtRest';
import { findColumn } from '@wold/core/table/table';
import { useSplit } from '../readings/texts/useSplit';
import { useTable } from '../store/TableContext';
import { ColumnLens } from './ColumnLens';
import { screensOf } from '../methods/screens';
import { RowsLens } from './RowsLens';
import { WordLens } from './WordLens';

/** Whatever is selected, the same on every question. */
export function LensPanel() {
  const { rows: chosen, columns, dimension } = useSelection();
  const hand = useHand();
  const { Dimension } = screensOf(hand.settings.method).lens;
  const column = columns.at(-1);
  const table = useTable();
  const split = useSplit();
  // A file that is read in another way may have fewer.
  const rows = useMemo(() => chosen.filter(row => row < table.rows), [chosen, table]);
  const isWord = (name: string) => split !== null && findColumn(table, name) === undefined;
  if (rows.length > 0) return <RowsLens rows={rows} />;
  if (column !== undefined) {
    return isWord(column) ? <WordLens word={column} /> : <ColumnLens name={column} />;
  }
  if (dimension !== null) return <Dimension hand={hand} dimension={dimension} />;
  return <AtRest />;
}
