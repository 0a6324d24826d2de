import type { RowMap } from '@wold/core/recipe/schema';
import type { Size } from '../../charts/size';
import type { ChartOption } from '../../charts/echarts';
import { figure, shortName as cut } from '@wold/core/writeup/format';
import type { ShortName } from '../../charts/namesApart';
import { textStyle } from '../../charts/textStyle';
import type { PointsDrawn } from '../../points/pointStyle';
import type { Tokens } from '../../theme/tokens';
import type { Points } from './points';
import type { MapArrow } from './mapArrow';
import { densitySeries, type DensityBand } from './densitySeries';
import { againSeries, groupSeries, type DrawnGroup, type Path } from './groupSeries';
import { mapNameSeries, type MapName, type RowNames } from './mapNames';
import { ranges, type View } from './view';

interface MapContent {
  readonly points: Points;
  readonly xName: string;
  readonly yName: string;
  readonly arrows: readonly MapArrow[];
  readonly shortName: ShortName;
  readonly rowNames: RowNames;
  readonly groups: readonly DrawnGroup[];
  readonly groupMarks: RowMap['groups'];
  readonly bands?: readonly DensityBand[];
  readonly density?: RowMap['density'];
  /** Lines around selected rows: where they would lie were the rows drawn anew. */
  readonly again?: readonly Path[];
  /** Whether it is of three dimensions as they are turned: along what is seen there is nothing to be read off. */
  readonly turned?: boolean;
}

const LINES = { none: null, centres: null, outlines: 'outline', spread: 'spread', mean: 'ofMean' } as const;

/**
 * What lies over the points of a map: axes with equal units both ways, and columns as arrows.
 *
 * @param drawn the points themselves, where they are drawn with it: in a picture to be taken out
 */
export function mapOption(
  content: MapContent,
  view: View,
  tokens: Tokens,
  size: Size,
  drawn: readonly PointsDrawn[] = [],
): ChartOption {
  const { points, groupMarks } = content;
  const zeros = content.turned === true ? [] : points.flat ? [{ xAxis: 0 }] : [{ xAxis: 0 }, { yAxis: 0 }];
  return {
    grid: { left: 0, right: 0, top: 0, bottom: 0, outerBoundsMode: 'none' },
    ...axes(content, view, tokens, size),
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
          data: zeros,
        },
      },
      ...drawn.flatMap(each => pointSeries(each, points)),
      ...densitySeries(content.bands ?? [], content.density ?? 'none', tokens),
      ...groupSeries(groupMarks === 'none' ? [] : content.groups, LINES[groupMarks], tokens),
      ...againSeries(content.again ?? [], tokens),
      ...arrowSeries(content, tokens),
      ...mapNameSeries(namesOn(content), content.rowNames, content, view, size, tokens),
    ],
  };
}

function axes({ points, xName, yName, turned }: MapContent, view: View, tokens: Tokens, size: Size) {
  const { x, y } = ranges(view, size);
  const text = textStyle(tokens);
  // Points lie beneath.
  const halo = { textBorderColor: tokens.paper, textBorderWidth: 3 };
  const name = { ...text, ...halo, fontSize: 13, fontWeight: 600, color: tokens.ink };
  const label = {
    ...text,
    ...halo,
    inside: true,
    fontSize: 11,
    showMinLabel: false,
    showMaxLabel: false,
    hideOverlap: true,
  };
  const axis = {
    type: 'value' as const,
    axisLine: { show: false, onZero: false },
    axisTick: { show: false },
    splitLine: { show: false },
    nameLocation: 'end' as const,
    nameGap: -8,
  };
  return {
    xAxis: {
      ...axis,
      axisLabel: turned === true ? { show: false } : { ...label, formatter: tickWithin(x, view) },
      min: x[0],
      max: x[1],
      name: xName,
      nameTextStyle: { ...name, align: 'right', verticalAlign: 'bottom', padding: [0, 12, 24, 0] },
    },
    yAxis: {
      ...axis,
      axisLabel:
        points.flat || turned === true ? { show: false } : { ...label, formatter: tickWithin(y, view) },
      min: y[0],
      max: y[1],
      name: yName,
      nameTextStyle: { ...name, align: 'left', verticalAlign: 'top', padding: [18, 0, 0, 34] },
    },
  };
}

/** Points as series, one for each look. */
function pointSeries({ indices, styles, styleAt }: PointsDrawn, { x, y }: Points) {
  return styles.flatMap(({ symbol, size, fill, stroke, strokeWidth, opacity }, place) => {
    const own = styleAt === null ? indices : indices.filter((_, k) => styleAt[k] === place);
    if (own.length === 0) return [];
    return {
      type: 'scatter' as const,
      silent: true,
      z: 3,
      symbol: symbol === 'emptyCircle' ? 'circle' : symbol,
      symbolSize: size,
      itemStyle: {
        color: fill ?? 'transparent',
        borderColor: stroke ?? 'transparent',
        borderWidth: strokeWidth,
        opacity,
      },
      data: Array.from(own, index => [x[index]!, y[index]!]),
    };
  });
}

/** Columns as arrows from the centre. */
function arrowSeries({ arrows }: MapContent, tokens: Tokens) {
  if (arrows.length === 0) return [];
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
  ];
}

/** Centres of groups first, then arrows. */
function namesOn({ groups, groupMarks, arrows, shortName }: MapContent): MapName[] {
  return [
    ...(groupMarks === 'none'
      ? []
      : groups.map(({ centre: [x, y], group }): MapName => ({ x, y, text: cut(group, 28), of: 'group' }))),
    ...arrows.map(({ measure, x, y }): MapName => ({ x, y, text: shortName(measure, 28), of: 'arrow' })),
  ];
}

/** Ticks as numbers with a true minus, but for those too near an end to stand whole. */
function tickWithin([least, most]: readonly [number, number], { unit }: View): (value: number) => string {
  const edge = 16 * unit;
  return value => (value > least + edge && value < most - edge ? figure(value) : '');
}
