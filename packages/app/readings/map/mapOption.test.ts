import { readDelimited } from '@wold/core/table/readDelimited';
import { shortName } from '../../charts/format';
import { light } from '../../theme/tokens';
import { colouring } from './colouring';
import { mapOption } from './mapOption';
import type { Points } from './points';

const table = readDelimited(new TextEncoder().encode('kiln,x\nb,1\na,2\n,3\nb,4\n'), 'made.csv');
const points: Points = {
  rows: Uint32Array.of(0, 1, 2, 3),
  x: Float64Array.of(-2, 0, 1, 3),
  y: Float64Array.of(1, -1, 0, 2),
  used: 4,
  flat: false,
};
const view = { x: 0, y: 0, unit: 0.01 };
const size = { width: 800, height: 600 };

interface Series {
  readonly type: string;
  readonly name?: string;
  readonly symbol?: string;
  readonly data: number[][];
  readonly itemStyle: { color: string | ((at: { dataIndex: number }) => string); opacity: number };
}
interface Option {
  readonly xAxis: {
    min: number;
    max: number;
    name: string;
    axisLabel: { formatter: (value: number) => string };
  };
  readonly yAxis: { min: number; max: number; axisLabel: { show?: boolean } };
  readonly series: readonly Series[];
}

function optionOf(
  column: number | null,
  more: { isolated?: number[]; selected?: number[]; flat?: boolean } = {},
): Option {
  const by = colouring(column === null ? null : table.columns[column]!, points.rows, 'light', light);
  const content = {
    points: { ...points, flat: more.flat ?? false },
    colouring: by,
    isolated: more.isolated ?? [],
    selected: new Set(more.selected ?? []),
    xName: 'Lime, 40 %',
    yName: 'Temper, 20 %',
    sizes: null,
    arrows: [],
    shortName,
    far: [],
    off: [],
  };
  return mapOption(content, view, light, size) as unknown as Option;
}

test('equal units both ways: the ranges stand as the sides do', () => {
  const { xAxis, yAxis } = optionOf(0);
  expect((xAxis.max - xAxis.min) / (yAxis.max - yAxis.min)).toBeCloseTo(800 / 600, 12);
  expect(xAxis.name).toBe('Lime, 40 %');
});

test('a series for each group, in its own colour and shape, those without a level last', () => {
  const groups = optionOf(0).series.filter(({ name }) => name !== undefined);
  expect(groups.map(({ name }) => name)).toEqual(['a', 'b', 'no kiln given']);
  expect(groups.map(({ data }) => data)).toEqual([[[0, -1]], [[-2, 1], [3, 2]], [[1, 0]]]); // prettier-ignore
  expect(new Set(groups.map(({ symbol }) => symbol)).size).toBe(3);
  expect(new Set(groups.map(({ itemStyle }) => itemStyle.color)).size).toBe(3);
});

test('a group shown alone leaves the others as a shadow', () => {
  const opacity = optionOf(0, { isolated: [1] })
    .series.filter(({ name }) => name !== undefined)
    .map(({ itemStyle }) => itemStyle.opacity);
  expect(opacity[1]).toBeGreaterThan(0.5);
  expect(Math.max(opacity[0]!, opacity[2]!)).toBeLessThan(0.2);
});

test('selected rows wear a ring', () => {
  const ring = (option: Option) =>
    option.series.find(
      ({ itemStyle }) => (itemStyle as { borderColor?: string } | undefined)?.borderColor === light.sward,
    )!.data;
  expect(ring(optionOf(0, { selected: [3, 1] }))).toEqual([
    [0, -1],
    [3, 2],
  ]);
  expect(ring(optionOf(0))).toEqual([]);
});

test('by a number each row has its shade; by nothing all are alike', () => {
  const shades = optionOf(1).series[1]!.itemStyle.color as (at: { dataIndex: number }) => string;
  expect(new Set([0, 1, 2, 3].map(dataIndex => shades({ dataIndex }))).size).toBe(4);
  const alike = optionOf(null).series[1]!.itemStyle.color as (at: { dataIndex: number }) => string;
  expect(new Set([0, 1, 2, 3].map(dataIndex => alike({ dataIndex }))).size).toBe(1);
});

test('ticks too near an end are left out, and a flat map has none upward', () => {
  const { formatter } = optionOf(0).xAxis.axisLabel;
  expect(formatter(-2)).toBe('−2');
  expect(formatter(3.95)).toBe('');
  expect(optionOf(0, { flat: true }).yAxis.axisLabel.show).toBe(false);
});
