import type { NeighbourMap } from '@wold/core/methods/neighbours/neighbourMap';
import { figure } from '@wold/core/writeup/format';
import type { ChartOption } from '../../../charts/echarts';
import { textStyle } from '../../../charts/textStyle';
import type { Tokens } from '../../../theme/tokens';
import { lossName } from '../layoutWords';

/** The curve of what is made small, over the whole course; where pulling harder ends is marked. */
export function lossOption(
  { by, loss, of }: Pick<NeighbourMap, 'by' | 'loss' | 'of'>,
  early: number | null,
  tokens: Tokens,
): ChartOption {
  const text = textStyle(tokens);
  const name = { ...text, color: tokens.ink, fontWeight: 600 };
  return {
    grid: { left: 52, right: 20, top: 30, bottom: 44, outerBoundsMode: 'none' },
    xAxis: {
      type: 'value',
      min: 0,
      max: of,
      name: by === 't-sne' ? 'iteration' : 'epoch',
      nameLocation: 'middle',
      nameGap: 26,
      nameTextStyle: name,
      axisLine: { show: false },
      axisTick: { show: false },
      splitLine: { show: false },
      axisLabel: { ...text, hideOverlap: true },
    },
    yAxis: {
      type: 'value',
      scale: true,
      name: lossName(by),
      nameLocation: 'end',
      nameGap: 10,
      nameTextStyle: { ...name, align: 'left' },
      axisLine: { show: false },
      axisTick: { show: false },
      splitLine: { lineStyle: { color: tokens.rule } },
      axisLabel: { ...text, formatter: (value: number) => figure(value, 3) },
    },
    series: [
      {
        type: 'line',
        data: loss.map(({ after, value }) => [after, value]),
        showSymbol: loss.length < 3,
        lineStyle: { color: tokens.sward, width: 2 },
        itemStyle: { color: tokens.sward },
        ...(early === null || early >= of
          ? {}
          : {
              markLine: {
                silent: true,
                symbol: 'none',
                lineStyle: { color: tokens.gorse, type: 'dashed', width: 1.2 },
                label: { ...text, formatter: 'pulled less hard from here', position: 'end', align: 'left' },
                data: [{ xAxis: early }],
              },
            }),
      },
    ],
  };
}
