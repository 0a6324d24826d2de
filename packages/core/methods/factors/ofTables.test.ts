import { entry, type Matrix } from '../../algebra/matrix';
import { PLAIN_PREPARATION, SCALES } from '../../preparation/prepared';
import { prepare } from '../../preparation/prepare';
import { seededRandom } from '../../algebra/random';
import { USUAL_ROTATION } from '../../rotation/rotateLoadings';
import { readDelimited } from '../../table/readDelimited';
import { CORRELATION_KINDS } from '../../suitability/correlationMatrix';
import { factors, type FactorsAsked } from './factors';

const read = (lines: readonly string[]) =>
  readDelimited(new TextEncoder().encode(`${lines.join('\n')}\n`), 'made.csv');

const NAMES = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'];
const asked: FactorsAsked = {
  kind: 'pearson',
  factors: 2,
  extraction: 'minimum-residual',
  rotation: { ...USUAL_ROTATION, method: 'oblimin' },
  scoring: 'regression',
};

/** Ratings of 1 to 5 by two factors, c reversed. */
function ratings(n: number, seed: number): number[][] {
  const { normal } = seededRandom(seed);
  return Array.from({ length: n }, () => {
    const [f, g] = [normal(), normal()];
    return NAMES.map((_, j) => {
      const common = j < 4 ? f : 0.4 * f + 0.9 * g;
      const value = (j === 2 ? -1 : 1) * (0.8 * common) + 0.6 * normal();
      return Math.max(1, Math.min(5, Math.round(3 + 1.2 * value)));
    });
  });
}

const tableOf = (rows: readonly (readonly (number | '')[])[], names: readonly string[] = NAMES) =>
  read([names.join(','), ...rows.map(row => row.join(','))]);
const preparedOf = (rows: readonly (readonly (number | '')[])[], more = {}) =>
  prepare(tableOf(rows), { ...PLAIN_PREPARATION, measures: NAMES, weight: null, ...more });

const near = (a: Matrix | Float64Array, b: Matrix | Float64Array, digits: number) => {
  const [x, y] = [a, b].map(of => ('values' in of && 'rows' in of ? of.values : (of as Float64Array)));
  expect(x!.length).toBe(y!.length);
  x!.forEach((value, at) => expect(value).toBeCloseTo(y![at]!, digits));
};

test.each(CORRELATION_KINDS)('counts as weights are rows repeated, of %s correlations', kind => {
  const rows = ratings(60, 5);
  const counts = rows.map((_, i) => 1 + (i % 3));
  const names = [...NAMES, 'times'];
  const counted = factors(
    prepare(
      tableOf(
        rows.map((row, i) => [...row, counts[i]!]),
        names,
      ),
      { ...PLAIN_PREPARATION, measures: NAMES, weight: 'times', weighting: 'counts' },
    ),
    [],
    { ...asked, kind },
  );
  const repeated = factors(
    preparedOf(rows.flatMap((row, i) => Array.from({ length: counts[i]! }, () => row))),
    [],
    { ...asked, kind },
  );
  expect(counted.n).toBe(repeated.n);
  near(counted.rotated.pattern, repeated.rotated.pattern, 5);
  near(counted.rotated.phi, repeated.rotated.phi, 5);
  near(counted.communalities, repeated.communalities, 6);
  expect(counted.fit!.plain.value).toBeCloseTo(repeated.fit!.plain.value, 5);
  expect(counted.fit!.rmsea).toBeCloseTo(repeated.fit!.rmsea, 6);
  counted.reliabilities.forEach(({ alpha, omega }, d) => {
    expect(alpha).toBeCloseTo(repeated.reliabilities[d]!.alpha, 8);
    expect(omega).toBeCloseTo(repeated.reliabilities[d]!.omega, 6);
  });
  // The first of the repeated rows has the scores of the counted one.
  let place = 0;
  rows.forEach((_, i) => {
    for (let d = 0; d < 2; d++)
      expect(entry(counted.rowScores, i, d)).toBeCloseTo(entry(repeated.rowScores, place, d), 5);
    place += counts[i]!;
  });
});

test('a matrix of correlations with n gives the same factors and fit, and no scores of rows', () => {
  const rows = ratings(120, 6);
  const whole = factors(preparedOf(rows), [], asked);
  const matrix = read([
    ['', ...NAMES].join(','),
    ...NAMES.map((name, i) => [name, ...NAMES.map((_, j) => entry(whole.correlations, i, j))].join(',')),
  ]);
  const given = factors(
    prepare(matrix, { ...PLAIN_PREPARATION, measures: NAMES, weight: null, cases: 120 }),
    [],
    asked,
  );
  near(given.rotated.pattern, whole.rotated.pattern, 5);
  expect(given.fit!.plain.value).toBeCloseTo(whole.fit!.plain.value, 6);
  expect([given.rows.length, given.rowScores.rows]).toEqual([0, 0]);
  const without = factors(
    prepare(matrix, { ...PLAIN_PREPARATION, measures: NAMES, weight: null }),
    [],
    asked,
  );
  expect([without.n, without.fit]).toEqual([null, null]);
});

test.each(SCALES)('neither factors nor scores depend on the scale: %s', scale => {
  const rows = ratings(80, 7);
  const [plain, other] = [preparedOf(rows), preparedOf(rows, { scale })].map(of => factors(of, [], asked));
  near(other!.rotated.pattern, plain!.rotated.pattern, 5);
  near(other!.rowScores, plain!.rowScores, 5);
  other!.reliabilities.forEach(({ alpha }, d) =>
    expect(alpha).toBeCloseTo(plain!.reliabilities[d]!.alpha, 8),
  );
});

test('scores of rows have mean 0 and the variance that determinacy says', () => {
  const { rowScores, scores } = factors(preparedOf(ratings(90, 8)), [], asked);
  if ('what' in scores) throw new Error(scores.what);
  for (let d = 0; d < 2; d++) {
    const column = rowScores.values.subarray(d * 90, (d + 1) * 90);
    const mean = column.reduce((sum, value) => sum + value, 0) / 90;
    const variance = column.reduce((sum, value) => sum + (value - mean) ** 2, 0) / 89;
    expect(mean).toBeCloseTo(0, 10);
    // Of scores by regression.
    expect(variance).toBeCloseTo(scores.determinacy[d]!, 8);
  }
});

test('numbers far from 0 and of very different units change nothing', () => {
  const rows = ratings(80, 9);
  const moved = rows.map(row => row.map((value, j) => 1e6 + value * 10 ** (j - 4)));
  near(
    factors(preparedOf(moved), [], asked).rotated.pattern,
    factors(preparedOf(rows), [], asked).rotated.pattern,
    4,
  );
});

test('measures that are left out are as if they were none', () => {
  const rows = ratings(80, 10);
  const left = factors(preparedOf(rows), ['a', 'h'], { ...asked, factors: 1 });
  const names = NAMES.filter(name => !['a', 'h'].includes(name));
  const fewer = factors(prepare(tableOf(rows), { ...PLAIN_PREPARATION, measures: names, weight: null }), [], {
    ...asked,
    factors: 1,
  });
  expect(left.measures).toEqual(names);
  near(left.rotated.pattern, fewer.rotated.pattern, 8);
  near(left.rowScores, fewer.rowScores, 8);
});

test('rows with a gap that is kept have no scores, others have', () => {
  const rows: (number | '')[][] = ratings(80, 11);
  rows[3]![2] = '';
  const found = factors(preparedOf(rows, { missing: 'keep' }), [], asked);
  expect([entry(found.rowScores, 3, 0), entry(found.rowScores, 3, 1)]).toEqual([NaN, NaN]);
  expect([...found.rowScores.values].filter(Number.isNaN)).toHaveLength(2);
});

test('awkward tables are right or refused with what to do', () => {
  const five = ratings(5, 12);
  // Five rows of eight measures: singular correlations.
  const few = factors(preparedOf(five), [], { ...asked, factors: 1 });
  expect(few.fit).toBeNull();
  expect('what' in few.scores).toBe(true);
  expect(few.rowScores.values.every(Number.isNaN)).toBe(true);
  expect(() =>
    factors(preparedOf(five), [], { ...asked, factors: 1, extraction: 'maximum-likelihood' }),
  ).toThrow(/inverse/);
  expect(() => factors(preparedOf(ratings(50, 13)), NAMES.slice(2), asked)).toThrow(/three measures/);
  expect(() => factors(preparedOf(ratings(50, 13)), [], { ...asked, factors: 5 })).toThrow(/apart/);
});
