import type { ChartOption } from '../../../charts/echarts';
import { figure } from '@wold/core/writeup/format';
import type { ShortName } from '../../../charts/namesApart';
import { nameSeries, offsetOf, type PointName } from '../../../charts/nameSeries';
import { placeNames } from '../../../charts/placeNames';
import { FONT, textStyle } from '../../../charts/textStyle';
import type { Size } from '../../../charts/size';
import type { Tokens } from '../../../theme/tokens';

export interface Arrow {
  readonly measure: string;
  /** Correlations with the two dimensions of the plane. */
  readonly x: number;
  readonly y: number;
  /** Whether it is placed on the dimensions and has no part in them. */
  readonly placed?: boolean;
}

interface PlaneContent {
  readonly arrows: readonly Arrow[];
  readonly chosen: readonly string[];
  readonly shortName: ShortName;
  readonly xName: string;
  readonly yName: string;
}

const ROOM_FOR_NAMES = 1.18;
/** Pixels for the ticks and the names of the axes. */
const TOP = 22;
const BOTTOM = 38;
const LEFT = 28;

/** The largest square with room for ticks and names around it. */
function squareIn({ width, height }: Size): { readonly left: number; readonly side: number } {
  const side = Math.max(40, Math.min(width - LEFT - 4, height - TOP - BOTTOM));
  return { left: LEFT + Math.max(0, (width - LEFT - side) / 2), side };
}

/** Measures as arrows in the plane of two dimensions, within the circle of correlation 1. */
export function planeOption(content: PlaneContent, tokens: Tokens, size: Size): ChartOption {
  const { left, side } = squareIn(size);
  const text = textStyle(tokens);
  const axis = {
    type: 'value' as const,
    min: -ROOM_FOR_NAMES,
    max: ROOM_FOR_NAMES,
    axisTick: { show: false },
    splitLine: { show: false },
    axisLine: { show: false, onZero: false },
    axisLabel: {
      ...text,
      fontSize: 10.5,
      margin: 3,
      customValues: [-1, -0.5, 0, 0.5, 1],
      formatter: (value: number) => figure(value),
    },
    nameLocation: 'end' as const,
    nameTextStyle: { ...text, fontWeight: 600, color: tokens.ink },
  };
  return {
    grid: { left, width: side, top: TOP, height: side, outerBoundsMode: 'none' },
    xAxis: {
      ...axis,
      name: content.xName,
      // Under the ticks, at the axis's end.
      nameGap: 0,
      nameTextStyle: { ...axis.nameTextStyle, align: 'right', verticalAlign: 'top', padding: [18, 0, 0, 0] },
    },
    yAxis: {
      ...axis,
      axisLabel: content.yName === '' ? { show: false } : axis.axisLabel,
      name: content.yName,
      nameGap: 6,
      nameTextStyle: { ...axis.nameTextStyle, align: 'left', padding: [0, 0, 0, -24] },
    },
    series: [
      {
        type: 'scatter',
        data: [[0, 0]],
        symbolSize: side / ROOM_FOR_NAMES,
        silent: true,
        itemStyle: { color: 'transparent', borderColor: tokens.rule, borderWidth: 1.2, opacity: 1 },
        markLine: {
          silent: true,
          symbol: 'none',
          label: { show: false },
          lineStyle: { color: tokens.rule, width: 1, type: 'solid' },
          data: [{ xAxis: 0 }, { yAxis: 0 }],
        },
      },
      arrowSeries(content, tokens, side < SMALL),
      ...nameSeries(arrowNames(content, tokens, size), 3, tokens.inkSoft),
    ],
  };
}

/** A circle narrower than this has smaller letters and arrowheads. */
const SMALL = 340;

function arrowSeries({ arrows, chosen }: PlaneContent, tokens: Tokens, small: boolean) {
  return {
    type: 'lines' as const,
    coordinateSystem: 'cartesian2d' as const,
    symbol: ['none', 'arrow'],
    symbolSize: small ? 5 : 8,
    silent: true,
    data: arrows.map(({ measure, x, y, placed }) => ({
      coords: [[0, 0], [x, y]], // prettier-ignore
      lineStyle: chosen.includes(measure)
        ? { color: tokens.sward, width: 2.4, opacity: 1 }
        : placed
          ? { color: tokens.harebell, width: 1.3, opacity: 1, type: 'dashed' as const }
          : { color: tokens.inkSoft, width: 1.1, opacity: 0.75 },
    })),
  };
}

/** The names of the arrows, placed in this order: the chosen first, then the longest. */
function arrowNames({ arrows, chosen, shortName }: PlaneContent, tokens: Tokens, size: Size): PointName[] {
  const { left, side } = squareIn(size);
  const small = side < SMALL;
  const fontSize = small ? 11.5 : 13;
  const isChosen = ({ measure }: Arrow) => chosen.includes(measure);
  const named = [...arrows].sort(
    (a, b) => Number(isChosen(b)) - Number(isChosen(a)) || Math.hypot(b.x, b.y) - Math.hypot(a.x, a.y),
  );
  const pixel = (value: number) => (side * value) / (2 * ROOM_FOR_NAMES);
  const centre = { x: left + side / 2, y: TOP + side / 2 };
  const labels = named.map(({ measure, x, y }) => ({
    x: centre.x + pixel(x),
    y: centre.y - pixel(y),
    text: shortName(measure, small ? 12 : 28),
    moves: true,
  }));
  const places = placeNames(labels, centre, {
    fontSize,
    distance: 4,
    bounds: { left: Math.min(left, 2), right: size.width, top: TOP - 2, bottom: TOP + side + 2 },
  });
  const toData = (px: number, py: number) =>
    [(px - centre.x) / pixel(1), (centre.y - py) / pixel(1)] as const;
  return named.map((arrow, index) => ({
    x: arrow.x,
    y: arrow.y,
    text: labels[index]!.text,
    offset: offsetOf(places[index]!, labels[index]!.x, labels[index]!.y, toData),
    style: {
      color: isChosen(arrow) ? tokens.sward : tokens.ink,
      fontWeight: isChosen(arrow) ? 700 : 400,
      fontFamily: FONT,
      fontSize,
    },
  }));
}
