import { seededRandom } from '../algebra/random';
import type { Column } from '../table/column';
import { describeTable } from '../table/describe';
import { fileTable } from '../table/fileTable';
import { narrowNumbers } from '../table/narrow';
import { readDelimited } from '../table/readDelimited';
import type { Table } from '../table/table';
import { scoresTable } from '../methods/scoresTable';
import { reductionWith } from '../testTables';
import { compute } from './compute';
import { withRowsAside } from './edit/preparation';
import { fitRecipe } from './fitRecipe';
import { freshRecipe } from './fresh';
import { preparationOf, reducedBy, reductionRequest } from './requests';
import { checkRecipe, parseRecipe } from './schema';
import { writeRecipe } from './writeRecipe';

const numbers = (rows: number, value: (row: number) => number): Column => ({
  kind: 'number',
  name: '',
  values: narrowNumbers(
    Float64Array.from({ length: rows }, (_, row) => value(row)),
    rows,
    null,
  ),
  missing: null,
  exceptions: null,
});

function made(columns: readonly Column[], rows: number): Table {
  const named = columns.map((column, j) => ({ ...column, name: `x${j}` }));
  return fileTable({ key: `${rows}`, name: 'made', source: { format: 'JSON' }, columns: named, rows });
}

test('more rows than a call has room for as arguments: described, prepared, reduced, set aside, related and written', async () => {
  const rows = 250_000;
  const random = seededRandom(1);
  const common = Float64Array.from({ length: rows }, () => random.normal());
  const table = made(
    [0, 1, 2].map(() => numbers(rows, row => common[row]! + random.normal())),
    rows,
  );
  expect(describeTable(table)).toHaveLength(3);
  const everyThird = Array.from({ length: 100_000 }, (_, k) => 2 * k);
  const recipe = withRowsAside(freshRecipe(table), everyThird, 'every other');
  const reduction = reductionWith(recipe.reductions[0]!, { keep: 1 });
  const memo = new Map<string, unknown>();
  const account = await compute(
    table,
    { stage: 'account', preparation: preparationOf(recipe) },
    undefined,
    memo,
  );
  expect([account.rows.length, account.rowsLeftOut.length]).toEqual([150_000, 100_000]);
  const { kept, eigenvalues, scores, ...rest } = await compute(
    table,
    reductionRequest(recipe, reduction),
    undefined,
    memo,
  );
  // Each pair shares half of its variance.
  expect(eigenvalues[0]).toBeCloseTo(2, 1);
  const reduced = reducedBy(recipe, reduction);
  expect(await compute(table, { stage: 'scoreRelations', reduced }, undefined, memo)).toHaveLength(3);
  const placement = { ...rest, at: scores, placedAt: rest.placedScores, shares: null, structure: null };
  expect(scoresTable(table, [], placement)).toHaveLength(rows + 1);
  expect(kept).toBe(1);
  expect(parseRecipe(writeRecipe(recipe), 'r').preparation.rowsAside.rows).toHaveLength(100_000);
});

test('a hundred thousand columns: read, given roles, described, checked and fitted again', () => {
  const columns = 100_000;
  const heads = Array.from({ length: columns }, (_, j) => `x${j}`);
  const lines = [0, 1, 2].map(row => heads.map((_, j) => (row * j) % 7).join());
  const table = readDelimited(new TextEncoder().encode([heads.join(), ...lines].join('\n')), 'wide.csv');
  expect(table.columns).toHaveLength(columns);
  expect(describeTable(table)).toHaveLength(columns);
  const recipe = freshRecipe(table);
  expect(checkRecipe(structuredClone(recipe), 'r').columns).toHaveLength(columns);
  expect(fitRecipe(recipe, table).columns).toHaveLength(columns);
});
