import type { ChartOption } from '../../charts/echarts';
import type { Size } from '../../charts/ChartHost';
import type { Tokens } from '../../theme/tokens';

export interface Arrow {
  readonly measure: string;
  /** Correlations with the two dimensions of the plane. */
  readonly x: number;
  readonly y: number;
}

interface PlaneContent {
  readonly arrows: readonly Arrow[];
  readonly chosen: readonly string[];
  readonly xName: string;
  readonly yName: string;
}

const ROOM_FOR_NAMES = 1.18;

/** Measures as arrows in the plane of two dimensions, within the circle of correlation 1. */
export function planeOption(content: PlaneContent, tokens: Tokens, { width, height }: Size): ChartOption {
  const { arrows, chosen, xName, yName } = content;
  const side = Math.min(width, height - 36);
  const small = side < 340;
  const margin = { left: (width - side) / 2, right: (width - side) / 2, top: 18, bottom: height - side - 18 };
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
  const circle = Array.from({ length: 121 }, (_, step) => [
    Math.cos((step * Math.PI) / 60),
    Math.sin((step * Math.PI) / 60),
  ]);
  const isChosen = ({ measure }: Arrow) => chosen.includes(measure);
  // Names are placed in this order: the chosen first, then the longest arrows.
  const named = [...arrows].sort(
    (a, b) => Number(isChosen(b)) - Number(isChosen(a)) || Math.hypot(b.x, b.y) - Math.hypot(a.x, a.y),
  );
  return {
    grid: { ...margin, containLabel: false },
    xAxis: { ...axis, name: xName, nameLocation: 'end', nameGap: 4, nameTextStyle: { ...text, align: 'right', verticalAlign: 'top', padding: [6, 0, 0, 0] } },
    yAxis: { ...axis, name: yName, nameLocation: 'end', nameGap: 4 },
    series: [
      { type: 'line', data: circle, symbol: 'none', silent: true, lineStyle: { color: tokens.rule, width: 1.2 } },
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
            : { color: tokens.inkSoft, width: 1.1, opacity: 0.75 },
        })),
      },
      {
        type: 'scatter',
        silent: true,
        symbolSize: 6,
        itemStyle: { color: 'transparent' },
        labelLayout: { hideOverlap: true },
        data: named.map(arrow => ({
          value: [arrow.x, arrow.y],
          name: arrow.measure,
          label: {
            show: true,
            formatter: arrow.measure,
            position: labelSide(arrow),
            distance: 3,
            color: isChosen(arrow) ? tokens.sward : tokens.ink,
            fontWeight: isChosen(arrow) ? 700 : 400,
            fontFamily: text.fontFamily,
            fontSize: small ? 11.5 : 13,
            width: small ? 80 : 160,
            overflow: 'truncate',
          },
        })),
        z: 3,
      },
    ],
  };
}

function labelSide({ x, y }: Arrow): string {
  if (Math.abs(y) > 1.4 * Math.abs(x)) return y > 0 ? 'top' : 'bottom';
  return x > 0 ? 'right' : 'left';
}
