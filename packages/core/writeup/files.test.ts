import { outputFor, reductionWith } from '../testTables';
import Papa from 'papaparse';
import { entry } from '../algebra/matrix';
import { sherds } from '../demo/sherds';
import { freshRecipe } from '../recipe/fresh';
import { reductionRequest, preparationOf } from '../recipe/requests';
import { compute } from '../recipe/compute';
import { numberAt, textAt, type NumberColumn } from '../table/column';
import { readDelimited } from '../table/readDelimited';
import { findColumn } from '../table/table';
import { fileStem } from './fileStem';
import type { Components } from '../methods/components/components';
import { fileKindsOf, reductionFile } from '../methods/files';
import type { ReductionOutput } from '../methods/work';

const table = readDelimited(new TextEncoder().encode(sherds().csv), 'sherds.csv');
const recipe = freshRecipe(table);
const names = [
  { dimension: 1, name: 'Lime' },
  { dimension: 2, name: 'kiln' },
];
let output: ReductionOutput<Components>;
let files: ReadonlyMap<string, string>;
beforeAll(async () => {
  const account = await compute(table, { stage: 'account', preparation: preparationOf(recipe) });
  const reduction = reductionWith(recipe.reductions[0]!, { keep: 3 });
  output = outputFor({
    table,
    names,
    account,
    result: await compute(table, reductionRequest(recipe, reduction)),
  });
  files = new Map(
    fileKindsOf('components', table).map(kind => [kind, reductionFile('components', kind, output)]),
  );
});
const rowsOf = (name: string) => Papa.parse<string[]>(files.get(name)!.trim()).data;

test('scores stand beside every original column and row, empty where a row was left out', () => {
  const [header, ...rows] = rowsOf('scores');
  expect(rows).toHaveLength(286);
  // A dimension named as a column is told apart from it.
  expect(header!.slice(-3)).toEqual(['Lime', 'kiln (2)', 'Dimension 3']);
  rows.forEach((row, index) => {
    expect(row.slice(0, table.columns.length)).toEqual(table.columns.map(column => textAt(column, index)));
  });
  const out = new Set(output.account.rowsLeftOut.map(({ row }) => row));
  expect(out.size).toBe(34);
  rows.forEach((row, index) => expect(row.slice(-3).every(text => text === '')).toBe(out.has(index)));
});

test('digits give the numbers back exactly', () => {
  const [, ...rows] = rowsOf('scores');
  output.result.rows.forEach((row, i) => {
    expect(Number(rows[row]!.at(-1))).toBe(entry(output.result.scores, i, 2));
  });
});

test('a fitted power of the file, about its number, gives the treated measure', async () => {
  const bent = { ...recipe, preparation: { ...recipe.preparation, transform: 'box-cox' as const } };
  const account = await compute(table, { stage: 'account', preparation: preparationOf(bent) });
  const components = await compute(
    table,
    reductionRequest(bent, reductionWith(bent.reductions[0]!, { keep: 2 })),
  );
  const text = reductionFile('components', 'coefficients', { ...output, account, result: components });
  const [, ...rows] = Papa.parse<string[]>(text.trim()).data;
  const i = 11;
  let score = 0;
  for (const [measure, transform, power, about, mean, , divisor, first] of rows) {
    expect(transform).toBe('box-cox');
    const x = numberAt(findColumn(table, measure!) as NumberColumn, components.rows[i]!);
    const [g, l] = [Number(about), Number(power)];
    const value = (g * ((x / g) ** l - 1)) / l;
    score += ((value - Number(mean)) / Number(divisor)) * Number(first);
  }
  expect(score).toBeCloseTo(entry(components.scores, i, 0), 8);
});

test('the coefficients of the file give the scores of the file', () => {
  const [, ...recipeRows] = rowsOf('coefficients');
  const [, ...scoreRows] = rowsOf('scores');
  const row = output.result.rows[17]!;
  for (let d = 0; d < 3; d++) {
    let score = 0;
    for (const [measure, , , , mean, , divisor, ...coefficients] of recipeRows) {
      const value = numberAt(findColumn(table, measure!) as NumberColumn, row);
      score += ((value - Number(mean)) / Number(divisor)) * Number(coefficients[d]);
    }
    expect(score).toBeCloseTo(Number(scoreRows[row]!.at(d - 3)), 10);
  }
});

test('communalities are the sums of squared loadings on unit variance, and the leader is the largest', () => {
  for (const [, a, b, c, leads, communality] of rowsOf('loadings').slice(1)) {
    const loadings = [a, b, c].map(Number);
    expect(loadings.reduce((sum, value) => sum + value * value, 0)).toBeCloseTo(Number(communality), 12);
    const sizes = loadings.map(Math.abs);
    expect(['Lime', 'kiln', 'Dimension 3'][sizes.indexOf(Math.max(...sizes))]).toBe(leads);
  }
});

test('eigenvalues: all dimensions, shares that add up to 1, the kept ones named', () => {
  const [header, ...rows] = rowsOf('eigenvalues');
  expect(header).toEqual(['dimension', 'name', 'eigenvalue', 'share', 'cumulative share', 'kept']);
  expect(rows).toHaveLength(20);
  expect(Number(rows.at(-1)![4])).toBeCloseTo(1, 12);
  expect(rows.reduce((sum, row) => sum + Number(row[2]), 0)).toBeCloseTo(20, 10);
  expect(rows.map(row => row[5])).toEqual([...Array(3).fill('yes'), ...Array(17).fill('no')]);
});

test.each([
  ['Components 2', 'components-2'],
  ['  Ärger & “Zorn” / 2026 ', 'ärger-zorn-2026'],
  ['…', 'reduction'],
  ['../../etc', 'etc'],
])('a file name from %j', (name, stem) => {
  expect(fileStem(name)).toBe(stem);
});
