import {
  adequacyBand,
  doubtful,
  PLAIN_LIMITS,
  PLAIN_SUITABILITY,
  type SuitabilityLimits,
} from '@wold/core/suitability/doubt';
import type { MeasureSuitability, Suitability } from '@wold/core/suitability/suitability';
import { divergingColour } from '../../theme/ramp';
import { cellColours } from '../../charts/matrix/cellColours';
import { layoutOf } from '../../charts/matrix/drawMatrix';
import { strongestPairs } from './strongestPairs';
import { pWords } from '@wold/core/writeup/format';
import { verdictsOf } from './verdicts';

/** What components seek. */
const SOUGHT = {
  common: false,
  leads: null,
  adequate: PLAIN_SUITABILITY.adequate,
  related: PLAIN_SUITABILITY.related,
};

const measure = (name: string, more: Partial<MeasureSuitability> = {}): MeasureSuitability => ({
  measure: name,
  kmo: 0.8,
  largest: 0.6,
  with: 'b',
  smc: 0.5,
  skewness: 0,
  kurtosis: 0,
  zeros: 0,
  ...more,
});
const found = (more: Partial<Suitability> = {}): Suitability => ({
  kind: 'pearson',
  measures: [measure('a'), measure('b', { with: 'a' }), measure('c')],
  correlations: { rows: 3, columns: 3, values: Float64Array.of(1, 0.6, -0.7, 0.6, 1, 0.1, -0.7, 0.1, 1) },
  antiImage: null,
  order: [0, 1, 2],
  n: 100,
  kmo: 0.82,
  bartlett: { chiSquare: 50, df: 3, p: 1e-9 },
  logDeterminant: -1,
  condition: 12,
  shareRelated: 0.66,
  mardia: null,
  definiteness: 'definite',
  least: 0.2,
  fewRows: false,
  dependent: [],
  weakest: [],
  emptyCells: [],
  ...more,
});
const named = (of: Suitability, name: RegExp) => verdictsOf(of, []).find(verdict => name.test(verdict.name))!;

test('the strongest pairs come in order of size, whatever their sign', () => {
  expect(strongestPairs(found(), 2)).toEqual([
    { a: 'a', b: 'c', r: -0.7 },
    { a: 'a', b: 'b', r: 0.6 },
  ]);
});

test('many pairs: the list is that of a full sort', () => {
  const p = 40;
  const values = Float64Array.from({ length: p * p }, (_, k) => {
    const [i, j] = [Math.min(k % p, Math.floor(k / p)), Math.max(k % p, Math.floor(k / p))];
    return i === j ? 1 : ((i * 37 + j * 101) % 199) / 200 - 0.5;
  });
  const many = found({
    measures: Array.from({ length: p }, (_, j) => measure(`m${j}`)),
    correlations: { rows: p, columns: p, values },
  });
  const sizes = [...values].filter((_, k) => k % p < Math.floor(k / p)).map(Math.abs);
  const sorted = sizes.sort((a, b) => b - a).slice(0, 10);
  expect(strongestPairs(many, 10).map(({ r }) => Math.abs(r))).toEqual(sorted);
});

describe('doubts', () => {
  const of = (...measures: MeasureSuitability[]) => doubtful(found({ measures }), PLAIN_SUITABILITY, true);
  test('each with its reason', () => {
    expect(of(measure('a'), measure('b', { kmo: 0.4 }), measure('c', { largest: -0.2 }))).toEqual([
      { measure: 'b', why: ['shares too little with the others'] },
      { measure: 'c', why: ['goes with no other measure'] },
    ]);
    expect(of(measure('a', { largest: -0.95 }))).toEqual([{ measure: 'a', why: ['nearly the same as b'] }]);
  });
  test('components mind no measures that are nearly the same, or share little', () => {
    const alike = found({
      measures: [measure('a', { largest: 0.99, kmo: 0.2 }), measure('b', { largest: 0.1 })],
    });
    expect(doubtful(alike, PLAIN_SUITABILITY, false)).toEqual([
      { measure: 'b', why: ['goes with no other measure'] },
    ]);
    const near = found({ kmo: 0.3, logDeterminant: -40, condition: 1e7 });
    const against = (common: boolean) =>
      verdictsOf(near, [], PLAIN_LIMITS, { ...SOUGHT, common })
        .filter(({ good, guides }) => good === false && guides !== true)
        .map(({ name }) => name);
    expect(against(false)).toEqual([]);
    expect(against(true)).toEqual(['Sampling adequacy (KMO)', 'Determinant of R', 'Condition of R']);
  });
  test('who seeks factors is told of adequacies one by one, and of measures that go with no other', () => {
    const odd = found({
      measures: [measure('a'), measure('b', { kmo: 0.3 }), measure('c', { largest: -0.2, kmo: 0.55 })],
    });
    const names = (common: boolean) =>
      verdictsOf(odd, [], PLAIN_LIMITS, { ...SOUGHT, common }).map(({ name }) => name);
    expect(names(true).slice(0, 7)).toEqual([
      'Sampling adequacy (KMO)',
      'Bartlett’s sphericity',
      'Determinant of R',
      'Adequacy of each measure',
      'Rows per measure',
      'Pairs with |r| of .3 and over',
      'Measures that go with no other',
    ]);
    expect(names(false)).not.toContain('Adequacy of each measure');
    const verdict = (name: string, more = {}) =>
      verdictsOf(odd, [], PLAIN_LIMITS, { ...SOUGHT, common: true, ...more }).find(
        other => other.name === name,
      )!;
    expect(verdict('Adequacy of each measure')).toMatchObject({ value: 'least 0.30, b', good: false });
    expect(verdict('Adequacy of each measure', { adequate: 0.2 }).good).toBe(true);
    expect(verdict('Measures that go with no other')).toMatchObject({ value: '1 of 3', good: false });
    expect(verdict('Measures that go with no other').follows).toContain('c');
    expect(verdict('Measures that go with no other', { related: 0.1 }).good).toBe(true);
  });
  test('the share of related pairs is judged against the dimensions found', () => {
    const good = (shareRelated: number, leads: readonly number[] | null) =>
      verdictsOf(
        found({ shareRelated, measures: Array.from({ length: 12 }, (_, j) => measure(`m${j}`)) }),
        [],
        PLAIN_LIMITS,
        { ...SOUGHT, leads },
      ).find(({ name }) => name.startsWith('Pairs'))!.good;
    // Six dimensions of two measures relate 6 of 66 pairs.
    expect([good(0.09, null), good(0.09, [2, 2, 2, 2, 2, 2]), good(0.03, [2, 2, 2, 2, 2, 2])]).toEqual([
      false,
      true,
      false,
    ]);
    expect(good(0.15, [12])).toBe(false);
  });
  test('measures made wholly of others are named with these', () => {
    const dependent = [
      { measure: 'c', on: ['a', 'b'] },
      { measure: 'b', on: ['a'] },
    ];
    expect(doubtful(found({ dependent }), PLAIN_SUITABILITY, false).map(({ why }) => why[0])).toEqual([
      'the same as a',
      'made wholly of a, b',
    ]);
  });
  test('thresholds move', () => {
    expect(doubtful(found(), { ...PLAIN_SUITABILITY, adequate: 0.85 }, true)).toHaveLength(3);
  });
});

test.each([
  [0.95, 'marvellous'],
  [0.8, 'meritorious'],
  [0.79, 'middling'],
  [0.5, 'miserable'],
  [0.1, 'unacceptable'],
])('an adequacy of %d is %s', (kmo, band) => expect(adequacyBand(kmo)).toBe(band));

describe('verdicts', () => {
  test('each says its rule and what follows', () => {
    for (const { rule, follows } of verdictsOf(found(), [])) {
      expect(rule.length).toBeGreaterThan(5);
      expect(follows).toMatch(/\.$/);
    }
  });
  test('each threshold moves its verdict', () => {
    const good = (limits: Partial<SuitabilityLimits>, name: RegExp) =>
      verdictsOf(found(), [], { ...PLAIN_LIMITS, ...limits }).find(verdict => name.test(verdict.name))!.good;
    expect([good({ kmo: 0 }, /KMO/), good({ kmo: 1 }, /KMO/)]).toEqual([true, false]);
    expect([good({ condition: 1 }, /Condition/), good({ condition: 1e12 }, /Condition/)]).toEqual([
      false,
      true,
    ]);
    expect([good({ rows: 0 }, /Rows per/), good({ rows: 1e6 }, /Rows per/)]).toEqual([true, false]);
    expect([good({ pairs: 0 }, /Pairs/), good({ pairs: 1.1 }, /Pairs/)]).toEqual([true, false]);
    expect([good({ zeros: 0.5 }, /Zeros/), good({ zeros: -1 }, /Zeros/)]).toEqual([true, false]);
    expect([good({ skewness: 2 }, /each measure/), good({ skewness: -1 }, /each measure/)]).toEqual([
      true,
      false,
    ]);
  });
  test('a large n is warned of', () => {
    expect(named(found({ n: 5000 }), /Bartlett/).follows).toContain('nearly anything passes');
    expect(named(found(), /Bartlett/).follows).not.toContain('nearly anything passes');
  });
  test('without n what needs it says so', () => {
    const unknown = found({ n: null, bartlett: null });
    expect(named(unknown, /Bartlett/)).toMatchObject({ value: '–', good: null });
    expect(named(unknown, /Rows per/).follows).toContain('does not say');
  });
  test('singular correlations are told of by name', () => {
    const singular = found({
      kmo: NaN,
      definiteness: 'singular',
      dependent: [{ measure: 'c', on: ['a', 'b'] }],
      condition: Infinity,
    });
    expect(named(singular, /Determinant/)).toMatchObject({ value: '0', good: false });
    expect(named(singular, /Determinant/).follows).toContain('c follows from a, b');
    expect(named(singular, /adequacy/).value).toBe('–');
  });
  test('an indefinite matrix is called that, few rows are said to be few, nearly singular ones are named', () => {
    const indefinite = found({ kmo: NaN, definiteness: 'indefinite', least: -0.12, weakest: ['a', 'c'] });
    expect(named(indefinite, /Determinant/)).toMatchObject({ value: '–', good: false });
    expect(named(indefinite, /Determinant/).follows).toMatch(/Not positive definite.*−0\.12.*by a, c/);
    const few = found({ kmo: NaN, definiteness: 'singular', fewRows: true, n: 3, condition: Infinity });
    expect(named(few, /Determinant/).follows).toMatch(/Singular: 3 rows do not tell so many measures apart/);
    const near = found({ condition: 1e6, weakest: ['a', 'b'] });
    expect(named(near, /Condition/).follows).toContain('a, b are nearly made of each other');
  });
  test('empty cells are told of where correlations are polychoric', () => {
    const empty = found({ kind: 'polychoric', emptyCells: [{ a: 'a', b: 'c', cells: 2 }] });
    expect(named(empty, /Empty cells/)).toMatchObject({ value: '1 of 3 pairs', good: false });
    expect(verdictsOf(found(), []).some(({ name }) => name === 'Empty cells')).toBe(false);
  });
  test('a small p', () => expect([pWords(1e-9), pWords(0.0421)]).toEqual(['<\u00a0.001', '.042']));
});

describe('the picture', () => {
  test('names stand where cells are large enough, and cells are as large as fit', () => {
    expect(layoutOf({ from: 0, to: 20 }, { width: 600, height: 500 })).toMatchObject({
      named: true,
      cell: 21.2,
    });
    expect(layoutOf({ from: 0, to: 800 }, { width: 600, height: 500 })).toEqual({
      left: 0,
      top: 0,
      cell: 0.625,
      named: false,
      single: false,
    });
    expect(layoutOf({ from: 0, to: 3 }, { width: 900, height: 900 }).cell).toBe(96);
  });
  test.each(['light', 'dusk'] as const)(
    'small cells have the colours of large ones, row by row, %s',
    mode => {
      const values = [
        [1, 0.314, -1],
        [-0.52, 0, 0.007],
        [2, -0.999, 0.25],
      ];
      const colours = cellColours(3, (row, column) => values[row]![column]!, mode);
      values.flat().forEach((value, k) => {
        const [red, green, blue, opacity] = colours.subarray(4 * k, 4 * k + 4);
        divergingColour(value, mode).forEach((channel, c) => {
          expect(Math.abs(channel - [red!, green!, blue!][c]!)).toBeLessThanOrEqual(1);
        });
        expect(opacity).toBe(255);
      });
    },
  );
  test('the diverging scale runs from one colour over the paper to the other', () => {
    expect(divergingColour(0, 'light')).toEqual([250, 249, 245]);
    expect(divergingColour(-2, 'light')).toEqual(divergingColour(-1, 'light'));
    expect(divergingColour(1, 'dusk')).not.toEqual(divergingColour(-1, 'dusk'));
  });
});
