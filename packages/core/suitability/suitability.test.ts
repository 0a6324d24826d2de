import { invertDefinite, independence } from '../algebra/cholesky';
import { entry, zeros, type Matrix } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { PLAIN_PREPARATION, type PreparationInput, type Prepared } from '../preparation/prepared';
import { prepare } from '../preparation/prepare';
import { readDelimited } from '../table/readDelimited';
import { correlationMatrix } from './correlationMatrix';
import { correlationP, suitability } from './suitability';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const preparedOf = (
  columns: readonly (readonly number[])[],
  more: Partial<PreparationInput> = {},
): Prepared => {
  const names = columns.map((_, j) => `x${j}`);
  const rows = columns[0]!.map((_, i) =>
    columns.map(column => (Number.isNaN(column[i]!) ? '' : column[i])).join(','),
  );
  return prepare(read([names.join(','), ...rows].join('\n')), {
    ...PLAIN_PREPARATION,
    measures: names,
    weight: null,
    ...more,
  });
};
/** p measures that all correlate by r, given as a matrix. */
const equal = (p: number, r: number, cases: number | null): Prepared => {
  const names = Array.from({ length: p }, (_, j) => `x${j}`);
  const lines = names.map((name, a) => [name, ...names.map((_, b) => (a === b ? 1 : r))].join(','));
  const table = read([['', ...names].join(','), ...lines].join('\n'));
  return prepare(table, { ...PLAIN_PREPARATION, measures: names, weight: null, cases });
};
const random = seededRandom(6);
const normals = (n: number) => Array.from({ length: n }, () => random.normal());

describe('measures that all correlate alike', () => {
  const [p, r, n] = [6, 0.4, 120];
  const found = suitability(equal(p, r, n), 'pearson');

  test('adequacy, overall and of each, by its closed form', () => {
    // Given all others, each pair's partial correlation is r / (1 + (p − 2) r).
    const q = r / (1 + (p - 2) * r);
    const kmo = (r * r) / (r * r + q * q);
    expect(found.kmo).toBeCloseTo(kmo, 12);
    for (const measure of found.measures) expect(measure.kmo).toBeCloseTo(kmo, 12);
    expect(entry(found.antiImage!, 0, 1)).toBeCloseTo(q, 12);
  });
  test('determinant, condition, squared multiple correlation', () => {
    expect(found.logDeterminant).toBeCloseTo((p - 1) * Math.log(1 - r) + Math.log(1 + (p - 1) * r), 12);
    expect(found.condition).toBeCloseTo((1 + (p - 1) * r) / (1 - r), 10);
    expect(found.measures[2]!.smc).toBeCloseTo(((p - 1) * r * r) / (1 + (p - 2) * r), 12);
  });
  test('Bartlett’s χ² and its degrees of freedom', () => {
    expect(found.bartlett!.chiSquare).toBeCloseTo(-(n - 1 - (2 * p + 5) / 6) * found.logDeterminant, 10);
    expect(found.bartlett!.df).toBe(15);
    expect(found.bartlett!.p).toBeLessThan(1e-10);
    expect(suitability(equal(p, 0, n), 'pearson').bartlett).toMatchObject({ chiSquare: -0, p: 1 });
  });
  test('without n there is no test', () =>
    expect(suitability(equal(p, r, null), 'pearson').bartlett).toBeNull());
  test('the share of related pairs', () => {
    expect([found.shareRelated, suitability(equal(4, 0.2, 50), 'pearson').shareRelated]).toEqual([1, 0]);
  });
});

describe('singular correlations', () => {
  const [a, b, c] = [normals(40), normals(40), normals(40)];
  const found = suitability(preparedOf([a, b, a.map((x, i) => x + 2 * b[i]!), c]), 'pearson');
  test('the dependent measure is named with those it is made of', () => {
    expect(found.dependent).toHaveLength(1);
    expect(found.dependent[0]!.measure).toBe('x2');
    expect([...found.dependent[0]!.on].sort()).toEqual(['x0', 'x1']);
  });
  test('what can be given is given, the rest is no number', () => {
    expect(found.kmo).toBeNaN();
    expect([found.bartlett, found.antiImage, found.condition]).toEqual([null, null, Infinity]);
    expect(found.measures[0]!.largest).not.toBe(0);
  });
  test('fewer rows than measures are singular too', () => {
    const few = suitability(preparedOf(Array.from({ length: 6 }, () => normals(4))), 'pearson');
    expect([few.definiteness, few.fewRows]).toEqual(['singular', true]);
    // Nothing follows from anything but for want of rows.
    expect(few.dependent).toEqual([]);
    const x = normals(8);
    const copied = suitability(preparedOf([x, ...Array.from({ length: 9 }, () => normals(8)), x]), 'pearson');
    expect(copied.dependent).toEqual([]);
    const early = suitability(preparedOf([x, x, ...Array.from({ length: 9 }, () => normals(8))]), 'pearson');
    expect(early.dependent).toEqual([{ measure: 'x1', on: ['x0'] }]);
  });
});

describe('correlations', () => {
  test('Pearson’s is the mean product of standardised measures', () => {
    const columns = [normals(30), normals(30), normals(30)];
    const matrix = correlationMatrix(preparedOf(columns), 'pearson');
    const naive = (x: readonly number[], y: readonly number[]) => {
      const mean = (v: readonly number[]) => v.reduce((s, w) => s + w, 0) / v.length;
      const [mx, my] = [mean(x), mean(y)];
      const sum = (f: (i: number) => number) => x.reduce((s, _, i) => s + f(i), 0);
      return (
        sum(i => (x[i]! - mx) * (y[i]! - my)) /
        Math.sqrt(sum(i => (x[i]! - mx) ** 2) * sum(i => (y[i]! - my) ** 2))
      );
    };
    for (let i = 0; i < 3; i++) {
      for (let j = 0; j < 3; j++)
        expect(entry(matrix, i, j)).toBeCloseTo(naive(columns[i]!, columns[j]!), 10);
    }
  });
  test('Spearman’s does not mind a bent scale, and ties share their rank', () => {
    const [x, y] = [normals(25), normals(25)];
    const plain = correlationMatrix(preparedOf([x, y]), 'spearman');
    const bent = correlationMatrix(preparedOf([x.map(Math.exp), y.map(v => v * v * v)]), 'spearman');
    expect(entry(bent, 0, 1)).toBeCloseTo(entry(plain, 0, 1), 12);
    // Ranks 1, 2.5, 2.5, 4 against 1, 2, 3, 4: 4.5 / √(4.5 · 5).
    const tied = correlationMatrix(
      preparedOf([
        [1, 2, 2, 3],
        [1, 2, 3, 4],
      ]),
      'spearman',
    );
    expect(entry(tied, 0, 1)).toBeCloseTo(4.5 / Math.sqrt(22.5), 12);
  });
  test('gaps that are kept leave the rows that have both', () => {
    const [x, y, z] = [normals(20), normals(20), normals(20)];
    const gappy = x.map((value, i) => (i < 3 ? NaN : value));
    const matrix = correlationMatrix(preparedOf([gappy, y, z], { missing: 'keep' }), 'pearson');
    const whole = correlationMatrix(preparedOf([x.slice(3), y.slice(3), z.slice(3)]), 'pearson');
    expect(entry(matrix, 0, 1)).toBeCloseTo(entry(whole, 0, 1), 10);
  });
  test('p of a correlation: r = .6319 over 10 rows stands at the tables’ 5 %', () => {
    expect(correlationP(0.6319, 10)).toBeCloseTo(0.05, 4);
    expect(correlationP(1, 10)).toBe(0);
  });
});

test('related measures stand together', () => {
  const [f, g, h] = [normals(200), normals(200), normals(200)];
  const near = (of: readonly number[]) => of.map(value => value + 0.4 * random.normal());
  const { order } = suitability(
    preparedOf([near(f), near(g), near(h), near(f), near(g), near(h)]),
    'pearson',
  );
  const places = (a: number, b: number) => {
    const apart = Math.abs(order.indexOf(a) - order.indexOf(b));
    return Math.min(apart, 6 - apart);
  };
  expect([...order].sort()).toEqual([0, 1, 2, 3, 4, 5]);
  expect([places(0, 3), places(1, 4), places(2, 5)]).toEqual([1, 1, 1]);
});

describe('normality (Mardia 1970)', () => {
  const columns = [normals(300), normals(300), normals(300)];
  const plain = suitability(preparedOf(columns), 'pearson').mardia!;
  test('normal measures pass, and stand near p (p + 2)', () => {
    expect(plain.kurtosis).toBeGreaterThan(13.5);
    expect(plain.kurtosis).toBeLessThan(16.5);
    expect(plain.kurtosisP).toBeGreaterThan(0.001);
    expect(plain.skewnessP).toBeGreaterThan(0.001);
  });
  test('skewed measures do not', () => {
    const skewed = suitability(preparedOf(columns.map(column => column.map(Math.exp))), 'pearson').mardia!;
    expect(skewed.skewnessP).toBeLessThan(1e-6);
    expect(skewed.kurtosisP).toBeLessThan(1e-6);
  });
  test('mixing the measures changes neither', () => {
    const [a, b, c] = columns as [number[], number[], number[]];
    const mixed = suitability(
      preparedOf([
        a.map((x, i) => 3 * x - b[i]!),
        b.map((x, i) => x + 0.5 * c[i]!),
        c.map((x, i) => x + a[i]!),
      ]),
      'pearson',
    ).mardia!;
    expect(mixed.kurtosis).toBeCloseTo(plain.kurtosis, 8);
    expect(mixed.skewness!).toBeCloseTo(plain.skewness!, 8);
  });
});

describe('Cholesky', () => {
  const made = (p: number): Matrix => {
    const matrix = zeros(p, p);
    const rows = Array.from({ length: p + 3 }, () => normals(p));
    for (let i = 0; i < p; i++) {
      for (let j = 0; j < p; j++)
        matrix.values[i * p + j] = rows.reduce((sum, row) => sum + row[i]! * row[j]!, 0);
    }
    return matrix;
  };
  test('the inverse times the matrix is one', () => {
    const matrix = made(7);
    const { inverse } = invertDefinite(matrix)!;
    for (let i = 0; i < 7; i++) {
      for (let j = 0; j < 7; j++) {
        let sum = 0;
        for (let k = 0; k < 7; k++) sum += entry(matrix, i, k) * entry(inverse, k, j);
        expect(sum).toBeCloseTo(Number(i === j), 9);
      }
    }
  });
  test('a diagonal’s determinant, and none where it is not definite', () => {
    const diagonal = { rows: 2, columns: 2, values: Float64Array.of(2, 0, 0, 8) };
    expect(invertDefinite(diagonal)!.logDeterminant).toBeCloseTo(Math.log(16), 12);
    expect(invertDefinite({ ...diagonal, values: Float64Array.of(1, 2, 2, 1) })).toBeNull();
    expect(independence(diagonal).dependent).toEqual([]);
  });
});
