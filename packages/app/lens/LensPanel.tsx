import { useHand, useSelection } from '../store/useStudy';
import { AtRest } from './AtRest';
import { ColumnLens } from './ColumnLens';
import { METHOD_SCREENS } from '../methods/screens';
import { RowsLens } from './RowsLens';

/** Whatever is selected, the same on every question. */
export function LensPanel() {
  const { rows, columns, dimension } = useSelection();
  const { Dimension } = METHOD_SCREENS[useHand().settings.method].lens;
  const column = columns.at(-1);
  if (rows.length > 0) return <RowsLens rows={rows} />;
  if (column !== undefined) return <ColumnLens name={column} />;
  if (dimension !== null) return <Dimension dimension={dimension} />;
  return <AtRest />;
}
