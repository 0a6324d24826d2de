import { arrange } from '../../table/arrange';
import { textAt } from '../../table/column';
import { findColumn, type Table } from '../../table/table';
import { tableOf } from '../../testTables';
import { arrangementOf } from '../arrangementOf';
import { freshRecipe } from '../fresh';
import { checkRecipe, type Recipe } from '../schema';
import { withClusterLabel } from './clusters';
import { markedLabels, withMarkedRows } from './marks';

const table = tableOf(
  [
    ['a', 'a', 'b', 'b', ''],
    [1.5, 2, 3, 4, 5],
  ],
  ['kiln', 'x'],
);
const fresh = freshRecipe(table);
const entries = (recipe: Recipe, name: string, of: Table = table) => {
  const column = findColumn(arrange(of, arrangementOf(recipe)), name)!;
  return Array.from({ length: of.rows }, (_, row) => textAt(column, row));
};
const mark = (recipe: Recipe, rows: number[], level: string, label: string) =>
  withMarkedRows(recipe, { fileKey: table.fileKey, rows, level, label });

test('marked rows become a new label, and further rows levels of it; a row has one level', () => {
  const first = mark(fresh, [3, 1], 'odd', 'suspects');
  expect(first.label).toBe('suspects');
  expect(entries(first.recipe, 'suspects')).toEqual(['', 'odd', '', 'odd', '']);
  const second = mark(first.recipe, [1, 2], 'worn', 'suspects').recipe;
  expect(entries(second, 'suspects')).toEqual(['', 'worn', 'worn', 'odd', '']);
  const third = mark(second, [4], 'odd', 'suspects').recipe;
  expect(entries(third, 'suspects')).toEqual(['', 'worn', 'worn', 'odd', 'odd']);
  expect(markedLabels(third)).toHaveLength(1);
  expect(checkRecipe(third, 'r')).toEqual(third);
});

test('of a label that stands in the file one is made in which the others keep their levels', () => {
  const { recipe, label } = mark(fresh, [0, 4], 'lost kiln', 'kiln');
  expect(label).toBe('kiln, marked');
  expect(entries(recipe, label)).toEqual(['lost kiln', 'a', 'b', 'b', 'lost kiln']);
  expect(entries(recipe, 'kiln')).toEqual(['a', 'a', 'b', 'b', '']);
  // A measure’s name is taken: the label is told from it.
  expect(mark(fresh, [0], 'far', 'x').label).toBe('x, marked');
});

test('marks say nothing of another file', () => {
  const { recipe } = mark(fresh, [0], 'odd', 'suspects');
  expect(
    entries(recipe, 'suspects', { ...table, fileKey: 'other', key: 'other' }).every(text => text === ''),
  ).toBe(true);
});

test('clusters become a label of the rows that they are of, called by their number', () => {
  const rows = Uint32Array.from([0, 2, 3, 4]);
  const made = withClusterLabel(fresh, table.fileKey, rows, { k: 2, cluster: Uint8Array.from([0, 1, 0, 0]) });
  expect(made.label).toBe('2 clusters');
  expect(entries(made.recipe, made.label)).toEqual(['cluster 1', '', 'cluster 2', 'cluster 1', 'cluster 1']);
  expect(checkRecipe(made.recipe, 'r')).toEqual(made.recipe);
  const again = withClusterLabel(made.recipe, table.fileKey, rows, { k: 2, cluster: new Uint8Array(4) });
  expect(again.label).not.toBe('2 clusters');
});
