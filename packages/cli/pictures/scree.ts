import type { EChartsOption } from 'echarts';
import type { Interval } from '@wold/core/trust/resamples';
import { INK, LETTERS, RULE, SOFT } from './draw';

/** Dimensions beyond which a scree says nothing more. */
const MOST_SHOWN = 40;

/** Eigenvalues by dimension, those kept filled, with the intervals of resamples where they are known. */
export function screeOption(
  eigenvalues: ArrayLike<number>,
  kept: number,
  intervals: readonly Interval[],
): EChartsOption {
  const shown = Math.min(eigenvalues.length, Math.max(MOST_SHOWN, kept + 5));
  const points = Array.from({ length: shown }, (_, d) => [d + 1, eigenvalues[d]!]);
  return {
    grid: { left: 48, right: 16, top: 28, bottom: 44 },
    xAxis: {
      type: 'value',
      min: 0.5,
      max: shown + 0.5,
      interval: shown <= 24 ? 1 : 5,
      name: 'dimension',
      nameLocation: 'middle',
      nameGap: 26,
      nameTextStyle: LETTERS,
      axisLabel: { ...LETTERS, customValues: ticks(shown) },
      axisTick: { show: false },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      name: 'eigenvalue',
      nameTextStyle: { ...LETTERS, align: 'left' },
      axisLabel: LETTERS,
      splitLine: { lineStyle: { color: RULE } },
    },
    series: [
      {
        type: 'lines',
        coordinateSystem: 'cartesian2d',
        data: intervals.slice(0, shown).map(({ low, high }, d) => ({
          coords: [
            [d + 1, low],
            [d + 1, high],
          ],
        })),
        lineStyle: { color: SOFT, width: 3, opacity: 0.55 },
      },
      {
        type: 'line',
        data: points.map((value, d) => ({
          value,
          itemStyle: { color: d < kept ? INK : '#FFFFFF', borderColor: INK, borderWidth: 1.2 },
        })),
        symbol: 'circle',
        symbolSize: 7,
        lineStyle: { color: INK, width: 1.2 },
      },
    ],
  };
}

const ticks = (shown: number): number[] =>
  Array.from({ length: shown }, (_, d) => d + 1).filter(d => shown <= 24 || d % 5 === 0);
