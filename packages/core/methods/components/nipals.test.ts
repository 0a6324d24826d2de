import { columnOf, entry, zeros, type Matrix } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { PLAIN_PREPARATION, rowsOf } from '../../preparation/prepared';
import { prepare } from '../../preparation/prepare';
import { correlationMatrix } from '../../suitability/correlationMatrix';
import { readDelimited } from '../../table/readDelimited';
import type { Table } from '../../table/table';
import { keepComponents } from './keepComponents';
import { decompose } from './decompose';
import { nipals } from './nipals';

function made(n: number, p: number): Matrix {
  const random = seededRandom(12);
  const x = zeros(n, p);
  const common = [3, 2, 1].map(weight => Float64Array.from({ length: n }, () => weight * random.normal()));
  for (let j = 0; j < p; j++) {
    const column = columnOf(x, j);
    const by = common.map(() => random.normal());
    for (let i = 0; i < n; i++) {
      column[i] = common.reduce((sum, c, d) => sum + by[d]! * c[i]!, 0.3 * random.normal());
    }
  }
  return x;
}
const tableOf = (x: Matrix, gap: (i: number, j: number) => boolean = () => false): Table =>
  readDelimited(
    new TextEncoder().encode(
      [
        Array.from({ length: x.columns }, (_, j) => `x${j}`).join(','),
        ...Array.from({ length: x.rows }, (_, i) =>
          Array.from({ length: x.columns }, (_, j) => (gap(i, j) ? '' : columnOf(x, j)[i])).join(','),
        ),
      ].join('\n'),
    ),
    'made.csv',
  );
const inputOf = (table: Table) => ({
  ...PLAIN_PREPARATION,
  measures: table.columns.map(({ name }) => name),
  weight: null,
});

test('without gaps they are the principal components', () => {
  const table = tableOf(made(40, 6));
  const prepared = rowsOf(prepare(table, inputOf(table)));
  const { eigenvalues, coefficients } = decompose(prepared);
  const found = nipals(prepared.values, 3, prepared.divisor, 6);
  for (let d = 0; d < 3; d++) {
    expect(found.eigenvalues[d]! / eigenvalues[d]!).toBeCloseTo(1, 8);
    const [v, w] = [columnOf(found.coefficients, d), columnOf(coefficients, d)];
    const along = v.reduce((sum, value, j) => sum + value * w[j]!, 0);
    expect(Math.abs(along)).toBeCloseTo(1, 8);
  }
  expect([found.found, found.why]).toEqual([3, null]);
});

test('gaps kept: dimensions are near those of the whole table, and every row has a score', () => {
  const x = made(80, 8);
  const random = seededRandom(2);
  const gaps = new Set<string>();
  for (let k = 0; k < 40; k++) gaps.add(`${random.whole(80)} ${random.whole(8)}`);
  const gappy = tableOf(x, (i, j) => gaps.has(`${i} ${j}`));
  const prepared = rowsOf(prepare(gappy, { ...inputOf(gappy), missing: 'keep' }));
  expect(prepared.gaps).toBe(gaps.size);
  const found = keepComponents(prepared, decompose(prepared), 3);
  const whole = keepComponents(
    rowsOf(prepare(tableOf(x), inputOf(gappy))),
    decompose(rowsOf(prepare(tableOf(x), inputOf(gappy)))),
    3,
  );
  expect(found.rows.length).toBe(80);
  expect(found.scores.values.every(Number.isFinite)).toBe(true);
  for (let d = 0; d < 3; d++) {
    expect(found.eigenvalues[d]! / whole.eigenvalues[d]!).toBeCloseTo(1, 1);
    const [v, w] = [columnOf(found.coefficients, d), columnOf(whole.coefficients, d)];
    expect(Math.abs(v.reduce((sum, value, j) => sum + value * w[j]!, 0))).toBeGreaterThan(0.98);
  }
});

test('a matrix of correlations gives the dimensions of the rows it was made from', () => {
  const table = tableOf(made(60, 5));
  const prepared = rowsOf(prepare(table, inputOf(table)));
  const correlations = (a: number, b: number) =>
    columnOf(prepared.values, a).reduce(
      (sum, value, i) => sum + value * columnOf(prepared.values, b)[i]!,
      0,
    ) / prepared.divisor;
  const names = prepared.measures;
  const text = [
    ['', ...names].join(','),
    ...names.map((name, a) =>
      [name, ...names.map((_, b) => correlations(Math.min(a, b), Math.max(a, b)))].join(','),
    ),
  ].join('\n');
  const matrix = readDelimited(new TextEncoder().encode(text), 'matrix.csv');
  expect(matrix.matrix?.kind).toBe('correlation');
  const given = prepare(matrix, { ...inputOf(table), cases: 60 });
  const [fromRows, fromMatrix] = [decompose(prepared), decompose(given)];
  fromRows.eigenvalues.forEach((value, d) => expect(fromMatrix.eigenvalues[d]).toBeCloseTo(value, 8));
  fromRows.coefficients.values.forEach((value, k) =>
    expect(fromMatrix.coefficients.values[k]).toBeCloseTo(value, 8),
  );
  expect(keepComponents(given, fromMatrix, 2).scores.values).toHaveLength(0);
});

test('a matrix that no rows can have made is refused', () => {
  const text = ',a,b,c\na,1,.9,-.9\nb,.9,1,.9\nc,-.9,.9,1\n';
  const matrix = readDelimited(new TextEncoder().encode(text), 'matrix.csv');
  const given = prepare(matrix, { ...PLAIN_PREPARATION, measures: ['a', 'b', 'c'], weight: null });
  expect(() => decompose(given)).toThrow(/not positive definite.*least eigenvalue/);
});

describe('residual correlations', () => {
  const table = tableOf(made(50, 7));
  const prepared = rowsOf(prepare(table, inputOf(table)));
  const decomposition = decompose(prepared);

  test('are what the kept dimensions leave of the correlations', () => {
    const { loadings, residualShare, kept } = keepComponents(prepared, decomposition, 2);
    const correlations = correlationMatrix(prepared, 'pearson');
    let beyond = 0;
    for (let a = 0; a < 7; a++) {
      for (let b = 0; b < a; b++) {
        let held = 0;
        for (let d = 0; d < kept; d++) held += entry(loadings, a, d) * entry(loadings, b, d);
        if (Math.abs(entry(correlations, a, b) - held) > 0.05) beyond++;
      }
    }
    expect(beyond).toBeGreaterThan(0);
    expect(residualShare).toBeCloseTo(beyond / 21, 12);
  });
  test('are none where every dimension is kept', () => {
    expect(keepComponents(prepared, decomposition, 7).residualShare).toBe(0);
  });
});
