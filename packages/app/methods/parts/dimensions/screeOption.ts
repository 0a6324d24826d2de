import type { Size } from '../../../charts/size';
import type { ChartOption } from '../../../charts/echarts';
import { FONT, textStyle } from '../../../charts/textStyle';
import { figure, percent } from '@wold/core/writeup/format';
import type { Interval } from '@wold/core/trust/resamples';
import type { Tokens } from '../../../theme/tokens';

/** Pixels that the scree keeps free around its plot; the cut line is placed by them. */
export const SCREE_MARGIN = { left: 46, right: 14, top: 34, bottom: 40 };
const MOST_SHOWN = 40;

/** How many dimensions the scree shows: beyond forty the tail says nothing more. */
export function shownDimensions(dimensions: number, kept: number): number {
  return Math.min(dimensions, Math.max(MOST_SHOWN, kept + 5));
}

/** A line beside the eigenvalues. */
export interface Against {
  readonly kind: AgainstKind;
  readonly name: string;
  readonly values: Float64Array;
}

/** What a scree is of. */
export interface Screed {
  readonly eigenvalues: Float64Array;
  /** Of all variance, where eigenvalues are such. */
  readonly shares: Float64Array | null;
  readonly kept: number;
  /** A level to hold eigenvalues against, and what to call its line. */
  readonly average: number;
  readonly averageName: string;
  /** 95 % intervals of the leading eigenvalues over rows drawn anew, where these are at hand. */
  readonly intervals?: readonly Interval[] | null;
}

interface Scree extends Screed {
  /** Eigenvalues of random data and of a broken stick, where they are known and of the same kind. */
  readonly against: readonly Against[];
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
    yAxis: [
      eigenvalueAxis(points, log, tokens, size.height),
      { type: 'value', min: 0, max: 100, show: false },
    ],
    series: [
      ...(scree.cumulative && scree.shares !== null ? [runningShare(scree, shown, tokens)] : []),
      eigenvalueLine(scree, points, shown, tokens),
      ...against.map(({ kind, name, values }) => ({
        type: 'line' as const,
        name,
        // Common factors have no negative variance: what is below 0 is chance.
        data: [...values.subarray(0, shown)]
          .map((value, d): Point => [d + 1, value])
          .filter(point => drawn(point) && point[1] >= 0),
        symbol: 'none',
        silent: true,
        lineStyle: againstLine(kind, tokens),
        z: 1,
      })),
      ...intervalLines(scree, shown, tokens),
      keptDimensions(scree, points, tokens, size.width),
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

function eigenvalueAxis(points: readonly Point[], log: boolean, tokens: Tokens, height: number) {
  const plotHeight = height - SCREE_MARGIN.top - SCREE_MARGIN.bottom;
  const text = textStyle(tokens);
  const least = points.reduce((low, [, value]) => Math.min(low, value), Infinity);
  return {
    type: log ? 'log' : 'value',
    min: log ? least / 1.3 : 0,
    // Room for the share of the first.
    max: log ? undefined : ({ max }: { max: number }) => max * (1 + SHARE_HEIGHT / Math.max(90, plotHeight)),
    name: 'eigenvalue',
    nameGap: 12,
    nameTextStyle: { ...text, align: 'left', padding: [0, 0, 0, -30] },
    axisLabel: {
      ...text,
      formatter: (value: number) => figure(value, 2),
      showMinLabel: !log,
      showMaxLabel: false,
    },
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
    data: Array.from({ length: shown }, (_, d) => [d + 1, 100 * (running += shares![d]!)]),
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

/** Where 95 % of resamples have each eigenvalue, as an upright line through its point. */
function intervalLines({ intervals, log }: Scree, shown: number, tokens: Tokens) {
  const drawn = (intervals ?? []).slice(0, shown).flatMap(({ low, high }, d) =>
    Number.isNaN(low) || (log && !(low > 0))
      ? []
      : [
          {
            coords: [
              [d + 1, low],
              [d + 1, high],
            ],
          },
        ],
  );
  if (drawn.length === 0) return [];
  return [
    {
      type: 'lines' as const,
      coordinateSystem: 'cartesian2d',
      name: '95 % of resamples',
      silent: true,
      data: drawn,
      lineStyle: { color: tokens.inkSoft, width: 3, opacity: 0.55 },
      z: 2,
    },
  ];
}

/** The kept dimensions, each with its share: upright where they stand close. */
function keptDimensions(
  { eigenvalues, shares, kept }: Scree,
  points: readonly Point[],
  tokens: Tokens,
  width: number,
) {
  const room = (width - SCREE_MARGIN.left - SCREE_MARGIN.right) / shownDimensions(eigenvalues.length, kept);
  const upright = room < ROOM_FOR_SHARE;
  const size = shares === null ? 0 : upright ? Math.min(12, room - 2) : 12.5;
  return {
    type: 'scatter' as const,
    data: points.slice(0, kept),
    symbolSize: 10,
    itemStyle: { color: tokens.sward, borderColor: tokens.ink, borderWidth: 0.8, opacity: 1 },
    label: {
      show: size >= LEAST_LETTERS,
      position: 'top',
      ...(upright ? { rotate: 90, align: 'left' as const, verticalAlign: 'middle' as const } : {}),
      distance: upright ? 9 : 5,
      color: tokens.ink,
      fontWeight: 600,
      fontFamily: FONT,
      fontSize: size,
      backgroundColor: tokens.paper,
      borderRadius: 3,
      padding: upright ? [0, 2] : [0, 3],
      formatter: ({ dataIndex }: { dataIndex: number }) => percent(shares![dataIndex]!, 1),
    },
    z: 3,
  };
}

/** Pixels that an upright share stands above its point. */
const SHARE_HEIGHT = 62;
/** Pixels between dimensions from which a share has room beside the next, and the smallest letters that can be read. */
const ROOM_FOR_SHARE = 50;
const LEAST_LETTERS = 8;

/** What eigenvalues are held against, or stand beside. */
export type AgainstKind = 'percentile' | 'mean' | 'stick' | 'reduced' | 'reduced random';

/** How the line of each kind is drawn. */
export function againstLine(kind: AgainstKind, tokens: Tokens) {
  const looks = {
    percentile: { color: tokens.harebell, type: 'solid', width: 1.6 },
    mean: { color: tokens.harebell, type: 'dashed', width: 1.2 },
    stick: { color: tokens.gorse, type: 'dashed', width: 1.2 },
    reduced: { color: tokens.poppy, type: 'solid', width: 1.3 },
    'reduced random': { color: tokens.poppy, type: 'dotted', width: 1.6 },
  } as const;
  return looks[kind];
}

/** As many ticks as have room beside each other. */
function tickValues(shown: number, width: number): number[] {
  const room = (width - SCREE_MARGIN.left - SCREE_MARGIN.right) / shown;
  // Two digits and a space between them.
  const step = room >= (shown < 10 ? 12 : 17) ? 1 : room >= 4 ? 5 : 10;
  const ticks = [1];
  for (let d = step === 1 ? 2 : step; d <= shown; d += step) ticks.push(d);
  return ticks;
}
