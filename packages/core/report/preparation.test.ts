import { arrange } from '../table/arrange';
import { arrangementOf } from '../recipe/arrangementOf';
import { compute } from '../recipe/compute';
import { freshRecipe } from '../recipe/fresh';
import { preparationOf } from '../recipe/requests';
import type { Recipe } from '../recipe/schema';
import { suitability } from '../suitability/suitability';
import { preparedOf, tableOf } from '../testTables';
import { PLAIN_PRINT, printed } from '../writeup/print';
import { plainText } from '../writeup/told';
import { preparationTold, descriptionPrint } from './preparation';
import { suitabilityPrint, suitabilityTold } from './suitability';

const columns = [
  [1, 2, '', 4, 5, 6, 7, 100],
  [3, 1, 2, '', 4, 6, 5, 7],
  [5, 3, 4, 1, 2, 6, 8, 7],
  [2, 2, 2, 2, 2, 2, 2, 2],
  [1, 2, 1, 2, 1, 2, 1, 3],
];

/** What is said of a table that is prepared so. */
async function said(
  change: Partial<Recipe['preparation']>,
  roles: readonly Recipe['columns'][number]['role'][] = ['measure', 'measure', 'measure', 'measure', 'aside'],
  reversed: readonly string[] = [],
) {
  const table = tableOf(columns);
  const fresh = freshRecipe(table);
  const recipe: Recipe = {
    ...fresh,
    columns: fresh.columns.map((column, j) => ({
      ...column,
      role: roles[j]!,
      ...(reversed.includes(column.name) ? { reversed: true } : {}),
    })),
    preparation: { ...fresh.preparation, ...change },
  };
  const arranged = arrange(table, arrangementOf(recipe));
  const preparation = preparationOf(recipe);
  const account = await compute(arranged, { stage: 'account', preparation });
  const description = await compute(arranged, { stage: 'description' });
  const sentences = preparationTold(arranged, recipe, preparation, account);
  return {
    text: sentences
      .map(plainText)
      .join(' ')
      .replace(/\u00a0/g, ' '),
    table: descriptionPrint(recipe, account, description)!,
  };
}

test('rows with gaps are left out and counted, a constant measure is set aside by name', async () => {
  const { text, table } = await said({});
  expect(text).toContain('8 rows and 5 columns, of which 4 are measures');
  expect(text).toContain('6 rows are used; 2 were left out for missing measures.');
  expect(text).toContain('1 measure was set aside: x4 (constant).');
  expect(text).toContain('then the 3 measures were brought to unit variance.');
  const line = table.lines.find(({ name }) => name === 'x1')!;
  // Over the rows used: 1, 2, 5, 6, 7 and 100; missing and ends over all rows.
  expect(line.cells[0]!.text).toBe('1');
  expect(Number(line.cells[1]!.text)).toBeCloseTo((1 + 2 + 5 + 6 + 7 + 100) / 6, 1);
  expect(line.cells.slice(-2).map(({ text: end }) => end)).toEqual(['1.0', '100.0']);
});

test('what was filled and pulled in is counted, with its reach', async () => {
  const { text } = await said({ missing: 'median', outliers: 'fences', reach: 1.5 });
  expect(text).toContain('8 rows are used.');
  expect(text).toContain('Gaps were filled with the median of their measure (2 entries)');
  expect(text).toMatch(/pulled in to these \(1 entry, reach 1.5\)/);
});

test.each([
  [{ missing: 'keep' }, 'Gaps were kept'],
  [{ scale: 'centre' }, 'centred and kept their spreads'],
  [{ scale: 'range' }, 'divided by their range'],
  [{ scale: 'robust' }, 'divided by their robust standard deviation'],
  [{ scale: 'none' }, 'neither centred nor scaled'],
  [{ transform: 'log' }, 'logarithms were taken'],
  [{ transform: 'normal-scores' }, 'turned into normal scores (Blom 1958)'],
  [{ rowTransform: 'hellinger' }, 'roots of its shares'],
  [{ transforms: [{ measure: 'x1', transform: 'square-root' }] }, '1 measure had a transform of its own'],
  [{ outliers: 'leave-out-rows', reach: 1.5 }, 'left out for an outlier'],
  [{ only: [{ column: 'x3', from: 2, to: 9 }] }, '1 was left out by the conditions on rows'],
] as readonly (readonly [Partial<Recipe['preparation']>, string])[])('%j is said', async (change, wanted) => {
  const { text } = await said(change);
  expect(text).toContain(wanted);
  expect(text).not.toMatch(/undefined|NaN|\.\.|; \./);
});

test('weights and reversed measures are named', async () => {
  const roles = ['measure', 'measure', 'measure', 'aside', 'weight'] as const;
  expect((await said({ weighting: 'counts' }, roles)).text).toContain('Rows weigh by x5, as counts');
  expect((await said({ weighting: 'proportional' }, roles)).text).toContain(
    'rescaled to sum to the number of rows',
  );
  const { text } = await said({}, roles, ['x1', 'x3']);
  expect(text).toContain('2 measures were reversed on their scale: x1 and x3.');
});

test('suitability of singular measures has no adequacy, and says why', () => {
  const a = [1, 2, 3, 4, 6, 5];
  const b = [2, 1, 4, 3, 5, 7];
  const table = tableOf([a, b, a.map((value, i) => value + b[i]!)]);
  const found = suitability(preparedOf([a, b, a.map((value, i) => value + b[i]!)]), 'pearson');
  const text = suitabilityTold(freshRecipe(table), found, printed(PLAIN_PRINT), true)
    .map(plainText)
    .join(' ');
  expect(text).toContain('are singular, so that sampling adequacy cannot be had.');
  expect(text).not.toMatch(/condition number|NaN|∞/);
  expect(suitabilityPrint(found, printed(PLAIN_PRINT)).lines.map(({ cells }) => cells[0]!.text)).toEqual([
    '–',
    '–',
    '–',
  ]);
});

test('related pairs are counted by hand', () => {
  const found = suitability(
    preparedOf([
      [1, 2, 3, 4, 5, 6],
      [2, 1, 4, 3, 6, 5],
      [1, -1, 0, 0, -1, 1],
    ]),
    'pearson',
  );
  const text = suitabilityTold(freshRecipe(tableOf([[1, 2]])), found, printed(PLAIN_PRINT), false)
    .map(plainText)
    .join(' ');
  // r = 1 − 6 · 6 / 210 of the first two; the third is even about the middle: 0 with the first.
  const second = [2, 1, 4, 3, 6, 5].reduce(
    (sum, value, i) => sum + (value - 3.5) * [1, -1, 0, 0, -1, 1][i]!,
    0,
  );
  const r = second / Math.sqrt(17.5 * 4);
  const share = (1 + Number(Math.abs(r) >= 0.3)) / 3;
  expect(text.replace(/\u00a0/g, ' ')).toContain(`${(100 * share).toFixed(1)} % of the pairs`);
});
