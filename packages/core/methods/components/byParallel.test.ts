import { columnOf, zeros } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { symmetricEigenvalues } from '../../algebra/symmetricEigen';
import { compute } from '../../recipe/compute';
import { freshRecipe } from '../../recipe/fresh';
import { reductionRequest } from '../../recipe/requests';
import { readDelimited } from '../../table/readDelimited';
import type { Table } from '../../table/table';
import { reductionWith, tableOf } from '../../testTables';
import { freshComponents } from './settings';

/** So many dimensions behind so many measures each. */
function withDimensions(n: number, k: number, each: number, seed: number): Table {
  const { normal } = seededRandom(seed);
  const columns: number[][] = [];
  for (let d = 0; d < k; d++) {
    const common = Array.from({ length: n }, normal);
    for (let j = 0; j < each; j++) columns.push(common.map(value => value + 0.6 * normal()));
  }
  return tableOf(columns);
}

const kept = async (table: Table) => {
  const fresh = freshRecipe(table);
  const recipe = { ...fresh, reductions: [reductionWith(fresh.reductions[0]!, { keep: 'parallel' })] };
  return compute(table, reductionRequest(recipe, recipe.reductions[0]!));
};

test.each([
  [200, 3, 4],
  [60, 2, 5],
  [25, 2, 20],
])('of %i rows with %i dimensions behind %i measures each, those are kept', async (n, k, each) => {
  const { kept: found, note } = await kept(withDimensions(n, k, each, 7 * n));
  expect(found).toBe(k);
  expect(note).toBeNull();
});

test('chance alone keeps one dimension, and says so', async () => {
  const { normal } = seededRandom(5);
  // Uncorrelated to the last digit: no eigenvalue can stand above random ones.
  const design = Array.from({ length: 6 }, (_, j) =>
    Array.from({ length: 64 }, (_r, i) => ((i >> j) & 1) * 2 - 1 + 0 * normal()),
  );
  const { kept: found, note } = await kept(tableOf(design));
  expect(found).toBe(1);
  expect(note).toMatch(/No dimension stands above random data/);
});

test('correlations of an unknown number of rows fall back on those above average', async () => {
  const matrix = readDelimited(
    new TextEncoder().encode(',a,b,c\na,1,.6,.1\nb,.6,1,.2\nc,.1,.2,1\n'),
    'relations.csv',
  );
  const { kept: found, note, eigenvalues } = await kept(matrix);
  expect(found).toBe(eigenvalues.filter(value => value > 1).length);
  expect(note).toMatch(/needs the number of rows/);
});

test('a study starts with it where it is quick, and never without rows', () => {
  expect(freshComponents(286, 20).keep).toBe('parallel');
  expect(freshComponents(60, 500).keep).toBe('parallel');
  expect(freshComponents(5000, 200).keep).toBe('above-average');
  expect(freshComponents(300, 2000).keep).toBe('above-average');
  expect(freshComponents(0, 20).keep).toBe('above-average');
});

test('the number is that of a plain simulation of the same size, well away from its edge', async () => {
  const table = withDimensions(80, 2, 3, 11);
  const { normal } = seededRandom(99);
  const tops = Array.from({ length: 400 }, () => {
    const x = zeros(80, 6);
    for (let j = 0; j < 6; j++) {
      const column = columnOf(x, j);
      for (let i = 0; i < 80; i++) column[i] = normal();
      const mean = column.reduce((sum, value) => sum + value, 0) / 80;
      const length = Math.sqrt(column.reduce((sum, value) => sum + (value - mean) ** 2, 0));
      for (let i = 0; i < 80; i++) column[i] = (column[i]! - mean) / length;
    }
    const r = zeros(6, 6);
    for (let a = 0; a < 6; a++)
      for (let b = 0; b < 6; b++)
        r.values[b * 6 + a] = columnOf(x, a).reduce((sum, value, i) => sum + value * columnOf(x, b)[i]!, 0);
    return symmetricEigenvalues(r);
  });
  const high = Array.from(
    { length: 6 },
    (_, d) => tops.map(values => values[d]!).toSorted((a, b) => a - b)[380]!,
  );
  const { eigenvalues, kept: found } = await kept(table);
  let count = 0;
  while (eigenvalues[count]! > high[count]!) count++;
  expect(found).toBe(count);
});

test.each(['keep', 'mean', 'components'] as const)(
  'gaps that are dealt with by “%s”, means far from 0',
  async missing => {
    const plain = withDimensions(120, 2, 5, 4);
    const columns = plain.columns.map(column =>
      column.kind === 'number' ? [...column.values].map((value, i) => (i % 29 === 7 ? '' : 1e6 + value)) : [],
    );
    const table = tableOf(columns);
    const fresh = freshRecipe(table);
    const recipe = {
      ...fresh,
      preparation: { ...fresh.preparation, missing },
      reductions: [reductionWith(fresh.reductions[0]!, { keep: 'parallel' })],
    };
    const { kept: found } = await compute(table, reductionRequest(recipe, recipe.reductions[0]!));
    expect(found).toBe(2);
  },
);
