import fc from 'fast-check';
import { columnOf, entry, zeros, type Matrix } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { aboveAverage } from '../../dimensions/aboveAverage';
import { PLAIN_PREPARATION, rowsOf, type PreparationInput, type Scale } from '../../preparation/prepared';
import { prepare } from '../../preparation/prepare';
import type { Table } from '../../table/table';
import { keepComponents } from './keepComponents';
import { turnLargestPositive } from '../../algebra/sign';
import { decompose } from './decompose';
import { leadCounts, ledgerOrder } from '../leading';

const tableOf = (columns: readonly (readonly number[])[]): Table => ({
  fileKey: 'made',
  key: JSON.stringify(columns),
  name: 'made',
  rows: columns[0]!.length,
  columns: columns.map((values, j) => ({
    kind: 'number',
    name: `x${j + 1}`,
    values: Float64Array.from(values, value => (Number.isNaN(value) ? 0 : value)),
    missing: values.some(Number.isNaN) ? Uint8Array.from(values, value => Number(Number.isNaN(value))) : null,
    exceptions: null,
  })),
  source: { format: 'JSON' },
  notes: [],
  matrix: null,
  arranged: null,
});
const input = (table: Table, scale: Scale = 'unit-variance'): PreparationInput => ({
  ...PLAIN_PREPARATION,
  measures: table.columns.map(column => column.name),
  weight: null,
  scale,
});
const randomTable = (n: number, p: number, seed: number) => {
  const { normal } = seededRandom(seed);
  const common = Array.from({ length: n }, normal);
  return tableOf(Array.from({ length: p }, (_, j) => common.map(c => 10 * j + (j + 1) * (c + normal()))));
};
const all = (table: Table, scale: Scale = 'unit-variance') => {
  const prepared = rowsOf(prepare(table, input(table, scale)));
  const decomposition = decompose(prepared);
  return {
    prepared,
    decomposition,
    result: keepComponents(prepared, decomposition, decomposition.eigenvalues.length),
  };
};
const dot = (a: Float64Array, b: Float64Array) => a.reduce((sum, value, i) => sum + value * b[i]!, 0);
const close = (a: Matrix, b: Matrix, tolerance: number) =>
  a.values.forEach((value, index) => expect(Math.abs(value - b.values[index]!)).toBeLessThan(tolerance));

describe('published figures', () => {
  // Correlations of eight measurements of 305 girls (Harman 1976, table 2.3) and the variances of their principal
  // components as printed there.
  const printed = [
    [1],
    [0.846, 1],
    [0.805, 0.881, 1],
    [0.859, 0.826, 0.801, 1],
    [0.473, 0.376, 0.38, 0.436, 1],
    [0.398, 0.326, 0.319, 0.329, 0.762, 1],
    [0.301, 0.277, 0.237, 0.327, 0.73, 0.583, 1],
    [0.382, 0.415, 0.345, 0.365, 0.629, 0.577, 0.539, 1],
  ];
  test('eight physical variables: the first two of eight dimensions', () => {
    const r = zeros(8, 8);
    printed.forEach((row, i) =>
      row.forEach((value, j) => (r.values[j * 8 + i] = r.values[i * 8 + j] = value)),
    );
    const { values } = symmetricEigen(r);
    expect(values[0]).toBeCloseTo(4.673, 3);
    expect(values[1]).toBeCloseTo(1.771, 3);
    expect(aboveAverage(values)).toBe(2);
  });

  test('two columns with correlation r: 1 ± r', () => {
    const { result } = all(tableOf([[1, 2, 3, 4], [2, 1, 4, 3]])); // prettier-ignore
    expect(result.eigenvalues[0]).toBeCloseTo(1.6, 14);
    expect(result.eigenvalues[1]).toBeCloseTo(0.4, 14);
  });
});

describe('identities, with more rows than columns and fewer', () => {
  test.each([
    [40, 6, 'unit-variance'],
    [40, 6, 'centre'],
    [6, 40, 'unit-variance'],
    [6, 40, 'centre'],
    [7, 6, 'unit-variance'],
    [6, 6, 'unit-variance'],
    [3, 2, 'unit-variance'],
    [2, 5, 'centre'],
  ] as const)('%i rows, %i columns, %s', (n, p, scale) => {
    const { prepared, decomposition, result } = all(randomTable(n, p, n * p), scale);
    const k = decomposition.eigenvalues.length;
    expect(k).toBe(Math.min(p, n - 1));
    expect(decomposition.shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 12);
    const variances = Array.from(
      { length: p },
      (_, j) => dot(columnOf(prepared.values, j), columnOf(prepared.values, j)) / (n - 1),
    );
    const total = variances.reduce((sum, v) => sum + v, 0);
    expect(decomposition.eigenvalues.reduce((sum, v) => sum + v, 0) / total).toBeCloseTo(1, 10);
    for (let a = 0; a < k; a++) {
      for (let b = 0; b < k; b++) {
        const products = dot(columnOf(result.coefficients, a), columnOf(result.coefficients, b));
        expect(products).toBeCloseTo(a === b ? 1 : 0, 10);
        const covariance = dot(columnOf(result.scores, a), columnOf(result.scores, b)) / (n - 1);
        expect(covariance / total).toBeCloseTo(a === b ? result.eigenvalues[a]! / total : 0, 10);
      }
    }
    // All dimensions together give the prepared table back, and hold every column whole.
    const rebuilt = zeros(n, p);
    for (let d = 0; d < k; d++) {
      for (let j = 0; j < p; j++) {
        for (let i = 0; i < n; i++)
          rebuilt.values[j * n + i]! += entry(result.scores, i, d) * entry(result.coefficients, j, d);
      }
    }
    close(rebuilt, prepared.values, 1e-9 * Math.sqrt(total));
    result.communalities.forEach(held => expect(held).toBeCloseTo(1, 9));
  });

  test('loadings on unit variance are correlations of columns with scores', () => {
    const { prepared, result } = all(randomTable(50, 5, 9));
    for (let d = 0; d < 5; d++) {
      const score = columnOf(result.scores, d);
      for (let j = 0; j < 5; j++) {
        const x = columnOf(prepared.values, j);
        expect(entry(result.loadings, j, d)).toBeCloseTo(
          dot(x, score) / Math.sqrt(dot(x, x) * dot(score, score)),
          12,
        );
      }
    }
  });
});

describe('invariances', () => {
  const columns = randomTable(30, 5, 3).columns.map(column => [
    ...(column as { values: Float64Array }).values,
  ]);
  const loadings = (table: Table) => all(table).result.loadings;

  test('the order of rows does not matter', () => {
    close(loadings(tableOf(columns.map(column => [...column].reverse()))), loadings(tableOf(columns)), 1e-11);
  });

  test('units do not matter on unit variance', () => {
    const rescaled = columns.map((column, j) => column.map(value => 1000 ** (j - 2) * value + 1e3 * j));
    close(loadings(tableOf(rescaled)), loadings(tableOf(columns)), 1e-8);
  });

  test('both sides of the table give the same dimensions', () => {
    const wide = tableOf(columns.map(column => column.slice(0, 5)));
    const same = tableOf(columns.slice(0, 4).map(column => column.slice(0, 5)));
    // Five rows, five columns: decomposed among the columns; four columns of it among the rows would be the same.
    expect(all(wide).result.eigenvalues).toHaveLength(4);
    expect(all(same).result.eigenvalues).toHaveLength(4);
    const n = 12;
    const tall = columns.map(column => column.slice(0, n));
    const long = tall.flatMap(column => [column, column, column]);
    const tripled = all(tableOf(long)).result;
    const once = all(tableOf(tall)).result;
    once.eigenvalues.forEach((value, d) => expect(tripled.eigenvalues[d]! / 3).toBeCloseTo(value, 10));
    expect([...tripled.eigenvalues.slice(5)].every(value => value === 0)).toBe(true);
  });

  test('a sign does not depend on the solver', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 1, maxLength: 8 }),
        values => {
          const turned = Float64Array.from(values);
          const opposite = Float64Array.from(values, value => -value);
          turnLargestPositive(turned);
          turnLargestPositive(opposite);
          turned.forEach((value, index) => expect(value + 0).toBe(opposite[index]! + 0));
          // Entries tied to nine digits with the largest may stand for it.
          expect(Math.max(...turned)).toBeGreaterThanOrEqual(Math.max(...values.map(Math.abs)) * (1 - 1e-8));
        },
      ),
    );
  });

  test('in a tie the first column decides', () => {
    const tied = Float64Array.of(-0.7, 0.7, 0.1);
    turnLargestPositive(tied);
    expect([...tied]).toEqual([0.7, -0.7, -0.1]);
  });
});

describe('row weights', () => {
  const columns = [
    [1, 2, 4, 7, 3],
    [2, 1, 5, 5, 0],
    [0, 3, 1, 2, 2],
  ];
  const counts = [1, 3, 1, 2, 4];
  const weighted = tableOf([...columns, counts]);
  const measures = ['x1', 'x2', 'x3'];
  const repeated = tableOf(
    columns.map(column => column.flatMap((value, i) => Array<number>(counts[i]!).fill(value))),
  );

  test('counts do what repeating the rows does', () => {
    const prepared = rowsOf(
      prepare(weighted, {
        ...PLAIN_PREPARATION,
        measures,
        weight: 'x4',
        weighting: 'counts',
        scale: 'unit-variance',
      }),
    );
    const result = keepComponents(prepared, decompose(prepared), 3);
    close(result.loadings, all(repeated).result.loadings, 1e-12);
  });

  test('proportions do not change with their unit', () => {
    const one = rowsOf(
      prepare(weighted, {
        ...PLAIN_PREPARATION,
        measures,
        weight: 'x4',
        weighting: 'proportional',
        scale: 'centre',
      }),
    );
    const other = tableOf([...columns, counts.map(count => count / 7)]);
    const two = rowsOf(
      prepare(other, {
        ...PLAIN_PREPARATION,
        measures,
        weight: 'x4',
        weighting: 'proportional',
        scale: 'centre',
      }),
    );
    decompose(one).eigenvalues.forEach((value, d) =>
      expect(value).toBeCloseTo(decompose(two).eigenvalues[d]!, 12),
    );
  });
});

describe('what is kept', () => {
  test('as many as asked for, at most as many as there are, at least one', () => {
    const { prepared, decomposition } = all(randomTable(4, 9, 5));
    expect(keepComponents(prepared, decomposition, 2)).toMatchObject({ kept: 2, note: null });
    expect(keepComponents(prepared, decomposition, 7)).toMatchObject({
      kept: 3,
      note: expect.stringMatching(/7 asked for; only 3/),
    });
    expect(keepComponents(prepared, decomposition, 'above-average').kept).toBeGreaterThanOrEqual(1);
  });

  test('uncorrelated columns have no eigenvalue above 1, and one dimension is kept', () => {
    const { prepared, decomposition } = all(tableOf([[1, 1, -1, -1], [1, -1, 1, -1], [1, -1, -1, 1]])); // prettier-ignore
    expect(aboveAverage(decomposition.eigenvalues)).toBe(0);
    expect(keepComponents(prepared, decomposition, 'above-average').kept).toBe(1);
  });

  test('a measure left out of a reduction is in none of it', () => {
    const { prepared } = all(randomTable(20, 4, 8));
    expect(decompose(prepared, ['x2']).measures).toEqual(['x1', 'x3', 'x4']);
    expect(() => decompose(prepared, ['x1', 'x2', 'x3'])).toThrow(/only one measure/);
  });
});

test('the ledger groups columns by the dimension they lead, largest first', () => {
  const loadings = { rows: 4, columns: 2, values: Float64Array.of(0.2, -0.9, 0.5, 0.6, 0.8, 0.1, -0.4, 0.6) };
  expect(ledgerOrder(loadings)).toEqual([1, 3, 2, 0]);
  expect(leadCounts(loadings)).toEqual([3, 1]);
});
