import { freshRecipe } from '@wold/core/recipe/fresh';
import { checkRecipe } from '@wold/core/recipe/schema';
import { readDelimited } from '@wold/core/table/readDelimited';
import type { StudyRecord } from '../storage/database';
import {
  edit,
  isolatedLevel,
  showedAllLevels,
  opened,
  redone,
  selected,
  setBeside,
  studyReducer,
  tookInHand,
  undone,
  type StudyState,
} from './studySlice';
import {
  withDimensionName,
  withNewReduction,
  withSettings,
  withoutReduction,
} from '@wold/core/recipe/edit/reductions';
import { withPreparation, withRowsAside } from '@wold/core/recipe/edit/preparation';
import { withRoles } from '@wold/core/recipe/edit/columns';

const table = readDelimited(new TextEncoder().encode('kiln,a,b,w\nx,1,2,1\ny,2,5,1\nx,3,1,2\n'), 'made.csv');
const recipe = freshRecipe(table);
const hand = recipe.reductions[0]!;
const record: StudyRecord = {
  id: 's',
  name: 'made',
  fileKey: table.fileKey,
  recipe,
  past: [],
  future: [],
  hand: hand.id,
  beside: [],
  seen: [],
  created: 0,
  changed: 0,
  deleted: null,
};
const start = studyReducer(undefined, opened(record));
const now = (state: StudyState) => state.study!.recipe;
const at = (action: ReturnType<typeof edit>, time: number) => ({
  ...action,
  payload: { ...action.payload, at: time },
});

describe('undo', () => {
  test('goes back and forth through every change', () => {
    const one = withPreparation(recipe, { scale: 'centre' });
    const two = withRoles(one, ['w'], 'weight');
    let state = studyReducer(start, edit(one, 'scale'));
    state = studyReducer(state, edit(two, 'role w'));
    state = studyReducer(state, undone());
    expect(now(state)).toBe(one);
    state = studyReducer(state, undone());
    expect(now(state)).toBe(recipe);
    expect(studyReducer(state, undone())).toBe(state);
    state = studyReducer(studyReducer(state, redone()), redone());
    expect(now(state)).toBe(two);
    expect(studyReducer(state, redone())).toBe(state);
  });

  test('quick changes of one thing are one step; of another thing, or later, a new one', () => {
    const fade = (value: number) => withSettings(recipe, hand, { fade: value });
    let state = studyReducer(start, at(edit(fade(0.1), 'fade'), 0));
    state = studyReducer(state, at(edit(fade(0.2), 'fade'), 300));
    expect(state.study!.past).toHaveLength(1);
    state = studyReducer(state, at(edit(fade(0.3), 'fade'), 5000));
    expect(state.study!.past).toHaveLength(2);
    state = studyReducer(state, at(edit(withPreparation(now(state), { scale: 'centre' }), 'scale'), 5001));
    expect(state.study!.past).toHaveLength(3);
  });

  test('a change after an undo forgets what was undone', () => {
    let state = studyReducer(start, edit(withPreparation(recipe, { scale: 'centre' }), 'scale'));
    state = studyReducer(state, undone());
    state = studyReducer(state, edit(withRoles(recipe, ['a'], 'aside'), 'role a'));
    expect(state.study!.future).toEqual([]);
  });
});

describe('changes of the recipe', () => {
  test('one column weighs: the former one is set aside', () => {
    const twice = withRoles(withRoles(recipe, ['w'], 'weight'), ['a'], 'weight');
    expect(twice.columns.map(({ role }) => role)).toEqual(['label', 'weight', 'measure', 'aside']);
  });

  test('rows are set aside with a reason, and brought back', () => {
    const aside = withRowsAside(withRowsAside(recipe, [2], 'broken'), [0, 2], 'burnt');
    expect(aside.preparation.rowsAside).toEqual({
      of: table.key,
      rows: [
        { row: 0, reason: 'burnt', placed: false },
        { row: 2, reason: 'burnt', placed: false },
      ],
    });
    expect(withRowsAside(aside, [0], null).preparation.rowsAside.rows).toEqual([
      { row: 2, reason: 'burnt', placed: false },
    ]);
    expect(checkRecipe(aside, 'r')).toEqual(aside);
  });

  test('a dimension is named, and loses its name with a blank one', () => {
    const named = withDimensionName(recipe, hand, 2, ' Lime ', null);
    expect(named.reductions[0]!.names).toEqual([{ dimension: 2, name: 'Lime' }]);
    expect(withDimensionName(named, named.reductions[0]!, 2, '  ', null).reductions[0]!.names).toEqual([]);
  });

  test('reductions are added under new ids and removed but for the last', () => {
    const { recipe: two, id } = withNewReduction(recipe, hand, 30);
    const { recipe: three, id: other } = withNewReduction(withoutReduction(two, hand.id), hand, 30);
    expect(new Set([hand.id, id, other]).size).toBe(3);
    expect(three.reductions).toHaveLength(2);
    expect(withoutReduction(withoutReduction(three, id), other).reductions).toHaveLength(1);
    expect(checkRecipe(three, 'r')).toEqual(three);
  });
});

describe('what is in hand', () => {
  const { recipe: two, id } = withNewReduction(recipe, hand, 30);
  const withTwo = studyReducer(studyReducer(start, edit(two, 'reductions')), tookInHand(id));

  test('another reduction stands beside it, never itself', () => {
    expect(studyReducer(withTwo, setBeside(hand.id)).study!.beside).toEqual([hand.id]);
    expect(studyReducer(withTwo, setBeside(id)).study!.beside).toEqual([]);
    const swapped = studyReducer(studyReducer(withTwo, setBeside(hand.id)), tookInHand(hand.id));
    expect([swapped.study!.hand, swapped.study!.beside]).toEqual([hand.id, [id]]);
    expect(studyReducer(swapped, setBeside(id)).study!.beside).toEqual([]);
  });

  test('is one of the recipe’s after its reduction is undone', () => {
    expect(studyReducer(withTwo, undone()).study!.hand).toBe(hand.id);
  });
});

test('a selection replaces the one before, and levels are shown alone by turns', () => {
  let state = studyReducer(start, selected({ rows: [1, 2] }));
  state = studyReducer(state, selected({ columns: ['a'] }));
  expect(state.selection).toEqual({ rows: [], columns: ['a'], dimension: null });
  state = studyReducer(studyReducer(state, isolatedLevel(1)), isolatedLevel(0));
  expect(state.isolated).toEqual([1, 0]);
  expect(studyReducer(state, isolatedLevel(1)).isolated).toEqual([0]);
  // One alone is held against the others by a second click, and let go by a third.
  let alone = studyReducer(studyReducer(state, showedAllLevels()), isolatedLevel(2));
  expect([alone.isolated, alone.against]).toEqual([[2], false]);
  alone = studyReducer(alone, isolatedLevel(2));
  expect([alone.isolated, alone.against]).toEqual([[2], true]);
  alone = studyReducer(alone, isolatedLevel(2));
  expect([alone.isolated, alone.against]).toEqual([[], false]);
});
