import { readDelimited } from '@wold/core/table/readDelimited';
import { shortName } from '@wold/core/writeup/format';
import { light } from '../../theme/tokens';
import { colouring } from './colouring';
import { groupEllipses } from '@wold/core/use/groupEllipses';
import { legendOption } from './legendOption';
import { farthestFirst } from './mapNames';
import { mapOption } from './mapOption';
import type { Points } from './points';
import { pointsDrawn } from './pointsDrawn';

const table = readDelimited(new TextEncoder().encode('kiln,x\nb,1\na,2\n,3\nb,4\nb,2\n'), 'made.csv');
/** The last is only placed. */
const points: Points = {
  rows: Uint32Array.of(0, 1, 2, 3, 4),
  x: Float64Array.of(-2, 0, 1, 3, 2),
  y: Float64Array.of(1, -1, 0, 2, 2),
  used: 4,
  from: null,
  weights: null,
  flat: false,
};
const view = { x: 0, y: 0, unit: 0.01 };
const size = { width: 800, height: 600 };

interface Series {
  readonly type: string;
  readonly symbol: string;
  readonly symbolSize: number;
  readonly data: number[][];
  readonly itemStyle: { readonly color: string; readonly borderColor: string };
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

const drawnBy = (
  column: number | null,
  more: {
    isolated?: number[];
    against?: boolean;
    selected?: number[];
    sizes?: Float64Array;
    far?: number[];
  } = {},
) =>
  pointsDrawn(
    {
      points,
      colouring: colouring(column === null ? null : table.columns[column]!, points.rows, 'light', light),
      isolated: more.isolated ?? [],
      against: more.against ?? false,
      selected: new Set(more.selected ?? []),
      sizes: more.sizes ?? null,
      far: more.far ?? [],
      off: [],
    },
    light,
  );

function optionOf(flat = false, drawn: ReturnType<typeof drawnBy> = []): Option {
  const content = {
    points: { ...points, flat },
    xName: 'Lime, 40 %',
    yName: 'Temper, 20 %',
    arrows: [],
    shortName,
    rowNames: { selected: [], order: [], isSelected: () => false, nameOf: String },
    groups: [],
    groupMarks: 'none' as const,
  };
  return mapOption(content, view, light, size, drawn) as unknown as Option;
}

/** The look of each used point, by its index. */
function looks([used]: ReturnType<typeof drawnBy>) {
  const { indices, styles, styleAt } = used!;
  return [0, 1, 2, 3].map(index => styles[styleAt![indices.indexOf(index)]!]!);
}

test('equal units both ways: the ranges stand as the sides do', () => {
  const { xAxis, yAxis } = optionOf();
  expect((xAxis.max - xAxis.min) / (yAxis.max - yAxis.min)).toBeCloseTo(800 / 600, 12);
  expect(xAxis.name).toBe('Lime, 40 %');
});

test('each group in its own colour and shape, group after group, rows without a level last', () => {
  const drawn = drawnBy(0);
  expect([...drawn[0]!.indices]).toEqual([1, 0, 3, 2]);
  const [b, a, none, again] = looks(drawn);
  expect(again).toBe(b);
  expect(new Set([a, b, none].map(look => look!.symbol)).size).toBe(3);
  expect(new Set([a, b, none].map(look => look!.fill)).size).toBe(3);
  // Hollow, as nothing is told of it.
  expect(none!.fill).toBe(light.paper);
});

test('a group shown alone leaves the others as a shadow', () => {
  const [b, a, none] = looks(drawnBy(0, { isolated: [1] }));
  expect(b!.opacity).toBeGreaterThan(0.5);
  expect(Math.max(a!.opacity, none!.opacity)).toBeLessThan(0.2);
});

test('a row that is only placed is hollow, in the colour and shape of its group', () => {
  const { indices, styles, styleAt } = drawnBy(0)[1]!;
  expect([...indices]).toEqual([4]);
  const [b] = looks(drawnBy(0));
  expect(styles[styleAt![0]!]).toMatchObject({ fill: light.paper, stroke: b!.fill, symbol: b!.symbol });
});

test('selected rows wear a ring, odd ones a triangle', () => {
  const ring = drawnBy(0, { selected: [3, 1] }).at(-1)!;
  expect([...ring.indices]).toEqual([1, 3]);
  expect(ring.styles[0]).toMatchObject({ stroke: light.sward, fill: null });
  const odd = drawnBy(0, { far: [2] }).at(-1)!;
  expect([[...odd.indices], odd.styles[0]!.symbol]).toEqual([[2], 'triangle']);
  expect(drawnBy(0)).toHaveLength(2);
});

test('by a number each row has its shade, by nothing all are alike', () => {
  expect(new Set(looks(drawnBy(1)).map(({ fill }) => fill)).size).toBe(4);
  expect(new Set(looks(drawnBy(null)).map(({ fill }) => fill)).size).toBe(1);
});

test('points by their figure: the larger it is the larger they are', () => {
  const sizes = looks(drawnBy(null, { sizes: Float64Array.of(0, 1, 0.25, 0.5, 0) })).map(look => look.size);
  expect(sizes[0]).toBeLessThan(sizes[2]!);
  expect(sizes[2]).toBeLessThan(sizes[3]!);
  expect(sizes[3]).toBeLessThan(sizes[1]!);
});

test('a picture to be taken out holds every point once, where the screen has them drawn beneath', () => {
  const points = ({ series }: Option) => series.filter(({ type }) => type === 'scatter');
  expect(points(optionOf())).toEqual([]);
  const drawn = points(optionOf(false, drawnBy(0)));
  expect(drawn.flatMap(({ data }) => data).toSorted((a, b) => a[0]! - b[0]!)).toEqual([
    [-2, 1],
    [0, -1],
    [1, 0],
    [2, 2],
    [3, 2],
  ]);
  expect(new Set(drawn.map(({ itemStyle }) => itemStyle.color)).size).toBe(3);
});

test('ticks too near an end are left out, and a flat map has none upward', () => {
  const { formatter } = optionOf().xAxis.axisLabel;
  expect(formatter(-2)).toBe('−2');
  expect(formatter(3.95)).toBe('');
  expect(optionOf(true).yAxis.axisLabel.show).toBe(false);
});

describe('names and groups', () => {
  const content = {
    points,
    xName: 'Lime',
    yName: 'Temper',
    arrows: [
      { measure: 'CaO', x: 2, y: 1 },
      { measure: 'MgO', x: 2, y: 1 },
    ],
    shortName,
    rowNames: {
      selected: [],
      order: [0, 3],
      isSelected: () => false,
      nameOf: (place: number) => `sherd ${place}`,
    },
    groups: groupEllipses(
      { x: points.x, y: points.y, weights: null, counts: false },
      [['north {x}', [0, 1, 2, 3]]],
      0.95,
    ).map(group => ({
      ...group,
      colour: '#123456',
      outline: [
        [0, 0],
        [4, 0],
        [0, 3],
      ] as const,
    })),
    groupMarks: 'spread' as const,
  };
  const option = mapOption(content, view, light, size) as unknown as {
    series: {
      type: string;
      data: { label?: { formatter: () => string } }[];
      lineStyle?: { color: string };
    }[];
  };

  test('arrows that coincide both have their names; groups and rows have theirs', () => {
    const names = option.series.flatMap(({ data }) => data.flatMap(({ label }) => label?.formatter() ?? []));
    expect(names).toEqual(['north {x}', 'CaO', 'MgO', 'sherd 0', 'sherd 3']);
  });

  test('an outline is a closed line in the colour of its group', () => {
    const { series } = mapOption({ ...content, groupMarks: 'outlines' }, view, light, size) as unknown as {
      series: { lineStyle?: { color: string }; data: unknown }[];
    };
    const line = series.find(({ lineStyle }) => lineStyle?.color === '#123456')!;
    expect(line.data).toEqual([[0, 0], [4, 0], [0, 3], [0, 0]]); // prettier-ignore
  });

  test('of the rows those in sight are named: zoomed in, others come to have room', () => {
    const closer = { x: 3, y: 2, unit: 0.001 };
    const { series } = mapOption(
      { ...content, arrows: [], groupMarks: 'none' },
      closer,
      light,
      size,
    ) as unknown as typeof option;
    expect(series.flatMap(({ data }) => data.flatMap(({ label }) => label?.formatter() ?? []))).toEqual([
      'sherd 3',
    ]);
  });

  test('an ellipse is drawn in its group’s colour, closed', () => {
    const ellipse = option.series.find(({ lineStyle }) => lineStyle?.color === '#123456')!;
    const data = ellipse.data as unknown as [number, number][];
    expect(data[0]![0]).toBeCloseTo(data.at(-1)![0], 9);
    expect(data.length).toBeGreaterThan(40);
  });

  test('a picture’s legend names what colours the rows, and every group with its count', () => {
    const by = colouring(table.columns[0]!, points.rows, 'light', light);
    const legend = legendOption(by, 'kiln', 500, light)!;
    expect(legend.series.map(({ label }) => label.formatter())).toEqual([
      'kiln',
      'a  1',
      'b  3',
      'no kiln given  1',
    ]);
    expect(legendOption({ kind: 'alike' }, '', 500, light)).toBeNull();
    const numbers = legendOption(colouring(table.columns[1]!, points.rows, 'light', light), 'x', 500, light)!;
    expect(numbers.series.map(({ label }) => label.formatter()).slice(1, 2)).toEqual(['4']);
    expect(numbers.series.at(-1)!.label.formatter()).toBe('1');
  });

  test('rows farthest out come first, whatever the units of the axes', () => {
    const x = Float64Array.of(1, 0, 100, 0);
    const y = Float64Array.of(0, 0.0009, 0, 0.002);
    expect(farthestFirst({ x, y }).slice(0, 2)).toEqual([2, 3]);
  });
});
