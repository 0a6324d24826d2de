import type { Box, MeasureBoxes } from '@wold/core/preparation/boxes';
import { MOST_OUTLIERS } from '@wold/core/preparation/boxes';
import type { Distribution, MeasureDistribution } from '@wold/core/preparation/distribution';
import { leastOf, mostOf } from '@wold/core/algebra/extremes';
import type { Size } from '../../charts/size';
import type { ChartOption } from '../../charts/echarts';
import { figure } from '@wold/core/writeup/format';
import { textStyle } from '../../charts/textStyle';
import type { Numbers } from '../../outputs/TakeOutMenu';
import type { Tokens } from '../../theme/tokens';
import { boxShapes } from './boxShapes';

/** A measure's entries before and after treatment, with its boxes where they are there. */
export interface DrawnDistribution extends Pick<MeasureDistribution, 'before' | 'after'> {
  readonly boxes: MeasureBoxes | undefined;
}

const MARGIN = { left: 40, right: 16 };
const NAME_ROOM = 20;
const TICK_ROOM = 20;

/** Histograms before and after, one above the other, each with its box, its axis and its counts. */
export function distributionOption(drawn: DrawnDistribution, tokens: Tokens, size: Size): ChartOption {
  const { boxes } = drawn;
  const parts = [
    { when: 'before', of: drawn.before, box: boxes?.before, fill: tokens.rule, line: tokens.inkSoft },
    { when: 'after', of: drawn.after, box: boxes?.after, fill: tokens.positive, line: tokens.ink },
  ] as const;
  // The two stand on one scale, unless a transform has moved the measure to another.
  const shared = boxes?.rescaled !== true;
  const both = [...endsOf(drawn.before, boxes?.before), ...endsOf(drawn.after, boxes?.after)];
  const text = textStyle(tokens);
  const half = size.height / 2;
  return {
    grid: parts.map((_, index) => ({
      ...MARGIN,
      top: index * half + NAME_ROOM,
      height: Math.max(10, half - NAME_ROOM - TICK_ROOM),
      outerBoundsMode: 'none',
    })),
    xAxis: parts.map(({ of, box }, index) => {
      const ends = shared ? both : endsOf(of, box);
      return {
        gridIndex: index,
        type: 'value',
        min: leastOf(ends),
        max: mostOf(ends),
        splitLine: { show: false },
        axisLine: { show: true, onZero: false, lineStyle: { color: tokens.inkSoft } },
        axisTick: { show: true, lineStyle: { color: tokens.inkSoft } },
        axisLabel: {
          ...text,
          fontSize: 11,
          hideOverlap: true,
          showMinLabel: false,
          showMaxLabel: false,
          formatter: (value: number) => figure(value, 4),
        },
      };
    }),
    yAxis: parts.map(({ when, of, box }, index) => ({
      gridIndex: index,
      type: 'value',
      min: 0,
      max: mostOf(of.histogram.counts) / BARS || 1,
      splitNumber: 2,
      axisLine: { show: false, onZero: false },
      name: title(when, of, box, size.width),
      nameLocation: 'end',
      nameGap: 6,
      nameTextStyle: { ...text, fontSize: 12, align: 'left', padding: [0, 0, 0, -MARGIN.left] },
      splitLine: { lineStyle: { color: tokens.rule } },
      axisLabel: { ...text, fontSize: 11, showMaxLabel: false, hideOverlap: true },
    })),
    series: parts.flatMap(({ of, box, fill, line }, index) => [
      barSeries(of, index, fill),
      ...(box === undefined || !(box.most > box.least) ? [] : [boxSeries(box, index, fill, line)]),
    ]),
  };
}

/** Bars take so much of the height; the box stands above them. */
const BARS = 0.72;
/** From here on its title is said in full. */
const WIDE = 300;

/** The outliers are rows, whatever these weigh. @param width that there is, beside the mark that takes it out */
function title(when: string, { n }: Distribution, box: Box | undefined, width: number): string {
  const beyond = box?.outliers.length ?? 0;
  const said = beyond === MOST_OUTLIERS ? `${beyond} or more` : String(beyond);
  return `${when}: ${n.toLocaleString('en')}${width < WIDE ? '' : ' entries'}${beyond === 0 ? '' : `, ${said} ${width < WIDE ? 'beyond' : 'rows beyond the whiskers'}`}`;
}

function endsOf({ histogram }: Distribution, box: Box | undefined): number[] {
  return [histogram.from, histogram.to, ...(box === undefined ? [] : [box.least, box.most])].filter(
    Number.isFinite,
  );
}

/** What the chart library gives to draw one item with. */
interface Drawing {
  readonly coord: (point: readonly [number, number]) => [number, number];
}

function barSeries({ histogram }: Distribution, index: number, fill: string) {
  const edges = binEdges(histogram);
  return {
    type: 'custom',
    xAxisIndex: index,
    yAxisIndex: index,
    silent: true,
    clip: true,
    data: edges.map(({ from, to, count }) => [from, to, count]),
    renderItem: ({ dataIndex }: { dataIndex: number }, { coord }: Drawing) => {
      const { from, to, count } = edges[dataIndex]!;
      const [left, top] = coord([from, count]);
      const [right, bottom] = coord([to, 0]);
      return {
        type: 'rect',
        shape: { x: left, y: top, width: Math.max(1, right - left - 1), height: bottom - top },
        style: { fill },
      };
    },
  };
}

function boxSeries(box: Box, index: number, fill: string, line: string) {
  return {
    type: 'custom',
    xAxisIndex: index,
    yAxisIndex: index,
    silent: true,
    data: [[box.median, 0]],
    renderItem: ({ coordSys }: { coordSys: { y: number; height: number } }, { coord }: Drawing) => ({
      type: 'group',
      children: boxShapes(box, {
        x: value => coord([value, 0])[0],
        y: Math.round(coordSys.y + (coordSys.height * (1 - BARS)) / 2) + 0.5,
        fill,
        line,
      }),
    }),
  };
}

interface Bin {
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

function binEdges({ from, to, counts }: Distribution['histogram']): Bin[] {
  const step = (to - from) / Math.max(1, counts.length);
  return [...counts].map((count, bin) => ({
    from: from + bin * step,
    to: bin === counts.length - 1 ? to : from + (bin + 1) * step,
    count,
  }));
}

/** The bins of both histograms. */
export function distributionNumbers({ before, after }: DrawnDistribution): Numbers {
  return [
    ['treatment', 'from', 'to', 'entries'],
    ...([before, after] as const).flatMap(({ histogram }, index) =>
      binEdges(histogram).map(({ from, to, count }) => [
        index === 0 ? 'before' : 'after',
        String(from),
        String(to),
        String(count),
      ]),
    ),
  ];
}
