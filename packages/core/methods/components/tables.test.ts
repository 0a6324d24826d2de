import Papa from 'papaparse';
import { aboveRandom } from '../../dimensions/parallelAnalysis';
import { compute } from '../../recipe/compute';
import { freshRecipe } from '../../recipe/fresh';
import { outputOf } from '../../recipe/outputOf';
import { askOf, preparationOf, reductionRequest } from '../../recipe/requests';
import type { Recipe } from '../../recipe/schema';
import type { ComponentsSettings } from './settings';
import type { Table } from '../../table/table';
import { normalColumns, reductionWith, tableOf } from '../../testTables';
import { alsoFor, reductionFile } from '../files';

/** Two blocks of measures, so that there is something to rotate. */
function blocks(n: number, p: number, seed: number): Table {
  const [one, two] = [normalColumns(n, p, seed), normalColumns(n, p, seed + 1)];
  return tableOf([...one, ...two]);
}

async function filesOf(table: Table, change: Partial<ComponentsSettings>, scale?: 'centre') {
  const fresh = freshRecipe(table);
  const reduction = reductionWith(fresh.reductions[0]!, change);
  const recipe: Recipe = {
    ...fresh,
    reductions: [{ ...reduction, names: [{ dimension: 1, name: 'Lime' }] }],
    preparation: { ...fresh.preparation, ...(scale && { scale }) },
  };
  const own = recipe.reductions[0]!;
  const result = await compute(table, reductionRequest(recipe, own));
  const account = await compute(table, { stage: 'account', preparation: preparationOf(recipe) });
  const output = outputOf(recipe, own, { table, account, result });
  const asked = { settings: own.settings, ask: askOf(recipe, own), preparation: preparationOf(recipe) };
  const file = async (kind: string) => {
    const also = alsoFor('components', kind, asked, result);
    const found =
      also === null
        ? null
        : await compute(table, { ...(also.ask as object), stage: also.stage.name } as never);
    return Papa.parse<Record<string, string>>(reductionFile('components', kind, output, found).trim(), {
      header: true,
    });
  };
  return { file, result };
}

const numbers = (rows: Record<string, string>[], column: string) => rows.map(row => Number(row[column]));
const sum = (list: number[]) => list.reduce((total, value) => total + value, 0);
const squares = (list: number[]) => sum(list.map(value => value * value));

test.each(['varimax', 'promax'] as const)(
  'by %s the files hold rotated sums under names, and unrotated eigenvalues without them',
  async method => {
    const { file } = await filesOf(blocks(80, 4, 3), { keep: 2, rotation: { method, power: 4 } });
    const eigenvalues = await file('eigenvalues');
    expect(eigenvalues.meta.fields).not.toContain('name');
    const { data: dimensions } = await file('dimensions');
    const { data: loadings } = await file('loadings');
    const structure = (name: string) => numbers(loadings, method === 'promax' ? `structure, ${name}` : name);
    dimensions.forEach(row => {
      expect(Number(row['sum of squared loadings'])).toBeCloseTo(squares(structure(row['name']!)), 10);
    });
    expect(dimensions[0]!['name']).toBe('Lime');
    const kept = sum(numbers(eigenvalues.data, 'eigenvalue').slice(0, 2));
    const rotated = sum(numbers(dimensions, 'sum of squared loadings'));
    // A turn keeps the sum; what oblique dimensions hold overlaps.
    if (method === 'varimax') expect(rotated).toBeCloseTo(kept, 9);
    else expect(rotated).toBeGreaterThan(kept);
    if (method === 'promax') expect(Number(dimensions[0]!['correlation with Lime'])).toBeCloseTo(1, 12);
  },
);

test('squared cosines of measures add up to what is held, contributions to 1', async () => {
  const { file } = await filesOf(blocks(50, 3, 9), { keep: 3 });
  const { data, meta } = await file('measures');
  const cosines = meta.fields!.filter(name => name.startsWith('squared cosine'));
  for (const row of data) {
    expect(sum(cosines.map(name => Number(row[name])))).toBeCloseTo(Number(row['held by all']), 10);
  }
  for (const name of meta.fields!.filter(field => field.startsWith('contribution'))) {
    expect(sum(numbers(data, name))).toBeCloseTo(1, 10);
  }
});

test('T², Q, contributions and squared cosines of rows come from the scores', async () => {
  const { file } = await filesOf(blocks(40, 3, 4), { keep: 2 });
  const { data } = await file('rows');
  const { data: scores } = await file('scores');
  const { data: eigenvalues } = await file('eigenvalues');
  const lambda = numbers(eigenvalues, 'eigenvalue');
  const [a, b] = [numbers(scores, 'Lime'), numbers(scores, 'Dimension 2')];
  data.forEach((row, i) => {
    const t2 = a[i]! ** 2 / lambda[0]! + b[i]! ** 2 / lambda[1]!;
    expect(Number(row['T²'])).toBeCloseTo(t2, 9);
    expect(row['beyond it']).toBe(t2 > Number(row['limit of T²']) ? 'yes' : 'no');
    const cosines = Number(row['squared cosine, Lime']) + Number(row['squared cosine, Dimension 2']);
    const square = a[i]! ** 2 + b[i]! ** 2 + Number(row['Q']);
    expect(cosines).toBeCloseTo(1 - Number(row['Q']) / square, 9);
    expect(Number(row['contribution, Lime'])).toBeCloseTo(a[i]! ** 2 / squares(a), 10);
  });
});

test('votes and random data are told, and stand beside eigenvalues of the same scale only', async () => {
  const { file, result } = await filesOf(blocks(60, 3, 5), { keep: 'parallel' });
  const { data: random } = await file('random');
  const { data: eigenvalues } = await file('eigenvalues');
  expect(numbers(eigenvalues, 'random data, percentile')).toEqual(numbers(random, 'random data, percentile'));
  const above = aboveRandom(
    numbers(random, 'eigenvalue of the correlations'),
    numbers(random, 'random data, percentile'),
  );
  expect((result as { kept: number }).kept).toBe(above);
  const { data: votes } = await file('votes');
  expect(votes[0]).toMatchObject({ rule: 'parallel analysis, 95th percentile', dimensions: String(above) });
  const reduced = numbers(random, 'eigenvalue of the reduced correlations');
  // Their sum is that of the squared multiple correlations.
  expect(sum(reduced)).toBeLessThan(6);
  const raw = await filesOf(blocks(60, 3, 5), { keep: 2 }, 'centre');
  expect((await raw.file('eigenvalues')).meta.fields).not.toContain('random data, percentile');
});
