import type { TruenessAt } from '@wold/core/nearest/truenessOver';
import type { ChartOption } from '../../../charts/echarts';
import type { Size } from '../../../charts/size';
import { textStyle } from '../../../charts/textStyle';
import { labelColours } from '../../../theme/labelStyle';
import type { Mode, Tokens } from '../../../theme/tokens';

interface OverSizesContent {
  readonly over: readonly TruenessAt[];
  /** The size at which the map is judged elsewhere. */
  readonly judgedAt: number;
  readonly mode: Mode;
}

const LINES = [
  ['trustworthiness', 'trustworthiness'],
  ['continuity', 'continuity'],
  ['kept', 'neighbours kept'],
  ['byChance', 'kept by chance'],
] as const;

/** Pixels that a name at the end of a line takes, and those of the plot, by which names are kept apart. */
const NAME = 15;

/** Each figure over the sizes of neighbourhoods, named at the end of its line. */
export function overSizesOption(
  { over, judgedAt, mode }: OverSizesContent,
  tokens: Tokens,
  { height }: Size,
): ChartOption {
  const text = textStyle(tokens);
  const colours = labelColours[mode];
  const pixels = Math.max(60, height - 74);
  let last = Infinity;
  const offsets = new Map(
    LINES.map(([figure], line) => ({ line, at: over.at(-1)?.[figure] ?? 0 }))
      .sort((a, b) => b.at - a.at || a.line - b.line)
      .map(({ line, at }) => {
        const place = Math.min(at, last - NAME / pixels);
        last = place;
        return [line, (at - place) * pixels] as const;
      }),
  );
  return {
    grid: { left: 44, right: 130, top: 30, bottom: 42, outerBoundsMode: 'none' },
    xAxis: {
      type: 'log',
      min: over[0]?.k,
      max: over.at(-1)?.k,
      name: 'nearest looked at',
      nameLocation: 'middle',
      nameGap: 26,
      nameTextStyle: text,
      axisLabel: { ...text, customValues: over.map(({ k }) => k), hideOverlap: true },
      axisTick: { show: false },
      axisLine: { lineStyle: { color: tokens.rule } },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: 1,
      interval: 0.25,
      axisLabel: text,
      splitLine: { lineStyle: { color: tokens.rule, opacity: 0.7 } },
    },
    series: LINES.map(([figure, name], line) => ({
      type: 'line' as const,
      name,
      data: over.map(at => [at.k, at[figure]]),
      symbol: figure === 'byChance' ? 'none' : 'circle',
      symbolSize: 5,
      lineStyle: {
        color: figure === 'byChance' ? tokens.inkSoft : colours[line]!,
        width: 1.7,
        type: figure === 'byChance' ? ('dotted' as const) : ('solid' as const),
      },
      itemStyle: { color: colours[line]! },
      endLabel: {
        show: true,
        ...text,
        color: tokens.ink,
        distance: 6,
        offset: [0, offsets.get(line)!],
        formatter: () => name,
      },
      ...(line === 0
        ? {
            markLine: {
              silent: true,
              symbol: 'none',
              lineStyle: { color: tokens.rule, type: 'solid' as const },
              label: { show: false },
              data: [{ xAxis: judgedAt }],
            },
          }
        : {}),
    })),
  };
}
