import { entry } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { PLAIN_PREPARATION } from '../preparation/prepared';
import { prepare } from '../preparation/prepare';
import { readDelimited } from '../table/readDelimited';
import { preparedOf } from '../testTables';
import { correlationMatrix } from './correlationMatrix';
import { suitability } from './suitability';

const { normal, whole } = seededRandom(15);
const normals = (n: number) => Array.from({ length: n }, normal);
const given = (text: string, scale: 'unit-variance' | 'centre' = 'unit-variance') => {
  const table = readDelimited(new TextEncoder().encode(text), 'matrix.csv');
  return prepare(table, {
    ...PLAIN_PREPARATION,
    measures: table.columns.filter(({ kind }) => kind === 'number').map(({ name }) => name),
    weight: null,
    cases: 100,
    scale,
  });
};

describe('what depends on what', () => {
  test('a sum spread over 30 measures is one dependence, of the sum on all of them', () => {
    const columns = Array.from({ length: 30 }, () => normals(200));
    const total = columns[0]!.map((_, i) => columns.reduce((sum, column) => sum + column[i]!, 0));
    const found = suitability(preparedOf([total, ...columns]), 'pearson');
    expect(found.definiteness).toBe('singular');
    expect(found.dependent).toHaveLength(1);
    expect(found.dependent[0]!.measure).toBe('x1');
    expect([...found.dependent[0]!.on].sort()).toEqual(
      Array.from({ length: 30 }, (_, j) => `x${j + 2}`).sort(),
    );
  });

  test('several dependences come apart, whatever the units', () => {
    const [a, b, c, d] = [normals(50), normals(50), normals(50), normals(50)];
    const table = [a, b, a.map(v => 1e6 * v + 3), c, d, c.map((v, i) => 1e-5 * (v - 2 * d[i]!))];
    const { dependent } = suitability(preparedOf(table), 'pearson');
    expect(dependent.map(({ measure, on }) => [measure, [...on].sort()])).toEqual([
      ['x3', ['x1']],
      // Of the three the one that goes with the others most.
      [dependent[1]!.measure, ['x4', 'x5', 'x6'].filter(name => name !== dependent[1]!.measure)],
    ]);
  });

  test('the weights give the dependent measure back', () => {
    const [a, b, e] = [normals(60), normals(60), normals(60)];
    const made = a.map((v, i) => 2 * v - b[i]! + 0.5 * e[i]!);
    const prepared = preparedOf([a, b, e, made]);
    const { dependent } = suitability(prepared, 'pearson');
    expect(dependent).toEqual([{ measure: 'x4', on: ['x1', 'x2', 'x3'] }]);
  });

  test('measures that nearly depend on each other are named, and their figures given', () => {
    const [a, b, c] = [normals(80), normals(80), normals(80)];
    const near = a.map((v, i) => v + b[i]! + 1e-3 * normal());
    const found = suitability(preparedOf([c, a, b, near]), 'pearson');
    expect(found.definiteness).toBe('definite');
    expect([...found.weakest].sort()).toEqual(['x2', 'x3', 'x4']);
    expect(found.kmo).toBeGreaterThan(0);
  });
});

describe('matrices that no rows have', () => {
  const bad = (unit: number) =>
    ['', ...['a', 'b', 'c'].map(name => `,${name}`)].join('') +
    `\na,${unit},${0.9 * unit},${-0.9 * unit}\nb,${0.9 * unit},${unit},${0.9 * unit}\nc,${-0.9 * unit},${0.9 * unit},${unit}\n`;
  test('are called indefinite, with the measures that make them so', () => {
    const found = suitability(given(bad(1)), 'pearson');
    expect(found.definiteness).toBe('indefinite');
    // 1 − 2 · .9.
    expect(found.least).toBeCloseTo(-0.8, 10);
    expect([...found.weakest].sort()).toEqual(['a', 'b', 'c']);
    expect([found.kmo, found.logDeterminant, found.condition]).toEqual([NaN, NaN, NaN]);
    expect(found.bartlett).toBeNull();
    expect(found.dependent).toEqual([]);
  });
  test('whatever the unit of a covariance matrix', () => {
    for (const unit of [1e-8, 1, 1e8]) {
      expect(suitability(given(bad(unit), 'centre'), 'pearson').definiteness).toBe('indefinite');
    }
  });
  test('a matrix that is singular but for the digits it is printed with is singular', () => {
    // Of three measures with x3 = (x1 + x2) / √(2 + 2 · .5), to three digits.
    const text = ',x1,x2,x3\nx1,1,.5,.866\nx2,.5,1,.866\nx3,.866,.866,1\n';
    const found = suitability(given(text), 'pearson');
    expect(found.definiteness).toBe('singular');
    expect(found.dependent[0]!.measure).toBe('x3');
    expect([...found.dependent[0]!.on].sort()).toEqual(['x1', 'x2']);
  });
});

describe('ranks with weights', () => {
  test('correlations stay correlations, and those of repeated rows', () => {
    const n = 30;
    const x = normals(n);
    const y = x.map(value => value + normal());
    const z = x.map(value => Math.round(value));
    const weights = x.map(() => 0.1 + 9 * Math.abs(normal()));
    const light = preparedOf([x, y, z, weights], { weight: 'x4' });
    const r = correlationMatrix(light, 'spearman');
    for (let a = 0; a < 3; a++) {
      for (let b = 0; b < a; b++) expect(Math.abs(entry(r, a, b))).toBeLessThanOrEqual(1);
    }
    const counts = x.map(() => 1 + whole(4));
    const counted = correlationMatrix(
      preparedOf([x, y, z, counts], { weight: 'x4', weighting: 'counts' }),
      'spearman',
    );
    const repeat = (column: readonly number[]) => column.flatMap((v, i) => Array<number>(counts[i]!).fill(v));
    const repeated = correlationMatrix(preparedOf([x, y, z].map(repeat)), 'spearman');
    counted.values.forEach((value, k) => expect(value).toBeCloseTo(repeated.values[k]!, 10));
    // Nor does the weights' scale matter.
    const scaled = preparedOf([x, y, z, weights.map(w => w / 1e3)], { weight: 'x4' });
    correlationMatrix(scaled, 'spearman').values.forEach((v, k) => expect(v).toBeCloseTo(r.values[k]!, 10));
  });
});

test('an empty cell in a polychoric table is told of', () => {
  const a = [0, 0, 0, 1, 1, 1, 0, 1];
  const b = [0, 0, 1, 1, 1, 1, 1, 1];
  const c = [0, 1, 0, 1, 0, 1, 1, 0];
  const found = suitability(preparedOf([a, b, c]), 'polychoric');
  // Of a and b the pair (1, 0) has no row.
  expect(found.emptyCells).toEqual([{ a: 'x1', b: 'x2', cells: 1 }]);
  expect(suitability(preparedOf([a, b, c]), 'pearson').emptyCells).toEqual([]);
});
