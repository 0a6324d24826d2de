import type { Sizes } from '@wold/core/trust/sizes';
import { light } from '../../../theme/tokens';
import { per100 } from '@wold/core/writeup/format';
import { worstAgain } from './worstAgain';
import { halvesNumbers, leftOutNumbers, sizesNumbers } from './resamplesNumbers';
import { sizesOption } from './sizesOption';

test('the worst is told first: what turns, what is seldom there, and when all stand', () => {
  expect(worstAgain({ again: [0.99, 0.96], planes: [1] })).toEqual({
    text: 'stable in 96 of 100',
    doubt: '',
  });
  expect(worstAgain({ again: [0.99, 0.41], planes: [0.5] })).toMatchObject({ text: '2 again in 41 of 100' });
  const turning = worstAgain({ again: [0.99, 0.5, 0.55], planes: [0.6, 0.97] })!;
  expect(turning.text).toBe('2 and 3 turn in their plane');
  expect(turning.doubt).toContain('turn within a plane that stands');
  expect(worstAgain({ again: [], planes: [] })).toBeNull();
  expect(worstAgain({ again: [NaN], planes: [] })).toBeNull();
});

test('of 100 all only where it is all, none only where it is none', () => {
  expect([1, 0.996, 0.5, 0.002, 0, NaN].map(per100)).toEqual(['100', '99', '50', '1', '0', '–']);
});

const sizes: Sizes = [10, 20, 40].map(units => ({
  units,
  share: units / 20,
  done: 8,
  flat: 1,
  again: [0.5, 0.52, 0.98],
  congruence: [0.9, 0.91, 0.99],
}));

test('lines over rows are named at their ends, no name on another', () => {
  const option = sizesOption({ sizes, names: ['A', 'B', 'C'], mode: 'light' }, light, {
    width: 460,
    height: 230,
  }) as {
    series: { data: (number | null)[]; endLabel: { offset: [number, number]; formatter: () => string } }[];
  };
  expect(option.series.map(({ data }) => data.at(-1))).toEqual([50, 52, 98]);
  const places = option.series.map(({ data, endLabel }) => data.at(-1)! * 1.6 - endLabel.offset[1]);
  const sorted = [...places].sort((a, b) => a - b);
  sorted.slice(1).forEach((place, i) => expect(place - sorted[i]!).toBeGreaterThan(13));
  expect(option.series[2]!.endLabel.formatter()).toBe('C');
  const undrawn = sizesOption(
    { sizes: [{ ...sizes[0]!, again: [NaN] }], names: ['A'], mode: 'dusk' },
    light,
    { width: 200, height: 200 },
  ) as { series: { data: (number | null)[] }[] };
  expect(undrawn.series[0]!.data).toEqual([null]);
});

test('the numbers of each picture, every line as long as its head', () => {
  const names = ['A', 'B', 'C'];
  const spread = { low: 0.1, median: 0.5, high: 0.9, again: 0.2 };
  const halves = halvesNumbers(
    {
      by: 'kiln',
      leftOut: [],
      parts: [
        {
          level: 'x',
          units: 4,
          others: 6,
          congruence: [0.1, 0.2, 0.3],
          done: 9,
          flat: 2,
          random: [spread, spread, spread],
        },
      ],
    },
    names,
  );
  const leftOut = leftOutNumbers(
    {
      units: 2,
      looked: 2,
      done: 2,
      of: [
        { rows: [3, 4], angle: Math.PI / 6, congruence: [1, 1, 1] },
        { rows: [1], angle: null, congruence: [NaN, NaN, NaN] },
      ],
    },
    names,
    row => `row ${row}`,
  );
  for (const table of [halves, leftOut, sizesNumbers(sizes, names)]) {
    for (const line of table) expect(line).toHaveLength(table[0]!.length);
  }
  expect(leftOut[1]!.slice(0, 1)).toEqual(['row 3, row 4']);
  expect(Number(leftOut[1]![1])).toBeCloseTo(30, 10);
  expect(leftOut[2]![1]).toBe('');
  expect(halves[1]!.at(-1)).toBe('7');
});
