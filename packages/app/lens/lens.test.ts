import { freshRecipe } from '@wold/core/recipe/fresh';
import { compute } from '@wold/core/recipe/compute';
import type { Account } from '@wold/core/preparation/prepared';
import { preparationOf } from '@wold/core/recipe/requests';
import { readDelimited } from '@wold/core/table/readDelimited';
import { setsApart } from './apart';
import { rowName } from './rowName';

const table = readDelimited(
  new TextEncoder().encode('pot,a,b\np1,1,10\np2,2,30\np3,3,20\n,,50\n'),
  'pots.csv',
);
const recipe = {
  ...freshRecipe(table),
  columns: freshRecipe(table).columns.map((c, i) => (i === 0 ? { ...c, role: 'identity' as const } : c)),
};
let account: Account;
beforeAll(async () => {
  account = await compute(table, { stage: 'account', preparation: preparationOf(recipe) });
});

test('what sets rows apart is measured in standard deviations from the mean of the rows in use', () => {
  // a: mean 2, sd 1; b: mean 20, sd 10.
  expect(setsApart(table, account, [0])).toEqual([
    { measure: 'a', mean: 1, deviation: -1 },
    { measure: 'b', mean: 10, deviation: -1 },
  ]);
  const [first, second] = setsApart(table, account, [1, 2]);
  expect(first).toEqual({ measure: 'a', mean: 2.5, deviation: 0.5 });
  expect(second).toEqual({ measure: 'b', mean: 25, deviation: 0.5 });
});

test('a measure that the rows lack stands last', () => {
  const apart = setsApart(table, account, [3]);
  expect(apart.map(({ measure }) => measure)).toEqual(['b', 'a']);
  expect(apart[1]!.mean).toBeNaN();
});

test('a row is called by its identity, or by its number', () => {
  expect(rowName(table, recipe, 1)).toBe('p2');
  expect(rowName(table, recipe, 3)).toBe('row 4');
});
