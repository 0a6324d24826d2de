import type { DistanceDensity } from '@wold/core/methods/neighbours/judged/distanceDensity';
import type { Gap, GapVerdict } from '@wold/core/methods/neighbours/judged/gaps';
import { light } from '../../../theme/tokens';
import { densityNumbers, distanceDensityOption } from './distanceDensityOption';
import { gapsSentence } from './gapsSentence';
import { overSizesOption } from './overSizesOption';
import { rankedRows } from './rankedRows';

test('rows by a figure, those without one left out, the first row first among equals', () => {
  expect(rankedRows([5, 6, 7, 8], [0.2, NaN, 0.1, 0.2], true)).toEqual([
    { row: 7, value: 0.1 },
    { row: 5, value: 0.2 },
    { row: 8, value: 0.2 },
  ]);
  expect(rankedRows([5, 6], [1, 2], false).map(({ row }) => row)).toEqual([6, 5]);
});

const gap = (level: string | null, verdict: GapVerdict): Gap => ({
  level,
  rows: 10,
  outsideInTable: 0.1,
  outsideOnMap: 0.1,
  byChance: 0.8,
  verdict,
});

test('a sentence says whose each gap is', () => {
  expect(gapsSentence([gap('a', 'table'), gap('b', 'table'), gap('c', 'map')])).toBe(
    'The table itself parts a and b from the other rows. The gap around c is the map’s: in the table it lies among others.',
  );
  expect(gapsSentence([gap(null, 'closed')])).toBe(
    'The map closes the gap that the table has around the selected rows.',
  );
  expect(gapsSentence(Array.from({ length: 9 }, (_, i) => gap(`g${i}`, 'none')))).toMatch(
    /No clear gap parts 9\sgroups/,
  );
});

test('the density has a cell for each that holds pairs, darker where it holds more', () => {
  const density: DistanceDensity = {
    pairs: 5,
    all: true,
    correlation: 0.5,
    inTable: 4,
    onMap: 8,
    bins: 2,
    counts: Uint32Array.of(1, 0, 0, 4),
  };
  const option = distanceDensityOption(density, light) as {
    series: [
      {
        data: number[][];
        renderItem: (_: unknown, api: object) => { shape: object; style: { opacity: number } };
      },
    ];
  };
  expect(option.series[0].data).toEqual([
    [0, 0, 1],
    [2, 4, 4],
  ]);
  const drawn = option.series[0].data.map(cell =>
    option.series[0].renderItem(null, {
      value: (d: number) => cell[d]!,
      coord: ([x, y]: number[]) => [10 * x!, 100 - 10 * y!],
    }),
  );
  expect(drawn[0]!.shape).toEqual({ x: 0, y: 60, width: 20.5, height: 40.5 });
  expect(drawn[1]!.style.opacity).toBeCloseTo(1, 10);
  expect(drawn[0]!.style.opacity).toBeLessThan(drawn[1]!.style.opacity);
  expect(densityNumbers(density)).toEqual([
    ['distance in the table from', 'distance on the map from', 'pairs'],
    ['0', '0', '1'],
    ['2', '4', '4'],
  ]);
});

test('figures over sizes are lines whose names keep apart', () => {
  const over = [2, 10, 50].map(k => ({
    k,
    trustworthiness: 0.95,
    continuity: 0.94,
    kept: 0.5,
    byChance: k / 100,
  }));
  const option = overSizesOption({ over, judgedAt: 10, mode: 'light' }, light, {
    width: 420,
    height: 240,
  }) as {
    series: { data: number[][]; endLabel: { offset: number[] } }[];
  };
  expect(option.series.map(({ data }) => data.at(-1))).toEqual([
    [50, 0.95],
    [50, 0.94],
    [50, 0.5],
    [50, 0.5],
  ]);
  const pixels = 240 - 74;
  const places = option.series
    .map(({ data, endLabel }) => pixels * data.at(-1)![1]! - endLabel.offset[1]!)
    .sort((a, b) => a - b);
  places.slice(1).forEach((place, i) => expect(place - places[i]!).toBeGreaterThan(14));
});
