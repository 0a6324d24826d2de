import type { ChartOption } from '../../../charts/echarts';
import type { ShortName } from '../../../charts/namesApart';
import { labelSeries, type PointLabel } from '../../../charts/labelSeries';
import { placeLabels } from '../../../charts/placeLabels';
import { FONT, textStyle } from '../../../charts/textStyle';
import type { Size } from '../../../charts/ChartHost';
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

/** Measures as arrows in the plane of two dimensions, within the circle of correlation 1. */
export function planeOption(content: PlaneContent, tokens: Tokens, size: Size): ChartOption {
  const { width, height } = size;
  const side = Math.max(40, Math.min(width, height - 40));
  const left = (width - side) / 2;
  const text = textStyle(tokens);
  const axis = {
    type: 'value' as const,
    min: -ROOM_FOR_NAMES,
    max: ROOM_FOR_NAMES,
    axisLabel: { show: false },
    axisTick: { show: false },
    splitLine: { show: false },
    axisLine: { lineStyle: { color: tokens.rule } },
    nameTextStyle: text,
  };
  const axisName: PointLabel = {
    // Under the circle, where no arrow's name can meet it.
    x: 0,
    y: -ROOM_FOR_NAMES,
    text: content.xName,
    side: 'bottom',
    distance: 6,
    style: text,
  };
  return {
    grid: { left, right: left, top: 20, bottom: height - side - 20, outerBoundsMode: 'none' },
    xAxis: axis,
    yAxis: { ...axis, name: content.yName, nameLocation: 'end', nameGap: 5 },
    series: [
      {
        type: 'scatter',
        data: [[0, 0]],
        symbolSize: side / ROOM_FOR_NAMES,
        silent: true,
        itemStyle: { color: 'transparent', borderColor: tokens.rule, borderWidth: 1.2, opacity: 1 },
      },
      arrowSeries(content, tokens, side < SMALL),
      labelSeries([axisName, ...arrowNames(content, tokens, width, side)], 3),
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
function arrowNames(
  { arrows, chosen, shortName }: PlaneContent,
  tokens: Tokens,
  width: number,
  side: number,
): PointLabel[] {
  const small = side < SMALL;
  const fontSize = small ? 11.5 : 13;
  const isChosen = ({ measure }: Arrow) => chosen.includes(measure);
  const named = [...arrows].sort(
    (a, b) => Number(isChosen(b)) - Number(isChosen(a)) || Math.hypot(b.x, b.y) - Math.hypot(a.x, a.y),
  );
  const pixel = (value: number) => (side * value) / (2 * ROOM_FOR_NAMES);
  const centre = { x: width / 2, y: 20 + side / 2 };
  const labels = named.map(({ measure, x, y }) => ({
    x: centre.x + pixel(x),
    y: centre.y - pixel(y),
    text: shortName(measure, small ? 12 : 28),
  }));
  const sides = placeLabels(labels, centre, {
    fontSize,
    distance: 4,
    bounds: { left: 0, right: width, top: 16, bottom: 24 + side },
  });
  return named.map((arrow, index) => ({
    x: arrow.x,
    y: arrow.y,
    text: labels[index]!.text,
    side: sides[index],
    distance: 6,
    style: {
      color: isChosen(arrow) ? tokens.sward : tokens.ink,
      fontWeight: isChosen(arrow) ? 700 : 400,
      fontFamily: FONT,
      fontSize,
    },
  }));
}
