import { fQuantile } from '../../algebra/distributions';
import { columnOf, entry, transpose, type Matrix } from '../../algebra/matrix';
import { crossed, product } from '../../algebra/product';
import { invertDefinite } from '../../algebra/cholesky';
import { PLAIN_PREPARATION, rowsOf } from '../../preparation/prepared';
import { prepare } from '../../preparation/prepare';
import { normalTable } from '../../testTables';
import { keepComponents } from './keepComponents';
import { decompose } from './decompose';
import { distances, rebuiltColumn, residualLimit, rowParts } from './distances';

const table = normalTable(60, 7, 4);
const measures = table.columns.map(({ name }) => name);
const input = { ...PLAIN_PREPARATION, measures, weight: null };
const prepared = rowsOf(prepare(table, input));
const decomposition = decompose(prepared);
const plain = keepComponents(prepared, decomposition, 3);
const close = (a: Matrix, b: Matrix, digits = 8) =>
  a.values.forEach((value, index) => expect(value).toBeCloseTo(b.values[index]!, digits));
const covariance = (scores: Matrix): Matrix => ({
  rows: scores.columns,
  columns: scores.columns,
  values: crossed(scores, scores).values.map(value => value / (scores.rows - 1)),
});

describe.each(['varimax', 'promax'] as const)('components rotated by %s', method => {
  const made = keepComponents(prepared, decomposition, 3, { method, power: 4 });
  const phi = made.rotation!.phi;

  test('scores have unit variance and the correlations stated', () => {
    const c = covariance(made.scores);
    for (let a = 0; a < 3; a++) {
      for (let b = 0; b < 3; b++) {
        expect(entry(c, a, b)).toBeCloseTo(a === b ? 1 : phi === null ? 0 : entry(phi, a, b), 9);
      }
    }
  });

  test('coefficients give the scores, and the structure is the correlation of columns with scores', () => {
    close(product(prepared.values, made.coefficients), made.scores);
    const with1 = crossed(prepared.values, made.scores);
    made.structure.values.forEach((value, index) => expect(value).toBeCloseTo(with1.values[index]! / 59, 9));
    close(made.correlations, made.structure);
  });

  test('scores times pattern rebuild what unrotated components rebuild, and hold as much of each column', () => {
    close(
      product(made.scores, transpose(made.loadings)),
      product(plain.scores, transpose(plain.coefficients)),
    );
    close(
      { rows: 7, columns: 1, values: made.communalities },
      { rows: 7, columns: 1, values: plain.communalities },
    );
  });

  test('dimensions descend in variance, their largest pattern loading positive', () => {
    expect([...made.variances]).toEqual([...made.variances].sort((a, b) => b - a));
    for (let d = 0; d < 3; d++) {
      const column = [...columnOf(made.loadings, d)];
      expect(Math.max(...column)).toBe(Math.max(...column.map(Math.abs)));
    }
  });
});

test('varimax dimensions hold together what unrotated ones hold; one dimension is not turned', () => {
  const made = keepComponents(prepared, decomposition, 3, { method: 'varimax', power: 4 });
  const sum = (values: Float64Array) => values.reduce((total, value) => total + value, 0);
  expect(sum(made.heldBy)).toBeCloseTo(sum(plain.heldBy), 10);
  const one = keepComponents(prepared, decomposition, 1, { method: 'promax', power: 4 });
  expect(one.rotation!.phi).toBeNull();
  close(one.loadings, keepComponents(prepared, decomposition, 1).loadings);
});

test('F quantiles as tables print them', () => {
  expect(fQuantile(0.95, 2, 10)).toBeCloseTo(4.1, 2);
  expect(fQuantile(0.95, 3, 20)).toBeCloseTo(3.1, 2);
  expect(fQuantile(0.99, 5, 30)).toBeCloseTo(3.7, 2);
  expect(fQuantile(0.95, 1, 1)).toBeCloseTo(161.4, 1);
});

describe('distances', () => {
  const kept3 = distances(prepared, decomposition, 3, 0.95);

  test('with all dimensions T² is Mahalanobis’s distance and nothing is left over', () => {
    const whole = distances(prepared, decomposition, 7, 0.95);
    const inverse = invertDefinite(covariance(prepared.values))!.inverse;
    const times = product(prepared.values, inverse);
    for (let i = 0; i < 60; i++) {
      let square = 0;
      for (let j = 0; j < 7; j++) square += entry(times, i, j) * entry(prepared.values, i, j);
      expect(whole.t2[i]).toBeCloseTo(square, 8);
      expect(whole.q[i]).toBeCloseTo(0, 12);
    }
    expect(whole.qLimit).toBeNull();
    // Σ T² = k (n − 1).
    expect(whole.t2.reduce((sum, value) => sum + value, 0)).toBeCloseTo(7 * 59, 8);
  });

  test('squared distance falls into squared scores and Q', () => {
    for (let i = 0; i < 60; i++) {
      let inside = 0;
      for (let d = 0; d < 3; d++) inside += entry(plain.scores, i, d) * entry(plain.scores, i, d);
      expect(inside + kept3.q[i]!).toBeCloseTo(kept3.square[i]!, 9);
    }
    expect(kept3.q.reduce((sum, value) => sum + value, 0) / 59).toBeCloseTo(
      decomposition.eigenvalues.slice(3).reduce((sum, value) => sum + value, 0),
      9,
    );
  });

  test('equal leftover variances make Q a χ², and its limit the cube-root one', () => {
    // The 95 % point of χ² with 10 degrees of freedom is 18.307.
    expect(residualLimit(new Float64Array(10).fill(2), 0.95)! / 2 / 18.307).toBeCloseTo(1, 2);
    expect(residualLimit(new Float64Array(3), 0.95)).toBeNull();
  });

  test('about a share 1 − level of normal rows lies beyond each limit', () => {
    const many = normalTable(4000, 8, 9);
    const ready = rowsOf(prepare(many, { ...input, measures: many.columns.map(({ name }) => name) }));
    const { t2, q, t2Limit, qLimit } = distances(ready, decompose(ready), 2, 0.95);
    const beyond = (values: Float64Array, limit: number) =>
      values.filter(value => value > limit).length / values.length;
    expect(beyond(t2, t2Limit!)).toBeGreaterThan(0.035);
    expect(beyond(t2, t2Limit!)).toBeLessThan(0.065);
    expect(beyond(q, qLimit!)).toBeGreaterThan(0.035);
    expect(beyond(q, qLimit!)).toBeLessThan(0.065);
  });

  test('a row’s parts add up, and are in the unit of its entries', () => {
    const parts = rowParts(prepared, decomposition, 3, 12)!;
    expect(parts.reduce((sum, { t2 }) => sum + t2, 0)).toBeCloseTo(kept3.t2[12]!, 10);
    expect(parts.reduce((sum, { q }) => sum + q, 0)).toBeCloseTo(kept3.q[12]!, 10);
    parts.forEach(({ treated }, j) => {
      const column = table.columns[j]!;
      expect(treated).toBeCloseTo(column.kind === 'number' ? column.values[12]! : NaN, 8);
    });
    expect(rowParts(prepared, decomposition, 3, 1000)).toBeNull();
  });

  test('a column rebuilt from all dimensions is the column, from fewer its communality', () => {
    const whole = rebuiltColumn(prepared, decomposition, 7, 'x3')!;
    whole.rebuilt.forEach((value, i) => expect(value).toBeCloseTo(whole.treated[i]!, 8));
    const { treated, rebuilt } = rebuiltColumn(prepared, decomposition, 3, 'x3')!;
    const mean = treated.reduce((sum, value) => sum + value, 0) / 60;
    const squares = (values: Float64Array) => values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
    expect(squares(rebuilt) / squares(treated)).toBeCloseTo(plain.communalities[2]!, 9);
    expect(rebuiltColumn(prepared, decomposition, 3, 'other')).toBeNull();
  });
});

test.each([0.5, 0.9, 1])('as many dimensions as hold %d of the variance, and no more', share => {
  const { kept, scores } = keepComponents(prepared, decomposition, { share });
  const variances = Array.from(covariance(scores).values).filter((_, at) => at % (kept + 1) === 0);
  const held = (n: number) => variances.slice(0, n).reduce((sum, value) => sum + value, 0) / measures.length;
  expect(held(kept)).toBeGreaterThan(share - 1e-9);
  expect(held(kept - 1)).toBeLessThan(share);
});
