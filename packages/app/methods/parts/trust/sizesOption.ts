import type { Sizes } from '@wold/core/trust/sizes';
import { shortName } from '@wold/core/writeup/format';
import type { ChartOption } from '../../../charts/echarts';
import type { Size } from '../../../charts/size';
import { textStyle } from '../../../charts/textStyle';
import { labelColours } from '../../../theme/labelStyle';
import type { Mode, Tokens } from '../../../theme/tokens';

interface SizesContent {
  readonly sizes: Sizes;
  readonly names: readonly string[];
  readonly mode: Mode;
}

/** Lines that can be told apart by their names. */
const MOST_LINES = 6;
const LETTERS = 14;

/** How often each dimension is there again by how many rows are drawn: a line for each, named at its end. */
export function sizesOption(
  { sizes, names, mode }: SizesContent,
  tokens: Tokens,
  { width }: Size,
): ChartOption {
  const colours = labelColours[mode];
  const text = textStyle(tokens);
  const shown = names.slice(0, MOST_LINES);
  // A name stands at the right of its line, under one that it would lie on.
  const ends = shown
    .map((_, d) => ({ d, at: 100 * (sizes.at(-1)?.again[d] ?? 0) }))
    .sort((a, b) => b.at - a.at || a.d - b.d);
  const offsets = new Map<number, number>();
  let last = Infinity;
  for (const { d, at } of ends) {
    const place = Math.min(at, last - NAME_HEIGHT);
    offsets.set(d, place - at);
    last = place;
  }
  return {
    grid: { left: 44, right: 118, top: 30, bottom: 40, outerBoundsMode: 'none' },
    xAxis: {
      type: 'category',
      data: sizes.map(({ units }) => units.toLocaleString('en')),
      boundaryGap: false,
      name: 'rows drawn',
      nameLocation: 'middle',
      nameGap: 24,
      nameTextStyle: text,
      axisLabel: { ...text, hideOverlap: width < 260 },
      axisTick: { show: false },
      axisLine: { lineStyle: { color: tokens.rule } },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: 100,
      interval: 25,
      name: 'there again, of 100',
      nameGap: 10,
      nameTextStyle: { ...text, align: 'left', padding: [0, 0, 0, -34] },
      axisLabel: text,
      splitLine: { lineStyle: { color: tokens.rule, opacity: 0.7 } },
    },
    series: shown.map((name, d) => ({
      type: 'line' as const,
      name,
      data: sizes.map(({ again }) => (Number.isNaN(again[d]!) ? null : 100 * again[d]!)),
      symbol: 'circle',
      symbolSize: 6,
      lineStyle: { color: colours[d]!, width: 1.6 },
      itemStyle: { color: colours[d]! },
      endLabel: {
        show: true,
        ...text,
        color: tokens.ink,
        distance: 6,
        offset: [0, -PIXELS_PER_CENT * offsets.get(d)!],
        formatter: () => shortName(name, LETTERS),
      },
    })),
  };
}

/** Per cent of the axis that a name takes, and the pixels of one of them, about. */
const NAME_HEIGHT = 9;
const PIXELS_PER_CENT = 1.6;
