import { useCallback } from 'react';
import type { TruenessAt } from '@wold/core/nearest/truenessOver';
import { fileStem } from '@wold/core/writeup/fileStem';
import { ChartHost } from '../../../charts/ChartHost';
import type { Size } from '../../../charts/size';
import { Resulting } from '../../../readings/Problem';
import { useMode } from '../../../theme/ThemeMode';
import { useTruenessOver, type NeighboursReduction } from '../results';
import { overSizesOption } from './overSizesOption';
import styles from './TruenessReading.module.css';

/** How true the map is at every size of neighbourhoods: near grain, broad shape. */
export function OverSizes({ reduction }: { reduction: NeighboursReduction }) {
  const over = useTruenessOver(reduction);
  return (
    <Resulting reading={over}>{value => <OverSizesChart reduction={reduction} over={value} />}</Resulting>
  );
}

interface OverSizesChartProps {
  readonly reduction: NeighboursReduction;
  readonly over: readonly TruenessAt[];
}

function OverSizesChart({ reduction, over }: OverSizesChartProps) {
  const { tokens, mode } = useMode();
  const { judgedAt } = reduction.settings;
  const option = useCallback(
    (size: Size) => overSizesOption({ over, judgedAt, mode }, tokens, size),
    [over, judgedAt, mode, tokens],
  );
  const numbers = useCallback(
    () => [
      ['nearest', 'trustworthiness', 'continuity', 'neighbours kept', 'kept by chance'],
      ...over.map(({ k, trustworthiness, continuity, kept, byChance }) =>
        [k, trustworthiness, continuity, kept, byChance].map(String),
      ),
    ],
    [over],
  );
  return (
    <div className={styles.chart}>
      <ChartHost
        label="How true the map is, by how many of the nearest are looked at"
        fileStem={`${fileStem(reduction.name)}-trueness`}
        option={option}
        numbers={numbers}
      />
    </div>
  );
}
