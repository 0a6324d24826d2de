import type { EChartsOption, ScatterSeriesOption } from 'echarts';
import { columnOf } from '@wold/core/algebra/matrix';
import type { Placement } from '@wold/core/methods/placement';
import { isMissing, type LevelColumn } from '@wold/core/table/column';
import { LABEL_COLOURS } from '@wold/core/writeup/labelColours';
import { shortName } from '@wold/core/writeup/format';
import { INK, LETTERS, RULE, SOFT } from './draw';

/** Levels that are told apart; the others are drawn alike. */
const MOST_LEVELS = 12;
/** So that nothing is told by colour alone. */
const SHAPES = ['circle', 'triangle', 'rect', 'diamond', 'roundRect', 'pin'];

/**
 * The rows used on two dimensions, those of a level alike, each level named at its mean.
 *
 * @param shown the two dimensions, counted from 0
 * @param names of the two axes
 */
export function rowMapOption(
  { rows, at }: Placement,
  shown: readonly [number, number],
  names: readonly [string, string],
  label: LevelColumn | null,
  ratio: number,
): EChartsOption {
  const [x, y] = shown.map(d => columnOf(at, d)) as [Float64Array, Float64Array];
  const groups = new Map<number, number[]>();
  rows.forEach((row, i) => {
    if (Number.isNaN(x[i]!) || Number.isNaN(y[i]!)) return;
    const code = label === null || isMissing(label, row) ? -1 : label.codes[row]!;
    const members = groups.get(code);
    if (members === undefined) groups.set(code, [i]);
    else members.push(i);
  });
  const byCount = [...groups.keys()].sort((a, b) => groups.get(b)!.length - groups.get(a)!.length);
  const apart = new Set(byCount.filter(code => code >= 0).slice(0, MOST_LEVELS));
  const size = Math.max(3, Math.min(8, 160 / Math.sqrt(rows.length)));
  const series = [...groups]
    .sort(([a], [b]) => a - b)
    .flatMap(([code, members]): ScatterSeriesOption[] => {
      const named = label !== null && apart.has(code);
      const colour = named ? LABEL_COLOURS[code % LABEL_COLOURS.length]! : label === null ? INK : SOFT;
      const points = members.map(i => [x[i]!, y[i]!]);
      const dots: ScatterSeriesOption = {
        type: 'scatter',
        data: points,
        symbol: named ? SHAPES[code % SHAPES.length]! : 'circle',
        symbolSize: size,
        itemStyle: { color: colour, opacity: 0.75 },
      };
      if (!named) return [dots];
      const mean = [0, 1].map(d => points.reduce((sum, point) => sum + point[d]! / points.length, 0));
      return [
        dots,
        {
          type: 'scatter',
          data: [mean],
          symbolSize: 0.1,
          z: 5,
          label: {
            ...LETTERS,
            show: true,
            formatter: () => shortName(label.levels[code]!, 24),
            position: 'inside',
            color: colour,
            fontWeight: 700,
            textBorderColor: '#FFFFFF',
            textBorderWidth: 3,
          },
        },
      ];
    });
  const [across, up] = sameScale(x, y, ratio);
  const axis = (name: string, [min, max]: readonly [number, number]) => ({
    type: 'value' as const,
    min,
    max,
    name,
    nameLocation: 'middle' as const,
    nameTextStyle: LETTERS,
    axisLabel: { show: false },
    axisTick: { show: false },
    axisLine: { show: true, lineStyle: { color: RULE } },
    splitLine: { show: false },
  });
  return {
    grid: { left: 30, right: 12, top: 12, bottom: 30 },
    xAxis: { ...axis(names[0], across), nameGap: 12 },
    yAxis: { ...axis(names[1], up), nameGap: 12 },
    series,
  };
}

/** Ranges of two axes by which a unit is as long on both. @param ratio of the width to the height */
function sameScale(
  x: Float64Array,
  y: Float64Array,
  ratio: number,
): [readonly [number, number], readonly [number, number]] {
  const [[left, right], [low, high]] = [rangeOf(x), rangeOf(y)];
  const half = (1.08 * Math.max((right - left) / ratio, high - low, Number.MIN_VALUE)) / 2;
  const [cx, cy] = [(left + right) / 2, (low + high) / 2];
  return [
    [cx - half * ratio, cx + half * ratio],
    [cy - half, cy + half],
  ];
}

function rangeOf(values: Float64Array): readonly [number, number] {
  let [least, most] = [Infinity, -Infinity];
  for (const value of values)
    if (!Number.isNaN(value)) [least, most] = [Math.min(least, value), Math.max(most, value)];
  return least > most ? [0, 0] : [least, most];
}
