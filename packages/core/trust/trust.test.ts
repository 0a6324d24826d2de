import { zeros, type Matrix } from '../algebra/matrix';
import { product } from '../algebra/product';
import { seededRandom } from '../algebra/random';
import { keepComponents } from '../methods/components/keepComponents';
import type { Components } from '../methods/components/components';
import { decompose } from '../methods/components/decompose';
import { NO_ROTATION } from '../methods/components/rotation';
import { PLAIN_PREPARATION, type PreparationInput } from '../preparation/prepared';
import { prepare, treatFor } from '../preparation/prepare';
import { nearestRotation } from '../rotation/orthogonal';
import { tableOf } from '../testTables';
import { agreement, turnedCongruence, groupParts } from '../methods/components/agreement';
import { congruence, pairedCongruence } from '../algebra/congruence';
import { replicates } from './replicates';
import type { Placement } from '../methods/placement';

const matrix = (columns: readonly (readonly number[])[]): Matrix => ({
  rows: columns[0]!.length,
  columns: columns.length,
  values: Float64Array.from(columns.flat()),
});

describe('congruence', () => {
  test('is 1 for proportional, 0 for orthogonal columns, and counts means', () => {
    expect(congruence(Float64Array.of(1, 2, 3), Float64Array.of(2, 4, 6))).toBeCloseTo(1, 14);
    expect(congruence(Float64Array.of(1, 1), Float64Array.of(1, -1))).toBe(0);
    // Tucker's coefficient of (1, 2, 3) and (3, 2, 1): 10 / 14.
    expect(congruence(Float64Array.of(1, 2, 3), Float64Array.of(3, 2, 1))).toBeCloseTo(10 / 14, 14);
    expect(congruence(Float64Array.of(0, 0), Float64Array.of(1, 1))).toBe(0);
  });

  test('pairs dimensions that changed places and signs', () => {
    const a = matrix([[0.9, 0.8, 0.1], [0.1, 0, 0.9]]); // prettier-ignore
    const b = matrix([[0, 0, -1], [0.9, 0.8, 0]]); // prettier-ignore
    const pairs = pairedCongruence(a, b);
    expect(pairs.map(pair => pair.with)).toEqual([1, 0]);
    pairs.forEach(({ value }) => expect(value).toBeGreaterThan(0.98));
  });

  test('is 1 between loadings and any rotation of them, once turned back', () => {
    const { normal } = seededRandom(8);
    const a = { rows: 9, columns: 3, values: Float64Array.from({ length: 27 }, normal) };
    const turn = nearestRotation({ rows: 3, columns: 3, values: Float64Array.from({ length: 9 }, normal) });
    turnedCongruence(a, product(a, turn)).forEach(value => expect(value).toBeCloseTo(1, 10));
  });
});

describe('agreement between groups', () => {
  const { normal } = seededRandom(21);
  /** Rows of six columns: two dimensions with three columns each or, in the odd group, alternating. */
  const row = (odd: boolean) => {
    const [a, b] = [normal(), normal()];
    return Array.from({ length: 6 }, (_, j) => ((odd ? j % 2 === 0 : j < 3) ? a * 1.5 : b) + 0.5 * normal());
  };
  const kinds = [
    ...Array<string>(120).fill('first'),
    ...Array<string>(120).fill('second'),
    ...Array<string>(120).fill('odd'),
    ...Array<string>(4).fill('few'),
  ];
  const rows = kinds.map(kind => row(kind === 'odd'));
  const table = tableOf(
    [...Array.from({ length: 6 }, (_, j) => rows.map(entries => entries[j]!)), kinds],
    ['a', 'b', 'c', 'd', 'e', 'f', 'batch'],
  );
  const measures = ['a', 'b', 'c', 'd', 'e', 'f'];
  const input = {
    ...PLAIN_PREPARATION,
    measures,
    weight: null,
    only: [{ column: 'batch', levels: ['first', 'second', 'few'] }],
  };
  const prepared = prepare(table, input);
  const agreed = (asked: PreparationInput, made: Components, label = 'batch') =>
    agreement(groupParts(table, asked, treatFor(table, asked), label), made, label, NO_ROTATION);
  const whole = keepComponents(prepared, decompose(prepared), 2);

  test('groups made alike agree; groups too small are named', () => {
    const { groups, pairs, leftOut } = agreed(input, whole);
    expect(groups.map(({ level, rows: n }) => [level, n])).toEqual([['first', 120], ['second', 120]]); // prettier-ignore
    groups.forEach(({ turned, asFound }) => {
      expect(Math.min(...turned)).toBeGreaterThan(0.97);
      expect(asFound.map(pair => pair.with).sort()).toEqual([0, 1]);
    });
    expect(pairs).toHaveLength(1);
    expect(pairs[0]!.least).toBeGreaterThan(0.95);
    expect(leftOut).toEqual([{ level: 'few', why: '4 rows, fewer than 10' }]);
  });

  test('a group made otherwise does not', () => {
    const every = { ...PLAIN_PREPARATION, measures, weight: null };
    const all = prepare(table, every);
    const { pairs } = agreed(every, keepComponents(all, decompose(all), 2));
    const least = (a: string, b: string) =>
      pairs.find(pair => [pair.a, pair.b].includes(a) && [pair.a, pair.b].includes(b))!.least;
    expect(least('first', 'second')).toBeGreaterThan(0.95);
    expect(least('first', 'odd')).toBeLessThan(0.85);
  });

  test('one group is no comparison', () => {
    const asked = { ...input, only: [{ column: 'batch', levels: ['first', 'few'] }] };
    const one = prepare(table, asked);
    const made = keepComponents(one, decompose(one), 2);
    expect(() => agreed(asked, made)).toThrow(/fewer than two groups.*few.*4 rows/);
    expect(() => agreed(asked, made, 'nothing')).toThrow(/no such column/);
  });
});

describe('replicates', () => {
  // Scores 1, 3 | 10, 14, 12 | 20: within (2 + 8) / (1 + 2); the mean is 10, all 81 + 49 + 0 + 16 + 4 + 100 over 5.
  const table = tableOf([['r', 'r', 's', 's', 's', 't']], ['sample']);
  const made = {
    rows: Uint32Array.of(0, 1, 2, 3, 4, 5),
    at: { ...zeros(6, 1), values: Float64Array.of(1, 3, 10, 14, 12, 20) },
    weights: null,
    counts: false,
  } as unknown as Placement;

  test('scatter within repeats against all, by hand', () => {
    const { groups, df, dimensions } = replicates(table, made, ['sample']);
    expect(groups).toEqual([{ level: 'r', rows: [0, 1], n: 2 }, { level: 's', rows: [2, 3, 4], n: 3 }]); // prettier-ignore
    expect(df).toBe(3);
    expect(dimensions[0]!.within).toBeCloseTo(Math.sqrt(10 / 3), 14);
    expect(dimensions[0]!.all).toBeCloseTo(Math.sqrt(50), 14);
    expect(dimensions[0]!.ratio).toBeCloseTo(10 / 3 / 50, 14);
  });

  test('by several columns: rows repeat each other that agree in all, numbers too', () => {
    const design = tableOf(
      [
        ['r', 'r', 'r', 's', 's', 's'],
        [0, 0, 1, 0, 1, 1],
        [5, 5, 5, 5, 5, ''],
      ],
      ['sample', 'step', 'heat'],
    );
    const by = replicates(design, made, ['sample', 'step', 'heat']);
    expect(by.groups).toEqual([{ level: 'r · 0 · 5', rows: [0, 1], n: 2 }]);
    expect(by.dimensions[0]!.within).toBeCloseTo(Math.sqrt(2), 14);
    const pasted = tableOf([['r05', 'r05', 'r15', 's05', 's15', '']], ['all']);
    expect(replicates(pasted, made, ['all']).dimensions).toEqual(by.dimensions);
    expect(() => replicates(design, made, ['step', 'none'])).toThrow(/no such column/);
  });

  test('a column without repeats is named', () => {
    const other = tableOf([['a', 'b', 'c', 'd', 'e', '']], ['sample']);
    expect(() => replicates(other, made, ['sample'])).toThrow(/no entry comes twice/);
  });
});
