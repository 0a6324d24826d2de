import type { Size } from '../../../charts/ChartHost';
import type { ChartOption } from '../../../charts/echarts';
import { FONT, textStyle } from '../../../charts/textStyle';
import { figure, percent } from '../../../charts/format';
import type { Tokens } from '../../../theme/tokens';

/** Pixels that the scree keeps free around its plot; the cut line is placed by them. */
export const SCREE_MARGIN = { left: 46, right: 14, top: 34, bottom: 40 };
const MOST_SHOWN = 40;

/** How many dimensions the scree shows: beyond forty the tail says nothing more. */
export function shownDimensions(dimensions: number, kept: number): number {
  return Math.min(dimensions, Math.max(MOST_SHOWN, kept + 5));
}

interface Scree {
  readonly eigenvalues: Float64Array;
  readonly shares: Float64Array;
  readonly kept: number;
  /** The average eigenvalue, and what to call its line. */
  readonly average: number;
  readonly averageName: string;
  /** Eigenvalues of random data and of a broken stick, where they are known and of the same kind. */
  readonly against: readonly { readonly name: string; readonly values: Float64Array }[];
  /** Whether eigenvalues stand on a logarithmic scale, and whether their running share is drawn too. */
  readonly log: boolean;
  readonly cumulative: boolean;
}

/** The scree: eigenvalues by dimension, those kept filled, with the average drawn in and the rest shaded. */
export function screeOption(scree: Scree, tokens: Tokens, size: Size): ChartOption {
  const { eigenvalues, kept, against, log } = scree;
  const shown = shownDimensions(eigenvalues.length, kept);
  const drawn = ([, value]: Point) => !log || value > 0;
  const points = Array.from({ length: shown }, (_, d): Point => [d + 1, eigenvalues[d]!]).filter(drawn);
  return {
    grid: { ...SCREE_MARGIN, outerBoundsMode: 'none' },
    xAxis: dimensionAxis(shown, tokens, size.width),
    yAxis: [eigenvalueAxis(points, log, tokens), { type: 'value', min: 0, max: 100, show: false }],
    series: [
      ...(scree.cumulative ? [runningShare(scree, shown, tokens)] : []),
      eigenvalueLine(scree, points, shown, tokens),
      ...against.map(({ name, values }, index) => ({
        type: 'line' as const,
        name,
        data: [...values.subarray(0, shown)].map((value, d): Point => [d + 1, value]).filter(drawn),
        symbol: 'none',
        silent: true,
        lineStyle: againstLine(index, tokens),
        z: 1,
      })),
      keptDimensions(scree, points, tokens, size.height),
    ],
  };
}

/** A dimension's number, and its eigenvalue. */
type Point = readonly [number, number];

function dimensionAxis(shown: number, tokens: Tokens, width: number) {
  const text = textStyle(tokens);
  return {
    type: 'value',
    min: 0.5,
    max: shown + 0.5,
    interval: shown <= 24 ? 1 : 5,
    axisLine: { lineStyle: { color: tokens.rule } },
    axisTick: { show: false },
    splitLine: { show: false },
    axisLabel: { ...text, customValues: tickValues(shown, width) },
    name: 'dimension',
    nameLocation: 'middle',
    nameGap: 24,
    nameTextStyle: text,
  };
}

function eigenvalueAxis(points: readonly Point[], log: boolean, tokens: Tokens) {
  const text = textStyle(tokens);
  const least = points.reduce((low, [, value]) => Math.min(low, value), Infinity);
  return {
    type: log ? 'log' : 'value',
    min: log ? least / 1.3 : 0,
    name: 'eigenvalue',
    nameGap: 12,
    nameTextStyle: { ...text, align: 'left', padding: [0, 0, 0, -30] },
    axisLabel: { ...text, formatter: (value: number) => figure(value, 2), showMinLabel: !log },
    axisLine: { show: false },
    axisTick: { show: false },
    splitLine: { lineStyle: { color: tokens.rule, opacity: 0.7 } },
  };
}

function runningShare({ shares }: Scree, shown: number, tokens: Tokens) {
  let running = 0;
  return {
    type: 'line' as const,
    name: 'running share',
    yAxisIndex: 1,
    data: Array.from({ length: shown }, (_, d) => [d + 1, 100 * (running += shares[d]!)]),
    symbol: 'none',
    silent: true,
    lineStyle: { color: tokens.sward, width: 1.4, type: 'dotted' as const },
    z: 1,
  };
}

/** All eigenvalues, the average and the cut. */
function eigenvalueLine(scree: Scree, points: readonly Point[], shown: number, tokens: Tokens) {
  const cut = scree.kept + 0.5;
  return {
    type: 'line' as const,
    data: points,
    symbol: 'circle',
    symbolSize: shown > 60 ? 4 : 8,
    showAllSymbol: true,
    lineStyle: { color: tokens.ink, width: 1.3 },
    itemStyle: { color: tokens.paper, borderColor: tokens.ink, borderWidth: 1.2 },
    silent: false,
    markArea: {
      silent: true,
      z: 0,
      itemStyle: { color: tokens.chalk },
      data: [[{ xAxis: cut }, { xAxis: shown + 0.5 }]],
    },
    z: 2,
    markLine: {
      silent: true,
      z: 1,
      symbol: 'none',
      lineStyle: { color: tokens.inkSoft, type: 'dotted', width: 1.2 },
      label: { ...textStyle(tokens), formatter: () => scree.averageName, position: 'insideEndTop' },
      data: [
        { yAxis: scree.average },
        // Under the labels; what is dragged lies over it.
        {
          xAxis: cut,
          lineStyle: { color: tokens.sward, type: 'solid', width: 2 },
          label: { show: false },
        },
      ],
    },
  };
}

/** The kept dimensions, with their shares where there is room. */
function keptDimensions(
  { eigenvalues, shares, kept, log }: Scree,
  points: readonly Point[],
  tokens: Tokens,
  height: number,
) {
  // On a logarithmic scale heights say nothing of room.
  const labelled = log
    ? new Set<number>()
    : shareLabels(eigenvalues, kept, height - SCREE_MARGIN.top - SCREE_MARGIN.bottom);
  return {
    type: 'scatter' as const,
    data: points.slice(0, kept),
    symbolSize: 10,
    itemStyle: { color: tokens.sward, borderColor: tokens.ink, borderWidth: 0.8, opacity: 1 },
    label: {
      show: true,
      position: 'right',
      distance: 8,
      color: tokens.ink,
      fontWeight: 600,
      fontFamily: FONT,
      fontSize: 12.5,
      backgroundColor: tokens.paper,
      borderRadius: 3,
      padding: [1, 4],
      formatter: ({ dataIndex }: { dataIndex: number }) =>
        labelled.has(dataIndex) ? percent(shares[dataIndex]!, 1) : '',
    },
    z: 3,
  };
}

/** How the lines that eigenvalues are held against are drawn, in their order. */
export function againstLine(index: number, tokens: Tokens) {
  return [
    { color: tokens.harebell, type: 'solid' as const, width: 1.6 },
    { color: tokens.harebell, type: 'dashed' as const, width: 1.2 },
    { color: tokens.gorse, type: 'dashed' as const, width: 1.2 },
  ][index % 3]!;
}

/** Which of the first dimensions have room for their share beside them. */
function shareLabels(eigenvalues: Float64Array, kept: number, plotHeight: number): Set<number> {
  const labelled = new Set<number>();
  let last = Infinity;
  for (let d = 0; d < Math.min(kept, 6); d++) {
    const height = (eigenvalues[d]! / eigenvalues[0]!) * plotHeight;
    if (last - height < 20 || height < 14) continue;
    labelled.add(d);
    last = height;
  }
  return labelled;
}

/** As many ticks as have room beside each other. */
function tickValues(shown: number, width: number): number[] {
  const room = (width - SCREE_MARGIN.left - SCREE_MARGIN.right) / shown;
  const step = room >= 15 ? 1 : room >= 4 ? 5 : 10;
  const ticks = [1];
  for (let d = step === 1 ? 2 : step; d <= shown; d += step) ticks.push(d);
  return ticks;
}
