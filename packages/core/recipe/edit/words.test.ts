import { tableOf } from '../../testTables';
import { freshRecipe } from '../fresh';
import { preparationOf } from '../requests';
import { parseRecipe } from '../schema';
import { writeRecipe } from '../writeRecipe';
import { changeBetween } from './changeWords';
import { withColumnRenamed } from './renamed';
import { withRoles } from './columns';
import { withNewReduction } from './reductions';
import {
  withoutSplit,
  withRolesByHand,
  withSplit,
  withWordBack,
  withWords,
  withWordsAside,
  withWordsJoined,
} from './words';

const table = tableOf(
  [
    [1, 2, 3, 4],
    [2, 1, 4, 3],
    ['green jug', 'brown jug', 'green lamp', 'lid'],
  ],
  ['a', 'b', 'text'],
);
const plain = freshRecipe(table);
const split = withSplit(plain, 'text', 4);

test('a text beside numbers is split where that is asked, its reductions by what fits words; and back', () => {
  expect(plain.preparation.words).toBeNull();
  expect(preparationOf(plain).measures).toEqual(['a', 'b']);
  expect(preparationOf(split)).toMatchObject({ measures: [], words: { column: 'text' }, scale: 'centre' });
  expect(split.reductions[0]!.settings).toMatchObject({ method: 'components', keep: 50 });
  const { recipe } = withNewReduction(split, split.reductions[0]!, 4, 'neighbours');
  expect(recipe.reductions[1]!.settings).toMatchObject({ metric: 'cosine', leading: 50 });
  expect(preparationOf(withoutSplit(split)).measures).toEqual(['a', 'b']);
  expect(parseRecipe(writeRecipe(split), 'split')).toEqual(split);
  expect(changeBetween(split, withWords(split, { pairs: true })).what).toBe(
    'how the text is split into words',
  );
  // A column that is no text any more is not split.
  expect(preparationOf(withRoles(split, ['text'], 'label')).words).toBeNull();
});

test('undo of words that were chosen in the vocabulary leads to it, of how the text is split to its sentence', () => {
  const questions = [
    withWordsAside(split, ['green']),
    withWordsJoined(split, ['jug', 'pitcher'], 'jug'),
    withWords(split, { pairs: true }),
    withoutSplit(split),
  ].map(changed => [changeBetween(split, changed).question, changeBetween(changed, split).question]);
  expect(questions).toEqual([
    ['table', 'table'],
    ['table', 'table'],
    ['preparation', 'preparation'],
    ['preparation', 'preparation'],
  ]);
});

test('words are set aside, joined and brought back', () => {
  const joined = withWordsJoined(split, ['jug', 'lid'], 'lamp');
  expect(joined.preparation.words!.joined).toEqual([
    { from: 'jug', to: 'lamp' },
    { from: 'lid', to: 'lamp' },
  ]);
  // What was taken for a word goes on with it.
  const on = withWordsJoined(joined, ['lamp'], 'green');
  expect(on.preparation.words!.joined).toEqual([
    ...['jug', 'lid', 'lamp'].map(from => ({ from, to: 'green' })),
  ]);
  expect(withWordsJoined(on, ['green'], 'jug').preparation.words!.joined).not.toContainEqual({
    from: 'jug',
    to: 'green',
  });
  const aside = withWordsAside(joined, ['lamp', 'green']);
  expect(aside.preparation.words).toMatchObject({ aside: ['lamp', 'green'], joined: [] });
  expect(withWordBack(aside, 'lamp').preparation.words!.aside).toEqual(['green']);
  expect(withWordBack(joined, 'lid').preparation.words!.joined).toEqual([{ from: 'jug', to: 'lamp' }]);
});

test('the text that is split is found again under its new name', () => {
  const renamed = withColumnRenamed(split, 'text', 'description');
  expect(renamed.preparation.words!.column).toBe('description');
  expect(preparationOf(renamed).words?.column).toBe('description');
});

test('titles beside a longer text are texts too, where there is hardly a number; the longest is split, another by hand', () => {
  const rows = Array.from({ length: 30 }, (_, i) => [
    `K${i}`,
    `a jug of kind ${i}`,
    `It was found in trench ${i % 7}, below the wall, with many others of a like kind, ${i}`,
    `Jane Smith${i}`,
  ]);
  const table = tableOf(
    [0, 1, 2, 3].map(j => rows.map(row => row[j]!)),
    ['entry', 'title', 'description', 'by'],
  );
  const fresh = freshRecipe(table);
  expect(fresh.columns.map(({ role }) => role)).toEqual(['identity', 'text', 'text', 'identity']);
  expect(fresh.preparation.words?.column).toBe('description');
  const by = withRolesByHand(fresh, ['title'], 'text', 30);
  expect(preparationOf(by)).toMatchObject({ measures: [], words: { column: 'title' } });
  // Also one that had another role, and from a study whose text was given another one.
  const names = withRolesByHand(fresh, ['by'], 'text', 30);
  expect(names.preparation.words?.column).toBe('by');
  const none = withRolesByHand(withoutSplit(fresh), ['title'], 'text', 30);
  expect(none.preparation.words?.column).toBe('title');
  // Beside numbers the numbers stay the measures.
  expect(withRolesByHand(plain, ['text'], 'text', 30).preparation.words).toBeNull();
  expect(withRolesByHand(fresh, ['title'], 'label', 30).preparation.words?.column).toBe('description');
});
