import { fitRecipe } from '../fitRecipe';
import { freshRecipe } from '../fresh';
import { arrange } from '../../table/arrange';
import { arrangementOf } from '../arrangementOf';
import { checkRecipe } from '../schema';
import { tableOf } from '../../testTables';
import { withCodebook } from './codebook';
import { withShortHeadings, withWholeHeadings } from './headings';
import { withDimensionName } from './reductions';

const headings = ['kiln', 'Q1 I would come here again', 'Q2 The room was warm enough', 'age'];
const table = tableOf(
  [
    ['a', 'b', 'a', 'b', 'a', 'b'],
    [1.5, 2, 3, 4, 5, 2],
    [3.5, 4, 5, 6, 5, 1],
    [21.5, 32, 44, 56, 31, 40],
  ],
  headings,
);
const recipe = freshRecipe(table);

test('a study starts with short names and wordings, and is found in its file again', () => {
  expect(recipe.columns.map(({ name, heading, wording }) => [name, heading, wording])).toEqual([
    ['kiln', undefined, undefined],
    ['Q1', headings[1], 'I would come here again'],
    ['Q2', headings[2], 'The room was warm enough'],
    ['age', undefined, undefined],
  ]);
  expect(() => checkRecipe(recipe, 'r')).not.toThrow();
  const arranged = arrange(table, arrangementOf(recipe));
  expect(arranged.columns.map(({ name }) => name)).toEqual(['kiln', 'Q1', 'Q2', 'age']);
  const turned = { ...table, columns: table.columns.toReversed() };
  expect(fitRecipe(recipe, turned).columns).toEqual(recipe.columns.toReversed());
});

test('a column of another table that is called like a short name is told apart', () => {
  const more = tableOf(
    [...[1, 2, 3].map(k => [k, 2, 4, 1, 3, 5]), ['x', 'y', 'x', 'y', 'x', 'y']],
    [headings[1]!, headings[2]!, 'Q1', 'kiln'],
  );
  const withAge = { ...more, columns: [...more.columns, table.columns[3]!] };
  expect(fitRecipe(recipe, withAge).columns[2]).toEqual({ name: 'Q1 (2)', heading: 'Q1', role: 'aside' });
});

test('whole headings and back keep all that was decided', () => {
  const named = withDimensionName(recipe, recipe.reductions[0]!, 1, 'Welcome', {
    measures: ['Q1', 'Q2', 'age'],
    correlations: { rows: 3, columns: 1, values: Float64Array.of(0.9, 0.8, 0.1) },
  });
  const said = { ...named, preparation: { ...named.preparation, unfenced: ['Q2'] } };
  const whole = withWholeHeadings(said);
  expect(whole.columns.map(({ name }) => name)).toEqual(headings);
  expect(whole.columns.every(({ wording, heading }) => wording === undefined && heading === undefined)).toBe(
    true,
  );
  expect(whole.preparation.unfenced).toEqual([headings[2]]);
  expect(whole.reductions[0]!.names[0]!.profile![0]!.measure).toBe(headings[1]);
  expect(withShortHeadings(whole)).toEqual(said);
});

test('a codebook knows columns by either', () => {
  const entries = [
    { name: headings[1]!, unit: 'marks' },
    { name: 'Q2', unit: 'marks' },
  ];
  expect(withCodebook(recipe, entries).known).toBe(2);
});
