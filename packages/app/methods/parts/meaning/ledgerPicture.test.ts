import { light } from '../../../theme/tokens';
import { sharpness } from '../../../charts/size';
import { ledgerPicture } from './ledgerPicture';

interface Shape {
  readonly type: string;
  readonly y?: number;
  readonly x?: number;
  readonly shape?: {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  };
  readonly style: { readonly text?: string; readonly fill?: string; readonly opacity?: number };
}

const lines = [
  { name: 'CaO {%}', wording: 'lime', values: [0.8, -0.2], faded: [false, true], held: 0.68 },
  { name: 'MgO', wording: '', values: [-0.4, 0.1], faded: [false, true], held: NaN },
];

test('every cell is a number and a bar of its length on its side, faded ones pale; nothing leaves the picture', () => {
  const { size, option } = ledgerPicture(
    { names: ['Lime', 'Temper'], lines, full: 1, write: value => value.toFixed(1) },
    light,
  );
  const graphic = (option as unknown as { graphic: Shape[] }).graphic;
  const texts = graphic.flatMap(({ style }) => style.text ?? []);
  for (const text of [
    'Lime',
    'Temper',
    'CaO {%}',
    'lime',
    'MgO',
    '0.8',
    '-0.2',
    '-0.4',
    '0.1',
    '.68',
    'held',
  ])
    expect(texts).toContain(text);
  const bars = graphic.filter(({ type }) => type === 'rect');
  expect(bars).toHaveLength(4);
  const length = (k: number) => bars[k]!.shape!.width;
  expect(length(0) / length(2)).toBeCloseTo(2, 10);
  expect(length(1) / length(3)).toBeCloseTo(2, 10);
  expect(bars.map(({ style }) => style.fill)).toEqual([
    light.positive,
    light.negative,
    light.negative,
    light.positive,
  ]);
  expect(bars.map(({ style }) => style.opacity)).toEqual([1, 0.35, 1, 0.35]);
  // A negative bar ends where a positive one of its dimension starts.
  expect(bars[2]!.shape!.x + length(2)).toBeCloseTo(bars[0]!.shape!.x, 10);
  for (const { shape, x, y } of graphic) {
    expect((shape?.x ?? 0) + (shape?.width ?? 0)).toBeLessThanOrEqual(size.width);
    expect(Math.max(x ?? 0, 0)).toBeLessThanOrEqual(size.width);
    expect(Math.max(y ?? 0, shape?.y ?? 0)).toBeLessThanOrEqual(size.height);
  }
});

test('a large ledger says how much of it is drawn, and can be drawn by a browser', () => {
  const names = Array.from({ length: 50 }, (_, d) => `d${d}`);
  const large = Array.from({ length: 2000 }, (_, j) => ({
    name: `m${j}`,
    wording: 'how far do you agree',
    values: names.map(() => 0.3),
    faded: names.map(() => true),
    held: 0.5,
  }));
  const { size, option } = ledgerPicture({ names, lines: large, full: 1, write: String }, light);
  const texts = (option as unknown as { graphic: Shape[] }).graphic.flatMap(({ style }) => style.text ?? []);
  expect(texts).toContain('The first 300 of 2,000 lines. The first 40 of 50 dimensions.');
  // Sides of 16,384 pixels are the most that browsers draw.
  expect(Math.max(size.width, size.height) * sharpness(size)).toBeLessThanOrEqual(16_384);
  expect(sharpness({ width: 800, height: 600 })).toBe(2);
});
