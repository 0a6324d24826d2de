import type { Size } from '../../charts/ChartHost';
import type { ChartOption } from '../../charts/echarts';
import { figure } from '../../charts/format';
import type { Tokens } from '../../theme/tokens';
import type { Colouring } from './colouring';
import type { Points } from './points';
import { ranges, type View } from './view';

interface MapContent {
  readonly points: Points;
  readonly colouring: Colouring;
  /** Codes of the levels shown alone; empty for all. */
  readonly isolated: readonly number[];
  readonly selected: ReadonlySet<number>;
  readonly xName: string;
  readonly yName: string;
}

/** The scatter of rows on two dimensions, equal units both ways, coloured and shaped by group. */
export function mapOption(content: MapContent, view: View, tokens: Tokens, size: Size): ChartOption {
  const { points, colouring, isolated, selected } = content;
  const n = points.rows.length;
  const dot = n > 20_000 ? 3 : n > 4000 ? 4.5 : n > 1000 ? 6.5 : 9;
  const { x, y } = ranges(view, size);
  const text = { color: tokens.inkSoft, fontFamily: 'Atkinson Hyperlegible Next Variable', fontSize: 12 };
  const axis = {
    type: 'value' as const,
    axisLine: { show: false },
    axisTick: { show: false },
    splitLine: { show: false },
    axisLabel: {
      ...text,
      inside: true,
      fontSize: 11,
      showMinLabel: false,
      showMaxLabel: false,
      hideOverlap: true,
    },
    nameTextStyle: { ...text, fontSize: 13, fontWeight: 600, color: tokens.ink },
    nameLocation: 'end' as const,
    nameGap: -8,
  };
  const at = (index: number) => [points.x[index]!, points.y[index]!];
  const indices = [...Array(points.used).keys()];
  const placed = [...Array(n - points.used).keys()].map(index => points.used + index);
  return {
    grid: { left: 0, right: 0, top: 0, bottom: 0, outerBoundsMode: 'none' },
    xAxis: {
      ...axis,
      axisLabel: { ...axis.axisLabel, formatter: tickWithin(x, view) },
      min: x[0],
      max: x[1],
      name: content.xName,
      nameTextStyle: {
        ...axis.nameTextStyle,
        align: 'right',
        verticalAlign: 'bottom',
        padding: [0, 12, 24, 0],
      },
    },
    yAxis: {
      ...axis,
      min: y[0],
      max: y[1],
      name: content.yName,
      nameTextStyle: { ...axis.nameTextStyle, align: 'left', verticalAlign: 'top', padding: [18, 0, 0, 34] },
      axisLabel: points.flat ? { show: false } : { ...axis.axisLabel, formatter: tickWithin(y, view) },
    },
    series: [
      {
        type: 'line',
        data: [],
        silent: true,
        markLine: {
          silent: true,
          symbol: 'none',
          label: { show: false },
          lineStyle: { color: tokens.rule, width: 1, type: 'solid' },
          data: points.flat ? [{ xAxis: 0 }] : [{ xAxis: 0 }, { yAxis: 0 }],
        },
      },
      ...groupSeries(colouring, isolated, points, indices, at, dot, tokens),
      placedSeries(colouring, points, placed, at, dot, tokens),
      {
        type: 'scatter',
        silent: true,
        symbol: 'circle',
        symbolSize: dot + 8,
        itemStyle: { color: 'transparent', borderColor: tokens.sward, borderWidth: 2 },
        data: [...indices, ...placed].filter(index => selected.has(points.rows[index]!)).map(at),
        z: 5,
      },
    ],
  };
}

/** Ticks as numbers with a true minus, but for those too near an end to stand whole. */
function tickWithin([least, most]: readonly [number, number], { unit }: View): (value: number) => string {
  const edge = 16 * unit;
  return value => (value > least + edge && value < most - edge ? figure(value) : '');
}

/** Rows that are placed and not used: hollow, in their group's colour and shape. */
function placedSeries(
  colouring: Colouring,
  points: Points,
  placed: readonly number[],
  at: (index: number) => number[],
  dot: number,
  tokens: Tokens,
) {
  return {
    type: 'scatter' as const,
    silent: true,
    z: 4,
    data: placed.map(index => {
      const row = points.rows[index]!;
      const group =
        colouring.kind === 'levels'
          ? colouring.groups.find(({ code }) => code === colouring.codeOf(row))
          : undefined;
      const colour =
        group?.style.colour ?? (colouring.kind === 'number' ? colouring.colourOf(row) : tokens.ink);
      return {
        value: at(index),
        symbol: group?.style.symbol.replace('emptyCircle', 'circle') ?? 'circle',
        symbolSize: dot,
        itemStyle: { color: tokens.paper, borderColor: colour, borderWidth: 2 },
      };
    }),
  };
}

function groupSeries(
  colouring: Colouring,
  isolated: readonly number[],
  points: Points,
  indices: readonly number[],
  at: (index: number) => number[],
  dot: number,
  tokens: Tokens,
) {
  const shared = { type: 'scatter' as const, silent: true, z: 3 };
  if (colouring.kind === 'levels') {
    return colouring.groups.map(group => {
      const shown = isolated.length === 0 || isolated.includes(group.code);
      return {
        ...shared,
        name: group.name,
        symbol: group.style.symbol,
        symbolSize: dot * group.style.weight,
        itemStyle: {
          color: group.style.colour,
          opacity: shown ? 0.85 : 0.08,
          borderColor: group.code < 0 ? group.style.colour : tokens.paper,
          borderWidth: group.code < 0 ? 1.5 : 0.6,
        },
        data: indices.filter(index => colouring.codeOf(points.rows[index]!) === group.code).map(at),
      };
    });
  }
  const colourOf = colouring.kind === 'number' ? colouring.colourOf : () => tokens.harebell;
  return [
    {
      ...shared,
      symbolSize: dot,
      itemStyle: {
        color: ({ dataIndex }: { dataIndex: number }) => colourOf(points.rows[dataIndex]!),
        opacity: 0.9,
        borderColor: tokens.paper,
        borderWidth: 0.6,
      },
      data: indices.map(at),
    },
  ];
}
