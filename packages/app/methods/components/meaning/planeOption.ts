import type { ChartOption } from '../../../charts/echarts';
import type { ShortName } from '../../../charts/namesApart';
import { placeLabels, type Side } from '../../../charts/placeLabels';
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
export function planeOption(content: PlaneContent, tokens: Tokens, { width, height }: Size): ChartOption {
  const { arrows, chosen, shortName, xName, yName } = content;
  const side = Math.max(40, Math.min(width, height - 40));
  const small = side < 340;
  const fontSize = small ? 11.5 : 13;
  const left = (width - side) / 2;
  const margin = { left, right: left, top: 20, bottom: height - side - 20 };
  const text = { color: tokens.inkSoft, fontFamily: 'Atkinson Hyperlegible Next Variable', fontSize: 12 };
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
  const isChosen = ({ measure }: Arrow) => chosen.includes(measure);
  // Names are placed in this order: the chosen first, then the longest arrows.
  const named = [...arrows].sort(
    (a, b) => Number(isChosen(b)) - Number(isChosen(a)) || Math.hypot(b.x, b.y) - Math.hypot(a.x, a.y),
  );
  const longest = small ? 12 : 28;
  const pixel = (value: number) => (side * value) / (2 * ROOM_FOR_NAMES);
  const centre = { x: width / 2, y: 20 + side / 2 };
  const labels = named.map(({ measure, x, y }) => ({
    x: centre.x + pixel(x),
    y: centre.y - pixel(y),
    text: shortName(measure, longest),
  }));
  const sides = placeLabels(labels, centre, {
    fontSize,
    distance: 4,
    bounds: { left: 0, right: width, top: 16, bottom: 24 + side },
  });
  return {
    grid: { ...margin, outerBoundsMode: 'none' },
    xAxis: axis,
    yAxis: { ...axis, name: yName, nameLocation: 'end', nameGap: 5 },
    series: [
      {
        type: 'scatter',
        data: [[0, 0]],
        symbolSize: 2 * pixel(1),
        silent: true,
        itemStyle: { color: 'transparent', borderColor: tokens.rule, borderWidth: 1.2, opacity: 1 },
      },
      {
        type: 'lines',
        coordinateSystem: 'cartesian2d',
        symbol: ['none', 'arrow'],
        symbolSize: small ? 5 : 8,
        silent: true,
        data: arrows.map(arrow => ({
          coords: [
            [0, 0],
            [arrow.x, arrow.y],
          ],
          lineStyle: isChosen(arrow)
            ? { color: tokens.sward, width: 2.4, opacity: 1 }
            : arrow.placed
              ? { color: tokens.harebell, width: 1.3, opacity: 1, type: 'dashed' as const }
              : { color: tokens.inkSoft, width: 1.1, opacity: 0.75 },
        })),
      },
      {
        type: 'scatter',
        silent: true,
        symbolSize: 6,
        itemStyle: { color: 'transparent', opacity: 1 },
        data: [
          axisName(xName, text),
          ...named.flatMap((arrow, index) => {
            const position: Side | null = sides[index]!;
            if (position === null) return [];
            return {
              value: [arrow.x, arrow.y],
              label: {
                show: true,
                // A function: in a text, names in braces would be filled in.
                formatter: () => labels[index]!.text,
                position,
                distance: 4,
                color: isChosen(arrow) ? tokens.sward : tokens.ink,
                fontWeight: isChosen(arrow) ? 700 : 400,
                fontFamily: text.fontFamily,
                fontSize,
              },
            };
          }),
        ],
        z: 3,
      },
    ],
  };
}

/** The name of the axis to the right, under the circle, where no arrow's name can meet it. */
function axisName(name: string, text: object) {
  return {
    value: [0, -ROOM_FOR_NAMES],
    label: { show: true, formatter: () => name, position: 'bottom', distance: 4, ...text },
  };
}
