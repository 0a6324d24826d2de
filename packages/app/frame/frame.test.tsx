/** @jest-environment ./packages/app/testing/dom.mjs */
import 'fake-indexeddb/auto';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { firstOf } from '@wold/core/testTables';
import { edit, tookInHand } from '../store/studySlice';
import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { withNewReduction, withReduction } from '@wold/core/recipe/edit/reductions';
import { QUESTIONS, questionAt } from '../readings/questions';
import { pots, show } from '../testing/show';
import { Boundary } from './Boundary';
import { BriefBar } from './BriefBar';
import { FindDialog } from './FindDialog';
import { KeysDialog } from './KeysDialog';
import { Rail } from './Rail';
import { Shelf } from './Shelf';
import { useKeys, type KeyActions } from './useKeys';

jest.mock('../workers/pool', () => jest.requireActual<object>('../testing/pool'));

const user = userEvent.setup();
const recipe = freshRecipe(pots);

describe('the rail', () => {
  test('has a link to each question with its answer, and marks the one in sight', async () => {
    show(<Rail current="preparation" />);
    const rail = within(screen.getByRole('navigation', { name: 'Questions' }));
    for (const { route, question } of QUESTIONS) {
      const link = rail.getByRole('link', { name: new RegExp(question.replace('?', '\\?')) });
      expect(link.getAttribute('href')).toBe(`/study/study/${route}`);
      expect(link.getAttribute('aria-current')).toBe(route === 'preparation' ? 'page' : null);
    }
    // One of four rows lacks a measure.
    await waitFor(() =>
      expect(rail.getByRole('link', { name: /fit to use/ }).textContent).toMatch(/1\srow\sleft\sout/),
    );
    await waitFor(() => expect(rail.getByRole('link', { name: /have/ }).textContent).toMatch(/4\srows/));
  });

  test('a study is renamed where it stands', async () => {
    const { study } = show(<Rail current="table" />);
    await user.click(screen.getByRole('button', { name: /^Name of the study/ }));
    await user.keyboard('Jars');
    // What is only typed is not said to be kept.
    expect(screen.getByText(/^not saved yet/)).toBeTruthy();
    expect(screen.queryByText('kept in this browser')).toBeNull();
    await user.keyboard('{Enter}');
    expect(screen.queryByText(/^not saved yet/)).toBeNull();
    expect(study().name).toBe('Jars');
  });
});

test('undo and redo are there when there is something to undo, and do it', async () => {
  const { study, state, store } = show(<BriefBar onKeys={() => undefined}>Pots.</BriefBar>);
  const undo = screen.getByRole('button', { name: 'undo' });
  const redo = screen.getByRole('button', { name: 'redo' });
  expect([undo, redo].map(button => (button as HTMLButtonElement).disabled)).toEqual([true, true]);
  const changed = withPreparation(recipe, { scale: 'centre' });
  act(() => void store.dispatch(edit(changed, 'scale')));
  await user.click(undo);
  expect(study().recipe.preparation.scale).toBe('unit-variance');
  await user.click(redo);
  expect(state().study.study!.recipe.preparation.scale).toBe('centre');
});

describe('the shelf', () => {
  const shelf = { open: true, onToggle: () => undefined, adding: false, onAdding: () => undefined };
  const { recipe: two, id } = withNewReduction(recipe, recipe.reductions[0]!, 30);

  test('a card a reduction, with what it holds; a click takes it in hand, with shift sets it beside', async () => {
    const { study, store } = show(<Shelf {...shelf} />, two);
    act(() => void store.dispatch(tookInHand(id)));
    const first = screen.getByRole('button', { name: 'Take Components in hand' });
    expect(first.getAttribute('aria-pressed')).toBe('false');
    await waitFor(() => expect(screen.getAllByText(/^1 keep \d+ %$/)).toHaveLength(2));
    await user.keyboard('{Shift>}');
    await user.click(first);
    await user.keyboard('{/Shift}');
    expect([study().hand, study().beside]).toEqual([id, [two.reductions[0]!.id]]);
    await user.click(first);
    expect([study().hand, study().beside]).toEqual([two.reductions[0]!.id, [id]]);
  });

  test('a card’s menu removes its reduction, but not the last one', async () => {
    const { study } = show(<Shelf {...shelf} />, two);
    await user.click(screen.getByRole('button', { name: 'Actions for Components 2' }));
    await user.click(await screen.findByRole('menuitem', { name: 'Remove' }));
    expect(study().recipe.reductions.map(({ name }) => name)).toEqual(['Components']);
    await user.click(await screen.findByRole('button', { name: 'Actions for Components' }));
    expect((await screen.findByRole('menuitem', { name: 'Remove' })).getAttribute('aria-disabled')).toBe(
      'true',
    );
  });

  test('folds away, and adds', async () => {
    const [toggled, added] = [jest.fn(), jest.fn()];
    show(<Shelf {...shelf} onToggle={toggled} onAdding={added} />);
    await user.click(screen.getByRole('button', { name: 'Fold the shelf away' }));
    await user.click(screen.getByRole('button', { name: '+ Add' }));
    expect(toggled).toHaveBeenCalledTimes(1);
    expect(added.mock.calls).toEqual([[true]]);
  });

  test('what is added is asked: a method, or the one in hand once more with all its settings', async () => {
    const turned = withReduction(recipe, recipe.reductions[0]!.id, {
      settings: { ...firstOf(recipe).settings, keep: 2, rotation: { method: 'varimax', power: 4 } },
    });
    const { study } = show(<Shelf {...shelf} adding />, turned);
    await user.click(await screen.findByRole('menuitem', { name: /^Components once more/ }));
    const [first, copy] = study().recipe.reductions;
    expect(copy).toEqual({ ...first, id: copy!.id, name: 'Components 2' });
    expect(study().hand).toBe(copy!.id);
    await user.click(await screen.findByRole('menuitem', { name: /^Components few dimensions/ }));
    const fresh = study().recipe.reductions[2]!;
    expect(fresh.settings).toEqual(recipe.reductions[0]!.settings);
    expect(new Set(study().recipe.reductions.map(({ id: one }) => one)).size).toBe(3);
  });
});

test('a column, a row and an action are found by a part of their names, with the keyboard', async () => {
  const [run, close] = [jest.fn(), jest.fn()];
  const { state } = show(<FindDialog actions={[{ name: 'Undo', run }]} onClose={close} />);
  const box = screen.getByRole('combobox', { name: 'Find a column, a row or an action' });
  await user.type(box, 'kil');
  expect(screen.getAllByRole('option').map(option => option.textContent)).toEqual(['kilnlabel']);
  await user.keyboard('{Enter}');
  expect(state().study.selection.columns).toEqual(['kiln']);
  await user.clear(box);
  await user.type(box, '2{Enter}');
  expect(state().study.selection.rows).toEqual([1]);
  await user.clear(box);
  await user.type(box, 'und{Enter}');
  expect(run).toHaveBeenCalledTimes(1);
  expect(close).toHaveBeenCalledTimes(3);
  await user.clear(box);
  await user.type(box, 'nothing so called');
  expect(screen.getByText('Nothing of that name.')).toBeTruthy();
});

test('every key of the list does what the list says', async () => {
  const done: string[] = [];
  const told = (name: string) => () => void done.push(name);
  const actions: KeyActions = {
    question: route => void done.push(route),
    undo: told('undo'),
    redo: told('redo'),
    previousReduction: told('previous'),
    nextReduction: told('next'),
    lens: told('lens'),
    shelf: told('shelf'),
    newReduction: told('new'),
    colour: told('colour'),
    find: told('find'),
    help: told('help'),
  };
  function Keys() {
    useKeys(actions);
    return <input aria-label="typing" />;
  }
  show(<Keys />);
  await user.keyboard('17[[]nlbc/?{Control>}z{Shift>}z{/Shift}y{/Control}');
  expect(done).toEqual([
    'table', 'trust', 'previous', 'next', 'new', 'lens', 'shelf', 'colour', 'find', 'help', 'undo', 'redo', 'redo',
  ]); // prettier-ignore
  // Where something is typed they are letters.
  await user.type(screen.getByRole('textbox', { name: 'typing' }), '1nlc');
  expect(done).toHaveLength(13);
});

test('the list of keys names every question, and closes', async () => {
  const close = jest.fn();
  show(<KeysDialog onClose={close} />);
  const list = within(screen.getByRole('dialog', { name: 'Keys' }));
  for (const { question } of QUESTIONS) expect(list.getByText(question)).toBeTruthy();
  await user.click(list.getByRole('button', { name: 'Close' }));
  expect(close).toHaveBeenCalled();
});

describe('a part that fails', () => {
  let fails = true;
  function Part() {
    if (fails) throw new Error('a stone in the way');
    return <p>all is well</p>;
  }
  beforeEach(() => {
    fails = true;
    jest.spyOn(console, 'error').mockImplementation(() => undefined);
  });
  afterEach(() => jest.restoreAllMocks());

  test('is told of in its place, and goes on when it is tried again', async () => {
    show(
      <>
        <Boundary part="This reading">
          <Part />
        </Boundary>
        <p>another part</p>
      </>,
    );
    expect(screen.getByRole('alert').textContent).toContain('This reading failed: a stone in the way.');
    expect(screen.getByText('another part')).toBeTruthy();
    for (const name of ['Take out the recipe', 'Take out the table']) {
      expect(screen.getByRole('button', { name })).toBeTruthy();
    }
    fails = false;
    await user.click(screen.getByRole('button', { name: 'Try again' }));
    expect(screen.getByText('all is well')).toBeTruthy();
  });

  test('the last change is undone from there', async () => {
    const { study, store } = show(
      <Boundary part="This reading">
        <Part />
      </Boundary>,
    );
    expect(screen.queryByRole('button', { name: 'Undo the last change' })).toBeNull();
    act(() => void store.dispatch(edit(withPreparation(recipe, { scale: 'centre' }), 'scale')));
    await user.click(screen.getByRole('button', { name: 'Undo the last change' }));
    expect(study().recipe).toEqual(recipe);
  });
});

test('a question stands at its route, and at no other', () => {
  expect(questionAt('map')!.number).toBe(6);
  expect(questionAt('nowhere')).toBeUndefined();
});
