import type { DistanceDensity } from '@wold/core/methods/neighbours/judged/distanceDensity';
import { figure } from '@wold/core/writeup/format';
import type { ChartOption } from '../../../charts/echarts';
import { textStyle } from '../../../charts/textStyle';
import type { Tokens } from '../../../theme/tokens';

interface Drawing {
  readonly coord: (place: readonly number[]) => number[];
  readonly value: (dimension: number) => number;
}

/** The table's distance to the right, the map's upward; a cell is the darker the more pairs it holds. */
export function distanceDensityOption(density: DistanceDensity, tokens: Tokens): ChartOption {
  const { bins, counts, inTable, onMap } = density;
  const most = counts.reduce((largest, count) => Math.max(largest, count), 1);
  const text = textStyle(tokens);
  const axis = (name: string, max: number) => ({
    type: 'value' as const,
    min: 0,
    max,
    axisLabel: { ...text, formatter: (value: number) => figure(value, 2), showMaxLabel: false },
    axisLine: { lineStyle: { color: tokens.rule } },
    axisTick: { show: false },
    splitLine: { show: false },
    name,
    nameTextStyle: text,
  });
  const [width, height] = [inTable / bins, onMap / bins];
  return {
    grid: { left: 58, right: 20, top: 30, bottom: 42, outerBoundsMode: 'none' },
    xAxis: { ...axis('distance in the table', inTable), nameLocation: 'middle', nameGap: 26 },
    yAxis: {
      ...axis('distance on the map', onMap),
      nameGap: 10,
      nameTextStyle: { ...text, align: 'left', padding: [0, 0, 0, -48] },
    },
    series: [
      {
        type: 'custom' as const,
        silent: true,
        data: cells(density).map(([x, y, count]) => [x * width, y * height, count]),
        renderItem: (_: unknown, api: Drawing) => {
          const [x, y] = [api.value(0), api.value(1)];
          const [left, bottom] = api.coord([x, y]) as [number, number];
          const [right, top] = api.coord([x + width, y + height]) as [number, number];
          // Roots, so that cells of few pairs are seen beside those of many.
          const shade = 0.08 + 0.92 * Math.sqrt(api.value(2) / most);
          return {
            type: 'rect' as const,
            shape: { x: left, y: top, width: right - left + 0.5, height: bottom - top + 0.5 },
            style: { fill: tokens.ink, opacity: shade },
          };
        },
      },
    ],
  };
}

/** Cells that hold a pair: their places along both axes, and how many they hold. */
function cells({ bins, counts }: DistanceDensity): (readonly [number, number, number])[] {
  return Array.from(counts, (count, cell) => [Math.floor(cell / bins), cell % bins, count] as const).filter(
    ([, , count]) => count > 0,
  );
}

/** The same as numbers: where each cell starts and what it holds. */
export const densityNumbers = (density: DistanceDensity): string[][] => [
  ['distance in the table from', 'distance on the map from', 'pairs'],
  ...cells(density).map(([x, y, count]) =>
    [(x * density.inTable) / density.bins, (y * density.onMap) / density.bins, count].map(String),
  ),
];
