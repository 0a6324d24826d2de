import { useCallback } from 'react';
import { columnOf } from '@wold/core/algebra/matrix';
import type { Components } from '@wold/core/methods/components/components';
import type { Reduction } from '@wold/core/recipe/schema';
import { fileStem } from '@wold/core/writeup/fileStem';
import { percent } from '@wold/core/writeup/format';
import { ChartHost } from '../../../charts/ChartHost';
import type { Size } from '../../../charts/size';
import type { BandAxis } from '../../../scenes/bandAxis';
import { linesOption } from '../../../scenes/linesOption';
import { labelColours } from '../../../theme/labelStyle';
import { useMode } from '../../../theme/ThemeMode';
import { quantityOf, type Quantity } from './quantity';
import styles from './AlongBands.module.css';

interface AlongBandsProps {
  readonly reduction: Reduction;
  readonly components: Components;
  readonly axis: BandAxis;
  readonly names: readonly string[];
  /** What the lines are. */
  readonly quantity: Quantity;
}

/** Lines beyond this many are no longer told apart. */
const MOST = 8;

/** What each dimension has of each band as a line along them. */
export function AlongBands({ reduction, components, axis, names, quantity }: AlongBandsProps) {
  const { mode, tokens } = useMode();
  const { measures, heldBy, kept } = components;
  const { values } = quantityOf(components, quantity);
  const shown = Math.min(kept, MOST);
  const option = useCallback(
    (size: Size) =>
      linesOption(
        axis,
        names.slice(0, shown).map((name, d) => ({
          name: `${name}, ${percent(heldBy[d]!, 1)}`,
          values: columnOf(values, d),
          colour: labelColours[mode][d % labelColours[mode].length]!,
          dashed: d >= 4,
        })),
        size,
        tokens,
        { title: quantity, fromZero: true },
      ),
    [axis, names, shown, heldBy, values, quantity, mode, tokens],
  );
  return (
    <div className={styles.along}>
      <ChartHost
        label={`${quantity} of ${measures.length} bands on ${shown} dimensions, as lines along the bands`}
        fileStem={`${fileStem(reduction.name)}-along-bands`}
        option={option}
        numbers={() => [
          [axis.title, 'measure', ...names],
          ...measures.map((measure, j) => [
            String(axis.at[j]),
            measure,
            ...names.map((_, d) => String(columnOf(values, d)[j])),
          ]),
        ]}
      />
      {kept > MOST && (
        <p className="soft small">
          The first {MOST} of {kept} dimensions; all are in the ledger.
        </p>
      )}
    </div>
  );
}
