import { outputFor, reductionWith } from '../testTables';
import Papa from 'papaparse';
import { freshRecipe } from '../recipe/fresh';
import { reductionRequest, preparationOf } from '../recipe/requests';
import { compute } from '../recipe/compute';
import type { Recipe } from '../recipe/schema';
import { withColumn } from '../recipe/edit/columns';
import { readDelimited } from '../table/readDelimited';
import { accountCsv } from './accountFile';
import type { Components } from '../methods/components/components';
import { fileKindsOf, reductionFile } from '../methods/files';
import type { Account } from '../preparation/prepared';
import { tableCsv } from './tableFile';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const table = read('kiln,a,b,c\nx,1,5,2\nx,2,4,9\ny,3,9,4\ny,5,7,1\nz,9,1,3\nx,4,4,\n');
const fresh = freshRecipe(table);
const recipe: Recipe = {
  ...withColumn(fresh, 'b', { reversed: true, scale: { least: 1, most: 9 } }),
  preparation: { ...fresh.preparation, supplementary: [{ column: 'kiln', levels: ['z'] }] },
};
let account: Account;
let components: Components;
let scores: string[][];
beforeAll(async () => {
  account = await compute(table, { stage: 'account', preparation: preparationOf(recipe) });
  const reduction = reductionWith(recipe.reductions[0]!, { keep: 2 });
  components = await compute(table, reductionRequest(recipe, reduction));
  const text = reductionFile('components', 'scores', outputFor({ table, account, result: components }));
  scores = Papa.parse<string[]>(text.trim()).data;
});

test('placed rows have scores, and a column tells them from the used', () => {
  expect(scores[0]!.at(-1)).toBe('used');
  expect(scores.slice(1).map(row => row.at(-1))).toEqual(['yes', 'yes', 'yes', 'yes', 'placed', '']);
  expect(scores[5]!.slice(4, 6).every(text => text !== '' && Number.isFinite(Number(text)))).toBe(true);
  expect(scores[6]!.slice(4, 6)).toEqual(['', '']);
});

test('a placed row’s scores are its prepared values times the coefficients', () => {
  const row = [9, 10 - 1, 3];
  const wanted = [0, 1].map(d =>
    row.reduce(
      (sum, value, j) =>
        sum + ((value - account.means[j]!) / account.sds[j]!) * components.coefficients.values[d * 3 + j]!,
      0,
    ),
  );
  scores[5]!.slice(4, 6).forEach((text, d) => expect(Number(text)).toBeCloseTo(wanted[d]!, 10));
});

test('a table is taken out as it stands', () => {
  const text = tableCsv(table);
  expect(text.split('\n')[0]).toBe('kiln,a,b,c');
  expect(tableCsv(read(text))).toBe(text);
});

test('the account tells of reversed scales', () => {
  expect(accountCsv(table, account)).toContain('reversed,,b,1 to 9,9 to 1');
});

test('a matrix of relations has no scores to take out', () => {
  const matrix = read(',a,b\na,1,.5\nb,.5,1\n');
  expect(fileKindsOf('components', matrix)).not.toContain('scores');
  expect(fileKindsOf('components', matrix)).not.toContain('rows');
  expect(fileKindsOf('components', matrix)).toContain('loadings');
});
