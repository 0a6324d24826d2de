import fc from 'fast-check';
import { zeros, type Matrix } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { symmetricEigen, symmetricEigenvalues } from '../algebra/symmetricEigen';
import { sherds } from '../demo/sherds';
import { visitors } from '../demo/visitors';
import { arrangementOf } from '../recipe/arrangementOf';
import { freshRecipe } from '../recipe/fresh';
import { compute } from '../recipe/compute';
import { preparationOf } from '../recipe/requests';
import { withCodebook } from '../recipe/edit/codebook';
import { withColumn } from '../recipe/edit/columns';
import { arrange } from '../table/arrange';
import { readCodebook } from '../table/codebook';
import { describeTable } from '../table/describe';
import { readDelimited } from '../table/readDelimited';
import { aboveRandom, parallelAnalysis, randomRounds } from './parallelAnalysis';
import type { ParallelSettings } from './retentionSettings';
import { partialAverages } from './partialAverage';
import { PLAIN_RETENTION } from './retentionSettings';
import type { Retention } from './retention';
import { brokenStick, elbow, holding, stickShares } from './rules';

const read = (text: string, name = 'made.csv') => readDelimited(new TextEncoder().encode(text), name);
const settings = { ...PLAIN_RETENTION, simulations: 60 };
const voteOf = ({ votes }: Retention, rule: RegExp, of = 'components') =>
  votes.find(vote => vote.of === of && rule.test(vote.rule))?.count;

describe('the number of dimensions that the demo tables were made with', () => {
  test('sherds: three, by parallel analysis and by the average partial', async () => {
    const table = read(sherds().csv);
    const recipe = freshRecipe(table);
    const preparation = preparationOf({
      ...recipe,
      preparation: { ...recipe.preparation, outliers: 'fences' },
    });
    const found = await compute(table, { stage: 'retention', preparation, without: [], settings });
    expect(voteOf(found, /parallel.*percentile/)).toBe(3);
    expect(voteOf(found, /partial$/)).toBe(3);
    expect(voteOf(found, /4th power/)).toBe(3);
  });

  test('visitors: three, once the code for no answer is missing', async () => {
    const { csv, codebook } = visitors();
    const source = read(csv);
    const told = withCodebook(freshRecipe(source), readCodebook(read(codebook))).recipe;
    const recipe = describeTable(source).reduce(
      (changed, { name, codes }) =>
        codes.length === 0 ? changed : withColumn(changed, name, { missing: codes.map(({ text }) => text) }),
      told,
    );
    const table = arrange(source, arrangementOf(recipe));
    const found = await compute(table, {
      stage: 'retention',
      preparation: preparationOf(recipe),
      without: ['q24', 'q16'],
      settings,
    });
    expect(voteOf(found, /parallel.*percentile/)).toBe(3);
    expect(voteOf(found, /partial$/)).toBe(3);
    expect(voteOf(found, /parallel.*percentile/, 'factors')).toBe(3);
  });
});

const analysed = (
  n: number,
  p: number,
  table: Matrix | null,
  { simulations, percentile, seed }: ParallelSettings,
) => parallelAnalysis(randomRounds({ n, p, table, seed }, 0, simulations), percentile);

describe('parallel analysis', () => {
  test('random eigenvalues sum to the columns, descend, and lie below their percentile', () => {
    const { components, factors } = analysed(80, 6, null, settings);
    expect(components.mean.reduce((sum, value) => sum + value, 0)).toBeCloseTo(6, 10);
    for (let d = 0; d < 6; d++) {
      expect(components.percentile[d]).toBeGreaterThan(components.mean[d]!);
      if (d > 0) expect(components.mean[d]).toBeLessThan(components.mean[d - 1]!);
      expect(factors!.mean[d]).toBeLessThan(components.mean[d]!);
    }
  });
  test('the same seed gives the same numbers, another seed others', () => {
    const one = analysed(30, 4, null, settings);
    expect(analysed(30, 4, null, settings)).toEqual(one);
    expect(analysed(30, 4, null, { ...settings, seed: 2 })).not.toEqual(one);
  });
  test('parts of the simulations can be done apart and in any order', () => {
    const work = { n: 40, p: 5, table: null, seed: 3 };
    const later = randomRounds(work, 4, 9);
    const first = randomRounds(work, 0, 4);
    expect({
      whole: [...first.whole, ...later.whole],
      common: [...first.common, ...later.common],
    }).toEqual(randomRounds(work, 0, 9));
  });
  test('triangular factors stand in for rows of normal numbers', () => {
    const [n, p, many] = [25, 4, 1500];
    const random = seededRandom(31);
    const direct = new Float64Array(p);
    for (let k = 0; k < many; k++) {
      const table = zeros(n, p);
      for (let i = 0; i < table.values.length; i++) table.values[i] = random.normal();
      symmetricEigenvalues(correlationsOf(table)).forEach((value, d) => (direct[d]! += value / many));
    }
    const { components } = analysed(n, p, null, { ...settings, simulations: many });
    // Standard errors are about .006.
    components.mean.forEach((value, d) => expect(Math.abs(value - direct[d]!)).toBeLessThan(0.03));
  });
  test('shuffled columns have no dimension in common', () => {
    const random = seededRandom(3);
    const common = Float64Array.from({ length: 100 }, () => random.normal());
    const table = zeros(100, 5);
    for (let j = 0; j < 5; j++)
      for (let i = 0; i < 100; i++) table.values[j * 100 + i] = common[i]! + 0.1 * j * i;
    const { components } = analysed(100, 5, table, { ...settings, data: 'permuted' });
    expect(components.mean[0]).toBeLessThan(1.6);
  });
  test('independent columns have no dimension above chance, at most now and then one', () => {
    const random = seededRandom(9);
    let above = 0;
    for (let k = 0; k < 20; k++) {
      const table = zeros(60, 5);
      for (let i = 0; i < table.values.length; i++) table.values[i] = random.normal();
      const eigenvalues = symmetricEigenvalues(correlationsOf(table));
      above += aboveRandom(eigenvalues, analysed(60, 5, null, settings).components.percentile);
    }
    expect(above).toBeLessThanOrEqual(4);
  });
  test('counting stops at the first that is not above', () => {
    expect(aboveRandom([3, 0.9, 2], [1, 1, 1])).toBe(1);
    expect(aboveRandom([0.5], [1])).toBe(0);
  });
});

function correlationsOf({ rows: n, columns: p, values }: Matrix): Matrix {
  const result = zeros(p, p);
  const of = (j: number) => values.subarray(j * n, (j + 1) * n);
  const mean = (x: Float64Array) => x.reduce((sum, value) => sum + value, 0) / n;
  const cross = (a: number, b: number) =>
    of(a).reduce((sum, value, i) => sum + (value - mean(of(a))) * (of(b)[i]! - mean(of(b))), 0);
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < p; b++) result.values[a * p + b] = cross(a, b) / Math.sqrt(cross(a, a) * cross(b, b));
  }
  return result;
}

describe('the least average partial correlation', () => {
  /** Blocks of columns that correlate by r within, not between. */
  const blocks = (count: number, size: number, r: number): Matrix => {
    const p = count * size;
    const matrix = zeros(p, p);
    for (let a = 0; a < p; a++) {
      for (let b = 0; b < p; b++) {
        const same = Math.floor(a / size) === Math.floor(b / size);
        matrix.values[a * p + b] = a === b ? 1 : same ? r : 0;
      }
    }
    return matrix;
  };
  test.each([1, 2, 3])('%d blocks of columns are as many dimensions', count => {
    const matrix = blocks(count, 6, 0.5);
    const found = partialAverages(matrix, symmetricEigen(matrix));
    expect([found.bySquared, found.byFourth]).toEqual([count, count]);
    // Before anything is taken out it is the mean squared correlation itself.
    const pairs = (6 * count * (6 * count - 1)) / 2;
    expect(found.squared[0]).toBeCloseTo((count * 15 * 0.25) / pairs, 12);
  });
  test('unrelated columns have none', () => {
    const matrix = blocks(6, 1, 0);
    expect(partialAverages(matrix, symmetricEigen(matrix)).bySquared).toBe(0);
  });
});

describe('rules on the eigenvalues alone', () => {
  test('a stick of four pieces, by hand', () => {
    expect([...stickShares(4)].map(share => Number(share.toFixed(6)))).toEqual([
      0.520833, 0.270833, 0.145833, 0.0625,
    ]);
    expect(brokenStick([0.6, 0.3, 0.06, 0.04], 4)).toBe(2);
    expect(brokenStick([0.4, 0.3, 0.2, 0.1], 4)).toBe(0);
  });
  test('a stick’s pieces are the whole stick', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), p => {
        expect(stickShares(p).reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 10);
      }),
    );
  });
  test('a share to hold', () => {
    expect([holding([0.5, 0.3, 0.2], 0.8), holding([0.5, 0.3, 0.2], 0.81), holding([0.5, 0.5], 1)]).toEqual([
      2, 3, 2,
    ]);
  });
  test('the elbow stands where the scree turns', () => {
    expect(elbow([8, 7, 1, 0.9, 0.8, 0.7])).toBe(2);
    expect([elbow([3, 2, 1]), elbow([2, 1]), elbow([])]).toEqual([0, 0, 0]);
  });
});

test('eigenvalues alone are those that come with vectors', () => {
  const random = seededRandom(21);
  for (const p of [1, 2, 7, 40]) {
    const matrix = zeros(p, p);
    for (let a = 0; a < p; a++) {
      for (let b = 0; b <= a; b++) {
        matrix.values[a * p + b] = random.normal();
        matrix.values[b * p + a] = matrix.values[a * p + b]!;
      }
    }
    const [alone, whole] = [symmetricEigenvalues(matrix), symmetricEigen(matrix).values];
    alone.forEach((value, d) => expect(value).toBeCloseTo(whole[d]!, 10));
  }
});

describe('what some rules need', () => {
  const matrix = read(',a,b,c\na,1,.6,.2\nb,.6,1,.1\nc,.2,.1,1\n');
  test('without the number of rows parallel analysis has no vote, and says why', async () => {
    const preparation = preparationOf(freshRecipe(matrix));
    const found = await compute(matrix, { stage: 'retention', preparation, without: [], settings });
    expect(found.note).toMatch(/needs the number of rows/);
    expect(voteOf(found, /parallel/)).toBeUndefined();
    expect(voteOf(found, /above average/)).toBe(1);
  });
  test('with it, it has', async () => {
    const recipe = freshRecipe(matrix);
    const preparation = preparationOf({ ...recipe, preparation: { ...recipe.preparation, cases: 200 } });
    const found = await compute(matrix, { stage: 'retention', preparation, without: [], settings });
    expect(voteOf(found, /parallel.*percentile/)).toBe(1);
    expect(found.note).toBeNull();
  });
  test('fewer rows than columns leave common factors without a vote', async () => {
    const random = seededRandom(2);
    const lines = Array.from({ length: 5 }, () => Array.from({ length: 8 }, () => random.normal()).join(','));
    const table = read(`${'abcdefgh'.split('').join(',')}\n${lines.join('\n')}\n`);
    const preparation = preparationOf(freshRecipe(table));
    const found = await compute(table, { stage: 'retention', preparation, without: [], settings });
    expect(found.eigenvalues).toHaveLength(4);
    expect(found.votes.some(({ of }) => of === 'factors')).toBe(false);
    expect(found.note).toMatch(/singular/);
  });
  test('with few rows the eigenvalues are those of the correlations', async () => {
    const random = seededRandom(4);
    const columns = 7;
    const lines = Array.from({ length: 6 }, () =>
      Array.from({ length: columns }, () => random.normal()).join(','),
    );
    const table = read(`${'abcdefg'.split('').join(',')}\n${lines.join('\n')}\n`);
    const preparation = preparationOf(freshRecipe(table));
    const found = await compute(table, { stage: 'retention', preparation, without: [], settings });
    const wanted = symmetricEigenvalues(
      (await compute(table, { stage: 'suitability', preparation, kind: 'pearson' })).correlations,
    );
    found.eigenvalues.forEach((value, d) => expect(value).toBeCloseTo(wanted[d]!, 10));
    expect(found.random!.mean).toHaveLength(5);
    expect(found.random!.mean.reduce((sum, value) => sum + value, 0)).toBeCloseTo(columns, 10);
  });
});
