import type { Box, MeasureBoxes } from '@wold/core/preparation/boxes';
import { light } from '../../theme/tokens';
import { boxesPicture } from './boxesPicture';
import { distributionNumbers, distributionOption } from './distributionOption';

const box: Box = {
  least: -10,
  lowWhisker: 0,
  lowerQuartile: 2,
  median: 3,
  upperQuartile: 6,
  highWhisker: 8,
  most: 30,
  outliers: [
    { row: 0, value: -10 },
    { row: 4, value: 30 },
  ],
};
const boxes: MeasureBoxes = { measure: 'a {b}', before: box, after: box, rescaled: false };
const distribution = {
  n: 60,
  zeros: 0,
  skewness: 0,
  kurtosis: 0,
  histogram: { from: -10, to: 30, counts: [1, 0, 50, 9] },
  quantiles: [],
} as never;
const drawn = { before: distribution, after: distribution, boxes };

interface Shape {
  readonly type: string;
  readonly x?: number;
  readonly shape?: {
    readonly x: number;
    readonly width: number;
    readonly cx?: number;
    readonly height: number;
  };
  readonly style: { readonly text?: string };
}

test('bins fill the range without a gap, and their entries are all there are', () => {
  const [, ...lines] = distributionNumbers(drawn);
  const before = lines.filter(([when]) => when === 'before').map(line => line.slice(1).map(Number));
  expect(before[0]![0]).toBe(-10);
  expect(before.at(-1)![1]).toBe(30);
  before.slice(1).forEach(([from], k) => expect(from).toBe(before[k]![1]));
  expect(before.reduce((sum, [, , count]) => sum + count!, 0)).toBe(60);
});

test('a box and the bars below it stand where their values do on the axis', () => {
  const option = distributionOption(drawn, light, { width: 400, height: 300 }) as unknown as {
    xAxis: { min: number; max: number }[];
    yAxis: { name: string }[];
    series: {
      data: unknown[];
      renderItem: (...given: unknown[]) => { shape: Shape['shape']; children: Shape[] };
    }[];
  };
  expect(option.xAxis.map(({ min, max }) => [min, max])).toEqual([
    [-10, 30],
    [-10, 30],
  ]);
  expect(option.yAxis[0]!.name).toBe('before: 60 entries, 2 rows beyond the whiskers');
  const coord = ([x, y]: [number, number]) => [10 * x, 500 - y];
  const [bars, boxed] = option.series;
  const third = bars!.renderItem({ dataIndex: 2 }, { coord }).shape!;
  expect([third.x, third.height]).toEqual([100, 50]);
  const { children } = boxed!.renderItem({ coordSys: { y: 0, height: 100 } }, { coord });
  const middle = children.find(({ type }) => type === 'rect')!.shape!;
  expect([middle.x, middle.x + middle.width]).toEqual([20, 60]);
  expect(children.filter(({ type }) => type === 'circle').map(({ shape }) => shape!.cx)).toEqual([-100, 300]);
});

test('one card a measure, within the picture, and none drawn where nothing varies', () => {
  const flat = { ...box, least: 1, most: 1 };
  const all = [boxes, { ...boxes, measure: 'flat', before: flat, after: flat }, ...Array(7).fill(boxes)];
  const { size, option } = boxesPicture(all, light);
  const graphic = (option as unknown as { graphic: Shape[] }).graphic;
  const names = graphic.filter(({ style }) => ['a {b}', 'flat'].includes(style.text ?? ''));
  expect(names).toHaveLength(9);
  for (const { shape } of graphic) if (shape?.cx !== undefined) expect(shape.cx).toBeLessThan(size.width);
  expect(graphic.filter(({ type }) => type === 'circle')).toHaveLength(8 * 4);
  expect(graphic.filter(({ shape }) => Number.isNaN(shape?.x) || Number.isNaN(shape?.cx))).toEqual([]);
});

test('of very many measures the picture says how many it leaves out', () => {
  const many = Array.from({ length: 2000 }, (_, j) => ({ ...boxes, measure: `m${j}` }));
  const texts = ({ option }: ReturnType<typeof boxesPicture>) =>
    (option as unknown as { graphic: Shape[] }).graphic.flatMap(({ style }) => style.text ?? []);
  expect(texts(boxesPicture(many, light))).toContain('The first 200 of 2,000 measures.');
  expect(texts(boxesPicture(many.slice(0, 3), light)).join()).not.toContain('The first');
});
