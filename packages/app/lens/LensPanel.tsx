import { useHand, useSelection } from '../store/useStudy';
import { AtRest } from './AtRest';
import { ColumnLens } from './ColumnLens';
import { screensOf } from '../methods/screens';
import { RowsLens } from './RowsLens';

/** Whatever is selected, the same on every question. */
export function LensPanel() {
  const { rows, columns, dimension } = useSelection();
  const hand = useHand();
  const { Dimension } = screensOf(hand.settings.method).lens;
  const column = columns.at(-1);
  if (rows.length > 0) return <RowsLens rows={rows} />;
  if (column !== undefined) return <ColumnLens name={column} />;
  if (dimension !== null) return <Dimension hand={hand} dimension={dimension} />;
  return <AtRest />;
}
