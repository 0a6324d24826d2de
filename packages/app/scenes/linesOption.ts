import type { ChartOption } from '../charts/echarts';
import type { Size } from '../charts/size';
import { textStyle } from '../charts/textStyle';
import { figure } from '@wold/core/writeup/format';
import type { Tokens } from '../theme/tokens';
import type { BandAxis } from './bandAxis';

/** A line over the bands. */
export interface BandLine {
  readonly name: string;
  readonly values: ArrayLike<number>;
  readonly colour: string;
  readonly dashed?: boolean;
  /** Between which it is shaded, where it has a spread. */
  readonly band?: { readonly low: ArrayLike<number>; readonly high: ArrayLike<number> };
}

/** Room for names at the right end, in pixels of text at most. */
const NAMES = 150;
const LINE_HEIGHT = 14;

/** Lines along the bands, each with its name at its end; from 0 where they are loadings. */
export function linesOption(
  axis: BandAxis,
  lines: readonly BandLine[],
  { width, height }: Size,
  tokens: Tokens,
  { title, fromZero }: { readonly title: string; readonly fromZero: boolean },
): ChartOption {
  const small = width < 420;
  const ends = endsApart(lines, height);
  const line = { lineStyle: { color: tokens.rule } };
  return {
    animation: false,
    grid: { left: small ? 46 : 56, right: small ? 14 : NAMES, top: 26, bottom: small ? 34 : 42 },
    xAxis: {
      type: 'value',
      name: axis.title,
      nameLocation: 'middle',
      nameGap: 24,
      min: 'dataMin',
      max: 'dataMax',
      splitNumber: small ? 4 : 8,
      minInterval: axis.counted ? 1 : 0,
      nameTextStyle: textStyle(tokens),
      axisLabel: { ...textStyle(tokens), fontSize: 11, hideOverlap: true },
      axisLine: { ...line, onZero: false },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      name: title,
      nameTextStyle: { ...textStyle(tokens), align: 'left' },
      scale: !fromZero,
      axisLabel: { ...textStyle(tokens), fontSize: 11, formatter: (value: number) => figure(value) },
      splitLine: line,
    },
    series: lines.flatMap(({ name, values, colour, dashed = false, band }, index) => [
      ...(band === undefined ? [] : shade(axis, band, colour, index)),
      {
        type: 'line' as const,
        silent: true,
        name,
        data: axis.at.map((x, j) => [x, values[j]]),
        symbol: axis.at.length > 60 ? 'none' : 'circle',
        symbolSize: 4,
        color: colour,
        lineStyle: { width: 1.8, type: dashed ? ('dashed' as const) : ('solid' as const) },
        ...(small
          ? {}
          : {
              endLabel: {
                show: true,
                ...textStyle(tokens),
                color: colour,
                formatter: name,
                width: NAMES - 16,
                overflow: 'truncate' as const,
                offset: [4, ends[index]!],
              },
            }),
      },
    ]),
  };
}

/** Between two lines, as a polygon is: the lower, and what lies up to the higher on top of it. */
function shade(axis: BandAxis, { low, high }: NonNullable<BandLine['band']>, colour: string, index: number) {
  const stack = `spread ${index}`;
  const base = { type: 'line' as const, silent: true, symbol: 'none', stack, stackStrategy: 'all' as const };
  return [
    { ...base, lineStyle: { opacity: 0 }, data: axis.at.map((x, j) => [x, low[j]!]) },
    {
      ...base,
      lineStyle: { opacity: 0 },
      areaStyle: { color: colour, opacity: 0.16 },
      data: axis.at.map((x, j) => [x, high[j]! - low[j]!]),
    },
  ];
}

/** How far names move from the ends of their lines, so that none stands on another. */
function endsApart(lines: readonly BandLine[], height: number): number[] {
  let [least, most] = [Infinity, -Infinity];
  for (const { values } of lines) {
    for (let j = 0; j < values.length; j++) {
      least = Math.min(least, values[j]!);
      most = Math.max(most, values[j]!);
    }
  }
  const room = height - 68;
  const placeOf = ({ values }: BandLine): number =>
    most > least ? ((most - values[values.length - 1]!) / (most - least)) * room : 0;
  const order = lines.map((line, index) => ({ index, at: placeOf(line) })).sort((a, b) => a.at - b.at);
  const moved = new Array<number>(lines.length).fill(0);
  let last = -Infinity;
  for (const { index, at } of order) {
    const to = Math.max(at, last + LINE_HEIGHT);
    moved[index] = to - at;
    last = to;
  }
  return moved;
}
