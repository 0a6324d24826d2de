import { compute } from '@wold/core/recipe/compute';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { askOf, preparationOf, reducedBy, reductionRequest } from '@wold/core/recipe/requests';
import type { Recipe } from '@wold/core/recipe/schema';
import { measureBoxes } from '@wold/core/preparation/boxes';
import { treatmentOf } from '@wold/core/preparation/treatmentOf';
import { normalColumns, reductionWith, tableOf } from '@wold/core/testTables';
import type { Numbers } from './TakeOutMenu';
import { ledgerNumbers } from '../methods/components/meaning/takenOut';
import { outcomeNumbers, relationNumbers } from '../methods/parts/meaning/takenOut';
import { agreementNumbers } from '../methods/components/trust/takenOut';
import { replicateNumbers } from '../methods/parts/trust/takenOut';
import { boxNumbers, gapNumbers } from '../readings/preparation/takenOut';

/** Far from 0, with gaps, a label, repeats and an outcome. */
const n = 48;
const columns = normalColumns(n, 5, 8).map(column => column.map(value => 1e4 + value));
const gappy = columns.map((column, j) => column.map((value, i) => (j === 2 && i % 16 === 5 ? '' : value)));
const outcome = columns[0]!.map((value, i) => value - 0.3 * columns[3]![i]! + (i % 5));
const table = tableOf(
  [
    columns[0]!.map((_, i) => ['north', 'south'][i % 2]!),
    columns[0]!.map((_, i) => `s${Math.floor(i / 2)}`),
    ...gappy,
    outcome,
  ],
  ['kiln', 'sherd', 'a', 'b', 'c', 'd', 'e', 'value'],
);
const fresh = freshRecipe(table);
const reduction = {
  ...reductionWith(fresh.reductions[0]!, { keep: 2, rotation: { method: 'promax', power: 4 } }),
  without: ['value'],
};
const recipe: Recipe = {
  ...fresh,
  columns: fresh.columns.map(column =>
    column.name === 'sherd' ? { ...column, role: 'label' as const } : column,
  ),
  reductions: [reduction],
};
const preparation = preparationOf(recipe);
const names = ['Lime', 'Temper'];
const ask = askOf(recipe, reduction);
const components = () => compute(table, reductionRequest(recipe, reduction));
/** By the head of the column. */
const lines = ([head, ...rows]: Numbers) =>
  rows.map(row => new Map(head!.map((name, place) => [name, row[place]!])));
const whole = (numbers: Numbers) =>
  expect(numbers.every(row => row.length === numbers[0]!.length)).toBe(true);
const mean = (list: readonly number[]) => list.reduce((sum, value) => sum + value, 0) / list.length;

test('the ledger as shown: its quantity in its order, and the pattern by its own', async () => {
  const made = await components();
  for (const quantity of ['correlations', 'pattern'] as const) {
    const numbers = ledgerNumbers(made, quantity, names, measure => (measure === 'a' ? 'what a is' : ''));
    whole(numbers);
    const found = lines(numbers);
    expect(found.map(line => line.get(quantity)).toSorted()).toEqual([...made.measures].toSorted());
    for (const line of found) {
      const sizes = names.map(name => Math.abs(Number(line.get(name))));
      expect(line.get('leads')).toBe(names[sizes[0]! >= sizes[1]! ? 0 : 1]);
      expect(line.get('wording')).toBe(line.get(quantity) === 'a' ? 'what a is' : '');
    }
  }
});

test('scores against columns: means of groups weigh up to the mean of all rows', async () => {
  const relations = await compute(table, { stage: 'scoreRelations', reduced: reducedBy(recipe, reduction) });
  const numbers = relationNumbers(relations, names);
  whole(numbers);
  const kilns = lines(numbers).filter(line => line.get('column') === 'kiln' && line.get('what') === 'mean');
  expect(kilns.map(line => line.get('level'))).toEqual(['north', 'south']);
  for (const name of names) {
    const total = kilns.reduce((sum, line) => sum + Number(line.get('rows')) * Number(line.get(name)), 0);
    expect(total / n).toBeCloseTo(0, 9);
  }
});

test('an outcome: its coefficients foretell the outcome’s mean where all scores are 0', async () => {
  const value = await compute(table, { ...ask, stage: 'outcome', outcome: 'value', seed: 1 });
  const numbers = outcomeNumbers(value, names);
  whole(numbers);
  const found = lines(numbers);
  const made = await components();
  const used = [...made.rows].map(row => outcome[row]!);
  const intercept = found.find(line => line.get('part') === 'scores' && line.get('term') === 'intercept')!;
  expect(Number(intercept.get('estimate'))).toBeCloseTo(mean(used), 6);
  expect(found.filter(line => line.get('part') === 'scores').map(line => line.get('term'))).toEqual([
    'intercept',
    ...names,
  ]);
  expect(found.filter(line => line.get('part') === 'rows held out')).toHaveLength(2);
});

test('groups and repeats: congruences within 1, and the part of the variance is the square of the sds', async () => {
  const agreed = agreementNumbers(await compute(table, { ...ask, stage: 'agreement', label: 'kiln' }), names);
  whole(agreed);
  for (const line of lines(agreed).filter(
    one => one.get('what') === 'congruence, turned' && one.get('with') === 'all rows',
  )) {
    const figures = names.map(name => Number(line.get(name)));
    expect(Number(line.get('least of all'))).toBe(Math.min(...figures));
    expect(Math.max(...figures)).toBeLessThanOrEqual(1 + 1e-12);
  }
  const repeated = replicateNumbers(
    await compute(table, {
      stage: 'replicates',
      reduced: reducedBy(recipe, reduction),
      by: ['sherd', 'c'],
    }).catch(() =>
      compute(table, { stage: 'replicates', reduced: reducedBy(recipe, reduction), by: ['sherd'] }),
    ),
    names,
  );
  whole(repeated);
  for (const line of lines(repeated).filter(one => one.get('what') === 'dimension')) {
    const [within, all] = [Number(line.get('sd within repeats')), Number(line.get('sd of all rows'))];
    expect(Number(line.get('part of the variance'))).toBeCloseTo((within / all) ** 2, 10);
  }
});

test('boxes and gaps: medians halve the entries, and the rows of all patterns are all rows', async () => {
  const { measures, weight, weighting } = preparation;
  const before = await compute(table, { stage: 'originalBoxes', measures, weight, weighting });
  const after = await compute(table, { stage: 'treatedBoxes', preparation: treatmentOf(preparation) });
  const boxes = boxNumbers(measureBoxes(before, after));
  whole(boxes);
  for (const line of lines(boxes).filter(
    one => one.get('treatment') === 'before' && one.get('measure') !== 'c',
  )) {
    const column = table.columns.find(({ name }) => name === line.get('measure'))!;
    const values = [...(column as { values: ArrayLike<number> & Iterable<number> }).values];
    expect(values.filter(value => value < Number(line.get('median')))).toHaveLength(n / 2);
  }
  const gaps = await compute(table, { stage: 'gaps', measures: [...measures] });
  const numbers = gapNumbers(gaps, n);
  whole(numbers);
  expect(numbers.slice(1).reduce((sum, row) => sum + Number(row[0]), 0)).toBe(n);
  // Patterns that are not told apart are summed up.
  const few = gapNumbers({ ...gaps, patterns: [] }, n);
  expect(few.at(-1)).toEqual(['3', '', 'rows of other patterns']);
});
