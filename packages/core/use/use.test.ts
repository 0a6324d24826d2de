import { columnOf, type Matrix } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { keepComponents } from '../methods/components/keepComponents';
import { decompose } from '../methods/components/decompose';
import { PLAIN_PREPARATION } from '../preparation/prepared';
import { prepare } from '../preparation/prepare';
import { normalColumns, tableOf } from '../testTables';
import { componentsAnew, componentsScored } from '../methods/components/outcome';
import { outcomeOnScores } from '../methods/outcome';
import { scoreRelations, type LevelRelation, type NumberRelation } from './scoreRelations';
import type { Placement } from '../methods/placement';

const scored = (at: Matrix): Placement =>
  ({
    rows: Uint32Array.from({ length: at.rows }, (_, i) => i),
    at,
    weights: null,
    counts: false,
  }) as unknown as Placement;

describe('scores against columns', () => {
  test('group means and analysis of variance, by hand', () => {
    // Three groups of six with means 5, 9, 10: squares among 84, within 68; F(2, 15) = 42 / 4.533.
    const groups = [[6, 8, 4, 5, 3, 4], [8, 12, 9, 11, 6, 8], [13, 9, 11, 8, 7, 12]]; // prettier-ignore
    const table = tableOf([groups.flatMap((group, g) => group.map(() => `g${g}`))], ['group']);
    const made = scored({ rows: 18, columns: 1, values: Float64Array.from(groups.flat()) });
    const [relation] = scoreRelations(table, made) as [LevelRelation];
    expect(relation.groups.map(({ means }) => means[0])).toEqual([5, 9, 10]);
    expect(relation.df).toEqual([2, 15]);
    expect(relation.f[0]).toBeCloseTo(42 / (68 / 15), 10);
    expect(relation.p[0]).toBeCloseTo(0.0024, 4);
    expect(relation.between[0]).toBeCloseTo(84 / 152, 12);
  });

  test('correlations with p, over rows that have an entry; a constant has none', () => {
    const table = tableOf([[1, 2, 3, 4, ''], [2, 1, 4, 3, 9], [7, 7, 7, 7, 7]]); // prettier-ignore
    const made = scored({ rows: 5, columns: 1, values: Float64Array.of(1, 2, 3, 4, 100) });
    const [a, b, constant] = scoreRelations(table, made) as NumberRelation[];
    expect(a).toMatchObject({ n: 4, kind: 'number' });
    expect(a!.correlations[0]).toBeCloseTo(1, 14);
    expect(a!.p[0]).toBe(0);
    expect(b!.n).toBe(5);
    expect(constant!.correlations[0]).toBeNaN();
    expect(constant!.p[0]).toBeNaN();
  });

  test('r = .8 over five rows has p = .104', () => {
    const table = tableOf([[1, 2, 3, 4, 5]]);
    const made = scored({ rows: 5, columns: 1, values: Float64Array.of(1, 3, 2, 5, 4) });
    const [relation] = scoreRelations(table, made) as [NumberRelation];
    expect(relation.correlations[0]).toBeCloseTo(0.8, 14);
    // t = .8 √(3 / .36) = 2.3094 with 3 degrees of freedom.
    expect(relation.p[0]).toBeCloseTo(0.1041, 4);
  });

  test('names of rows and empty columns are passed over', () => {
    const table = tableOf([Array.from({ length: 80 }, (_, i) => `row ${i}`), Array<string>(80).fill('')]);
    const made = scored({ rows: 80, columns: 1, values: Float64Array.from({ length: 80 }, (_, i) => i) });
    expect(scoreRelations(table, made)).toEqual([]);
  });
});

describe('an outcome on the scores', () => {
  const columns = normalColumns(120, 5, 6);
  const { normal } = seededRandom(77);
  const y = columns[0]!.map((_, i) => 4 + 2 * columns[1]![i]! - 0.5 * columns[4]![i]!);
  const noisy = y.map(value => value + normal());
  const noise = y.map(() => normal());
  const large = noisy.map(value => value * 2 ** 1000);
  const small = noisy.map(value => value * 2 ** -1000);
  const table = tableOf(
    [...columns, y, noisy, noise, large, small],
    ['a', 'b', 'c', 'd', 'e', 'y', 'noisy', 'noise', 'large', 'small'],
  );
  const measures = ['a', 'b', 'c', 'd', 'e'];
  const input = { ...PLAIN_PREPARATION, measures, weight: null };
  const prepared = prepare(table, input);
  const decomposition = decompose(prepared);
  const on = (outcome: string, k: number, method: 'none' | 'promax' = 'none') =>
    outcomeOnScores(
      table,
      input,
      prepared,
      componentsScored(keepComponents(prepared, decomposition, k, { method, power: 4 })),
      componentsAnew,
      outcome,
      1,
    );

  test('all dimensions give a sum of columns back exactly', () => {
    const made = on('y', 5);
    expect(made.r2).toBeCloseTo(1, 12);
    expect(made.intercept).toBeCloseTo(4, 8);
    [0, 2, 0, 0, -0.5].forEach((weight, j) => expect(made.weights[j]!.weight).toBeCloseTo(weight, 9));
    expect(made.crossValidated.at(-1)).toBeCloseTo(1, 10);
  });

  test.each(['none', 'promax'] as const)(
    'weights on columns foretell what scores do (rotation %s)',
    method => {
      const k = 3;
      const made = on('noisy', k, method);
      const { scores } = keepComponents(prepared, decomposition, k, { method, power: 4 });
      for (const i of [0, 17, 119]) {
        const byScores = made.coefficients.reduce(
          (sum, { estimate }, d) => sum + estimate * (d === 0 ? 1 : columnOf(scores, d - 1)[i]!),
          0,
        );
        const byColumns = made.weights.reduce(
          (sum, { weight }, j) => sum + weight * columns[j]![i]!,
          made.intercept,
        );
        expect(byColumns).toBeCloseTo(byScores, 8);
      }
    },
  );

  test('a rotation changes coefficients, not what is foretold', () => {
    expect(on('noisy', 3, 'promax').r2).toBeCloseTo(on('noisy', 3).r2, 10);
  });

  test('on one score: slope, error and t of simple regression, and F = t²', () => {
    const made = on('noisy', 1);
    const slope = made.coefficients[1]!;
    expect(made.f).toBeCloseTo(slope.t * slope.t, 6);
    expect(made.p).toBeCloseTo(slope.p, 10);
    expect(slope.estimate / slope.standardError).toBeCloseTo(slope.t, 12);
    const r2 = made.r2;
    expect(made.adjustedR2).toBeCloseTo(1 - ((1 - r2) * 119) / 118, 12);
  });

  test.each([
    ['large', 2 ** 1000],
    ['small', 2 ** -1000],
  ])('of a %s outcome all figures are as in a usual unit', (outcome, unit) => {
    const [made, usual] = [on(outcome, 3), on('noisy', 3)];
    for (const figure of ['r2', 'adjustedR2', 'f', 'p'] as const) {
      expect(made[figure]).toBeCloseTo(usual[figure], 10);
    }
    expect(made.residualSd / unit).toBeCloseTo(usual.residualSd, 10);
    expect(made.crossValidated.map(r2 => r2.toFixed(9))).toEqual(
      usual.crossValidated.map(r2 => r2.toFixed(9)),
    );
    made.coefficients.forEach(({ estimate, standardError, t }, d) => {
      expect(estimate / unit).toBeCloseTo(usual.coefficients[d]!.estimate, 9);
      expect(standardError / unit).toBeCloseTo(usual.coefficients[d]!.standardError, 9);
      expect(t).toBeCloseTo(usual.coefficients[d]!.t, 7);
    });
    expect(made.intercept / unit).toBeCloseTo(usual.intercept, 8);
  });

  test('noise is not foretold once rows are held out', () => {
    const made = on('noise', 5);
    expect(made.r2).toBeGreaterThan(0);
    expect(made.crossValidated).toHaveLength(5);
    expect(made.crossValidated.at(-1)).toBeLessThan(made.r2);
    expect(made.crossValidated.at(-1)).toBeLessThan(0.05);
    expect(on('noise', 5).crossValidated).toEqual(made.crossValidated);
  });

  test.each([
    ['a', /one of the measures/],
    ['nothing', /must be a column of numbers/],
  ])('%s is refused', (outcome, message) => {
    expect(() => on(outcome, 2)).toThrow(message);
  });

  test('a constant outcome and too few rows are named', () => {
    const odd = tableOf(
      [...columns, columns[0]!.map(() => 3), columns[0]!.map((_, i) => (i < 4 ? i : ''))],
      [...measures, 'constant', 'few'],
    );
    const made = componentsScored(keepComponents(prepared, decomposition, 2));
    const foretold = (outcome: string) =>
      outcomeOnScores(odd, input, prepared, made, componentsAnew, outcome, 1);
    expect(() => foretold('constant')).toThrow(/does not vary/);
    expect(() => foretold('few')).toThrow(/4 rows have both/);
  });
});
