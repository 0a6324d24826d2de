import type { Distances } from '@wold/core/methods/components/distances';
import { light } from '../../../theme/tokens';
import { distancesOption } from './distancesOption';
import { oddness, oddRows, rowDistances } from './odd';

const found = (change: Partial<Distances> = {}): Distances => ({
  level: 0.95,
  rows: Uint32Array.of(2, 4, 7),
  t2: Float64Array.of(1, 9, 2),
  q: Float64Array.of(1, 1, 8),
  square: Float64Array.of(5, 5, 9),
  placedRows: Uint32Array.of(5),
  placedT2: Float64Array.of(20),
  placedQ: Float64Array.of(30),
  placedSquare: Float64Array.of(60),
  t2Limit: 6,
  qLimit: 4,
  t2Reachable: true,
  ...change,
});

test('rows beyond each limit, placed ones too', () => {
  const { far, off } = oddRows(found());
  expect([...far]).toEqual([4, 5]);
  expect([...off]).toEqual([7, 5]);
  expect(oddRows(null).far.size).toBe(0);
});

test('without a limit nothing is odd by it', () => {
  const { far, off } = oddRows(found({ qLimit: null }));
  expect([far.size, off.size]).toEqual([2, 0]);
  expect(oddness(rowDistances(found())[2]!, found({ qLimit: null }))).toBeCloseTo(2 / 6, 12);
});

test('hundreds of thousands of rows are drawn', () => {
  const n = 300_000;
  const many = found({
    rows: Uint32Array.from({ length: n }, (_, i) => i),
    t2: Float64Array.from({ length: n }, (_, i) => i % 9),
    q: new Float64Array(n).fill(1),
    square: new Float64Array(n).fill(2),
  });
  const rows = rowDistances(many);
  const content = { distances: many, rows, odd: [], chosen: new Set<number>(), nameOf: String };
  const option = distancesOption(content, light, { width: 600, height: 400 }) as {
    series: { data: unknown[] }[];
  };
  expect(option.series[0]!.data).toHaveLength(n + 1);
});

test('the oddest is the one farthest beyond a limit', () => {
  const all = rowDistances(found());
  const order = [...all].sort((a, b) => oddness(b, found()) - oddness(a, found()));
  expect(order.map(({ row }) => row)).toEqual([5, 7, 4, 2]);
});

interface Drawn {
  xAxis: { min: number; max: number };
  yAxis: { min: number; max: number };
  series: [
    { data: { value: number[]; row: number; symbol: string }[]; markLine: { data: object[] } },
    { data: { label: { formatter: () => string } }[] },
  ];
}

function drawn(distances: Distances): Drawn {
  const rows = rowDistances(distances);
  const odd = rows.filter(row => oddness(row, distances) > 1);
  return distancesOption({ distances, rows, odd, chosen: new Set([4]), nameOf: row => `row ${row}` }, light, {
    width: 600,
    height: 400,
  }) as unknown as Drawn;
}

test('axes start at 0 unless half the picture would be empty', () => {
  expect(drawn(found())).toMatchObject({ xAxis: { min: 0 }, yAxis: { min: 0 } });
  const high = drawn(
    found({ q: Float64Array.of(700, 760, 720), placedQ: Float64Array.of(690), qLimit: 900 }),
  );
  expect(high.xAxis.min).toBe(0);
  expect(high.yAxis.min).toBeGreaterThan(600);
  expect(high.yAxis.min).toBeLessThan(690);
  expect(high.yAxis.max).toBeGreaterThan(900);
  const alike = { q: Float64Array.of(5, 5, 5), placedQ: Float64Array.of(5), qLimit: null };
  expect(drawn(found(alike)).yAxis.min).toBe(0);
});

test('the chart holds every row and both limits, and names those beyond', () => {
  const option = drawn(found());
  const [points, names] = option.series;
  expect(points.data.map(({ row }) => row)).toEqual([2, 4, 7, 5]);
  expect(points.data.map(({ symbol }) => symbol)).toEqual(['circle', 'diamond', 'diamond', 'diamond']);
  expect(points.markLine.data).toHaveLength(2);
  expect(option.xAxis.max).toBeGreaterThan(20);
  // As a function: a text would be filled in where it has braces.
  expect(names.data.map(({ label }) => label.formatter())).toContain('row 5');
});
