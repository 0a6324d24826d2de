import { useCallback } from 'react';
import type { DistanceDensity } from '@wold/core/methods/neighbours/judged/distanceDensity';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, count } from '@wold/core/writeup/format';
import { ChartHost } from '../../../charts/ChartHost';
import type { Size } from '../../../charts/size';
import { Resulting } from '../../../readings/Problem';
import { useMode } from '../../../theme/ThemeMode';
import { useDistanceDensity, type NeighboursReduction } from '../results';
import { densityNumbers, distanceDensityOption } from './distanceDensityOption';
import styles from './TruenessReading.module.css';

/** Whether far on the map is far in the table: all distances against each other. */
export function DistancesView({ reduction }: { reduction: NeighboursReduction }) {
  const density = useDistanceDensity(reduction);
  return (
    <Resulting reading={density}>{value => <DensityChart reduction={reduction} density={value} />}</Resulting>
  );
}

interface DensityChartProps {
  readonly reduction: NeighboursReduction;
  readonly density: DistanceDensity;
}

function DensityChart({ reduction, density }: DensityChartProps) {
  const { tokens } = useMode();
  const { pairs, all, correlation } = density;
  const option = useCallback((_: Size) => distanceDensityOption(density, tokens), [density, tokens]);
  const numbers = useCallback(() => densityNumbers(density), [density]);
  return (
    <>
      <p className={styles.words}>
        Distances on the map and in the table have a rank correlation of{' '}
        <strong>{coefficient(correlation)}</strong> over{' '}
        {all ? `all ${count(pairs, 'pair')} of rows` : `${count(pairs, 'pair')} of rows drawn at random`}{' '}
        (Shepard 1962). <span className="soft">{DENSITY_WORDS}</span>
      </p>
      <div className={styles.density}>
        <ChartHost
          label={`Distances in the table against those on the map, rank correlation ${coefficient(correlation)}`}
          fileStem={`${fileStem(reduction.name)}-distances`}
          option={option}
          numbers={numbers}
        />
      </div>
    </>
  );
}

const DENSITY_WORDS =
  'Dark cells hold many pairs. A narrow rising band would be a map of all distances; a wide cloud at the right says that far apart on it means no more than apart.';
