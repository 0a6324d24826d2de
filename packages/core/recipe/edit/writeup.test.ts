import { tableOf } from '../../testTables';
import { freshRecipe } from '../fresh';
import { checkRecipe } from '../schema';
import {
  withAddedSentence,
  withFigure,
  withLeftOut,
  withOrder,
  withoutFigure,
  withPrintStyle,
  withSeen,
  withSentence,
} from './writeup';

const recipe = freshRecipe(
  tableOf([
    [1, 2, 3],
    [3, 1, 2],
  ]),
);
const own = { section: 'data', place: 'methods', after: null, text: 'Mine.' } as const;
const figure = {
  key: 'f',
  section: 'data',
  title: 't',
  caption: 'c',
  width: 80,
  height: 60,
  svg: '<svg></svg>',
  of: 'x',
};

test('a sentence is put in other words, and as it grew again', () => {
  const once = withSentence(withSentence(recipe, 'rows', 'First.'), 'rows', 'Second {used}.');
  expect(once.writeup.edited).toEqual([{ key: 'rows', text: 'Second {used}.' }]);
  expect(withSentence(once, 'rows', null)).toEqual(recipe);
});

test('sentences of one’s own have keys of their own, also after one was deleted', () => {
  const two = withAddedSentence(withAddedSentence(recipe, own), own);
  expect(two.writeup.added.map(({ key }) => key)).toEqual(['own 1', 'own 2']);
  const without = withSentence(two, 'own 1', null);
  expect(without.writeup.added.map(({ key }) => key)).toEqual(['own 2']);
  expect(withAddedSentence(without, own).writeup.added.map(({ key }) => key)).toEqual(['own 2', 'own 1']);
  expect(withSentence(two, 'own 2', 'Other.').writeup.added[1]!.text).toBe('Other.');
  // One without words is none.
  expect(withSentence(two, 'own 2', ' ').writeup.added).toHaveLength(1);
});

test('parts are left out once, taken in again, ordered, drawn anew and removed; all of it is a recipe', () => {
  const out = withLeftOut(withLeftOut(recipe, 'rows', true), 'rows', true);
  expect(out.writeup.out).toEqual(['rows']);
  expect(withLeftOut(out, 'rows', false)).toEqual(recipe);
  const ordered = withOrder(withOrder(recipe, 'data', 'methods', ['a', 'b']), 'data', 'methods', ['b', 'a']);
  expect(ordered.writeup.order).toEqual([{ section: 'data', place: 'methods', keys: ['b', 'a'] }]);
  const kept = withFigure(withFigure(recipe, figure), { ...figure, caption: 'other' });
  expect(kept.writeup.figures.map(({ caption }) => caption)).toEqual(['other']);
  expect(withoutFigure(kept, 'f')).toEqual(recipe);
  const all = withSeen(withPrintStyle(withAddedSentence(kept, own), { decimals: 3 }), [
    { figure: 'a/b', text: '1' },
  ]);
  expect(checkRecipe(all, 'x')).toEqual(all);
});
