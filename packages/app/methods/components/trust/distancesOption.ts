import { leastOf, mostOf } from '@wold/core/algebra/extremes';
import type { Distances } from '@wold/core/methods/components/distances';
import type { Size } from '../../../charts/size';
import type { ChartOption } from '../../../charts/echarts';
import { figure, shortName } from '@wold/core/writeup/format';
import { nameSeries, offsetOf, type PointName } from '../../../charts/nameSeries';
import { textStyle } from '../../../charts/textStyle';
import { placeNames } from '../../../charts/placeNames';
import type { Tokens } from '../../../theme/tokens';
import type { RowDistance } from './odd';

interface DistancesContent {
  readonly distances: Distances;
  readonly rows: readonly RowDistance[];
  /** Those beyond a limit, the oddest first. */
  readonly odd: readonly RowDistance[];
  readonly chosen: ReadonlySet<number>;
  readonly nameOf: (row: number) => string;
}

const MOST_NAMED = 14;
const MARGIN = { left: 58, right: 24, top: 26, bottom: 46 };

/** T² to the right, Q upward, with their limits; rows beyond one are marked by shape and the oddest are named. */
export function distancesOption(content: DistancesContent, tokens: Tokens, size: Size): ChartOption {
  const { distances, rows } = content;
  const { t2Limit, qLimit } = distances;
  const across = rangeOf(
    rows.map(({ t2 }) => t2),
    t2Limit,
  );
  const up = rangeOf(
    rows.map(({ q }) => q),
    qLimit,
  );
  const text = textStyle(tokens);
  const name = { ...text, color: tokens.ink, fontWeight: 600 };
  return {
    grid: { ...MARGIN, outerBoundsMode: 'none' },
    xAxis: {
      ...axis(across, text),
      name: 'T², far out within the dimensions',
      nameLocation: 'middle',
      nameGap: 26,
      nameTextStyle: name,
    },
    yAxis: {
      ...axis(up, text),
      name: 'Q, off the dimensions',
      nameLocation: 'end',
      nameGap: 8,
      nameTextStyle: { ...name, align: 'left' },
    },
    series: [
      {
        type: 'scatter',
        data: pointsOf(content, tokens),
        z: 3,
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: tokens.gorse, width: 1.4, type: 'dashed' },
          label: { ...text, formatter: '{b}', position: 'insideEndTop' },
          data: limitLines(distances),
        },
      },
      ...nameSeries(namesOf(content, across, up, size, { ...text, color: tokens.ink }), 4, tokens.inkSoft),
    ],
  };
}

type Range = readonly [number, number];

function axis([from, to]: Range, text: object) {
  return {
    type: 'value' as const,
    min: from,
    max: to,
    axisLine: { show: false },
    axisTick: { show: false },
    splitLine: { show: false },
    axisLabel: {
      ...text,
      formatter: (value: number) => figure(value, 2),
      hideOverlap: true,
      showMinLabel: from === 0,
      showMaxLabel: false,
    },
  };
}

function pointsOf({ rows, odd, chosen }: DistancesContent, tokens: Tokens) {
  const beyond = new Set(odd.map(({ row }) => row));
  return rows.map(({ row, t2, q, placed }) => ({
    value: [t2, q],
    row,
    symbol: beyond.has(row) ? 'diamond' : 'circle',
    symbolSize: beyond.has(row) ? 10 : 6,
    itemStyle: {
      color: placed ? tokens.paper : beyond.has(row) ? tokens.gorse : tokens.inkSoft,
      opacity: beyond.has(row) ? 1 : 0.55,
      borderColor: chosen.has(row) ? tokens.sward : beyond.has(row) ? tokens.ink : tokens.inkSoft,
      borderWidth: chosen.has(row) ? 3 : placed ? 1.5 : beyond.has(row) ? 0.8 : 0,
    },
  }));
}

function limitLines({ t2Limit, qLimit }: Distances) {
  return [
    ...(t2Limit === null ? [] : [{ xAxis: t2Limit, name: `T² ${figure(t2Limit, 3)}` }]),
    // At the other end, so that the two keep clear of each other in the corner.
    ...(qLimit === null
      ? []
      : [{ yAxis: qLimit, name: `Q ${figure(qLimit, 3)}`, label: { position: 'insideStartTop' } }]),
  ];
}

/** The names of the oddest rows. */
function namesOf(
  { odd, nameOf }: DistancesContent,
  [left, right]: Range,
  [bottom, top]: Range,
  { width, height }: Size,
  style: object,
): PointName[] {
  const across = Math.max(1, width - MARGIN.left - MARGIN.right);
  const high = Math.max(1, height - MARGIN.top - MARGIN.bottom);
  const named = odd.slice(0, MOST_NAMED);
  const labels = named.map(({ row, t2, q }) => ({
    x: MARGIN.left + (across * (t2 - left)) / (right - left),
    y: MARGIN.top + high * (1 - (q - bottom) / (top - bottom)),
    text: shortName(nameOf(row), 16),
  }));
  const places = placeNames(
    labels,
    { x: MARGIN.left, y: MARGIN.top + high },
    {
      fontSize: 12,
      distance: 5,
      bounds: { left: MARGIN.left, right: width, top: 4, bottom: height - MARGIN.bottom },
    },
  );
  return named.map(({ t2, q }, index) => ({
    x: t2,
    y: q,
    text: labels[index]!.text,
    offset: offsetOf(places[index]!, labels[index]!.x, labels[index]!.y, () => [t2, q]),
    style,
  }));
}

/** From 0, unless all lies in the further half: half a picture would be empty. */
function rangeOf(values: readonly number[], limit: number | null): Range {
  const all = limit === null ? values : [...values, limit];
  const most = Math.max(mostOf(all), Number.MIN_VALUE);
  const least = Math.min(leastOf(all), most);
  const margin = 0.06 * (most - least);
  return least > most / 2 && margin > 0 ? [least - margin, most + margin] : [0, 1.06 * most];
}
