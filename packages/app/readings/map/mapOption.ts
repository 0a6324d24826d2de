import type { Size } from '../../charts/ChartHost';
import type { ChartOption } from '../../charts/echarts';
import { figure } from '../../charts/format';
import type { ShortName } from '../../charts/namesApart';
import { placeLabels } from '../../charts/placeLabels';
import type { Tokens } from '../../theme/tokens';
import type { Colouring } from './colouring';
import type { Points } from './points';
import type { MapArrow } from './mapArrow';
import { ranges, toPixel, type View } from './view';

interface MapContent {
  readonly points: Points;
  readonly colouring: Colouring;
  /** Codes of the levels shown alone; empty for all. */
  readonly isolated: readonly number[];
  readonly selected: ReadonlySet<number>;
  readonly xName: string;
  readonly yName: string;
  /** From 0 to 1 for each point, or null where all are alike. */
  readonly sizes: Float64Array | null;
  readonly arrows: readonly MapArrow[];
  readonly shortName: ShortName;
  /** Points beyond the limit of T², and of Q. */
  readonly far: readonly number[];
  readonly off: readonly number[];
}

/** The scatter of rows on two dimensions, equal units both ways, coloured and shaped by group. */
export function mapOption(content: MapContent, view: View, tokens: Tokens, size: Size): ChartOption {
  const { points, colouring, isolated, selected, sizes } = content;
  const n = points.rows.length;
  const plain = n > 20_000 ? 3 : n > 4000 ? 4.5 : n > 1000 ? 6.5 : 9;
  const dot = sizes === null ? plain : (index: number) => plain * (0.4 + 1.1 * Math.sqrt(sizes[index]!));
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
        symbolSize: plain + 8,
        itemStyle: { color: 'transparent', borderColor: tokens.sward, borderWidth: 2 },
        data: [...indices, ...placed].filter(index => selected.has(points.rows[index]!)).map(at),
        z: 5,
      },
      oddSeries('triangle', content.far, at, plain + 9, tokens),
      oddSeries('rect', content.off, at, plain + 6, tokens),
      ...arrowSeries(content, view, size, tokens),
    ],
  };
}

/** An outline about rows beyond a limit, by a shape of its own. */
function oddSeries(
  symbol: 'triangle' | 'rect',
  indices: readonly number[],
  at: (index: number) => number[],
  symbolSize: number,
  tokens: Tokens,
) {
  return {
    type: 'scatter' as const,
    silent: true,
    symbol,
    symbolSize,
    itemStyle: { color: 'transparent', borderColor: tokens.gorse, borderWidth: 1.8 },
    data: indices.map(at),
    z: 4,
  };
}

/** Columns as arrows from the centre, with names that do not meet. */
function arrowSeries({ arrows, shortName }: MapContent, view: View, size: Size, tokens: Tokens) {
  if (arrows.length === 0) return [];
  const fontSize = 12.5;
  const [cx, cy] = toPixel(view, size, 0, 0);
  const labels = arrows.map(({ measure, x, y }) => {
    const [px, py] = toPixel(view, size, x, y);
    return { x: px, y: py, text: shortName(measure, 22) };
  });
  const sides = placeLabels(
    labels,
    { x: cx, y: cy },
    { fontSize, distance: 4, bounds: { left: 8, right: size.width - 8, top: 8, bottom: size.height - 8 } },
  );
  return [
    {
      type: 'lines' as const,
      coordinateSystem: 'cartesian2d' as const,
      symbol: ['none', 'arrow'],
      symbolSize: 8,
      silent: true,
      z: 6,
      lineStyle: { color: tokens.ink, width: 1.4, opacity: 0.9 },
      data: arrows.map(({ x, y }) => ({ coords: [[0, 0], [x, y]] })), // prettier-ignore
    },
    {
      type: 'scatter' as const,
      silent: true,
      symbolSize: 1,
      z: 7,
      itemStyle: { color: 'transparent', opacity: 1 },
      data: arrows.flatMap(({ x, y }, index) => {
        const position = sides[index];
        if (position === null || position === undefined) return [];
        return {
          value: [x, y],
          label: {
            show: true,
            // A function: in a text, names in braces would be filled in.
            formatter: () => labels[index]!.text,
            position,
            distance: 4,
            color: tokens.ink,
            fontWeight: 600,
            fontSize,
            fontFamily: 'Atkinson Hyperlegible Next Variable',
            textBorderColor: tokens.paper,
            textBorderWidth: 3,
          },
        };
      }),
    },
  ];
}

/** The size of all points, or of each by its index. */
type Dot = number | ((index: number) => number);

const sizeAt = (dot: Dot, index: number): number => (typeof dot === 'number' ? dot : dot(index));

function drawn(dot: Dot, indices: readonly number[], weight: number) {
  if (typeof dot === 'number') return dot * weight;
  return (_: unknown, { dataIndex }: { dataIndex: number }) => dot(indices[dataIndex]!) * weight;
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
  dot: Dot,
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
        symbolSize: sizeAt(dot, index),
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
  dot: Dot,
  tokens: Tokens,
) {
  const shared = { type: 'scatter' as const, silent: true, z: 3 };
  if (colouring.kind === 'levels') {
    return colouring.groups.map(group => {
      const shown = isolated.length === 0 || isolated.includes(group.code);
      const own = indices.filter(index => colouring.codeOf(points.rows[index]!) === group.code);
      return {
        ...shared,
        name: group.name,
        symbol: group.style.symbol,
        symbolSize: drawn(dot, own, group.style.weight),
        itemStyle: {
          color: group.style.colour,
          opacity: shown ? 0.85 : 0.08,
          borderColor: group.code < 0 ? group.style.colour : tokens.paper,
          borderWidth: group.code < 0 ? 1.5 : 0.6,
        },
        data: own.map(at),
      };
    });
  }
  const colourOf = colouring.kind === 'number' ? colouring.colourOf : () => tokens.harebell;
  return [
    {
      ...shared,
      symbolSize: drawn(dot, indices, 1),
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
