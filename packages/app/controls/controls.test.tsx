/** @jest-environment ./packages/app/testing/dom.mjs */
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useNavigate } from 'react-router';
import { show } from '../testing/show';
import { EditableName } from './EditableName';
import { ViewSwitch } from './ViewSwitch';
import { ChoiceWord, NumberWord } from './Word';

const user = userEvent.setup();

describe('a word with choices', () => {
  const choices = [
    { value: 'one', name: 'one thing', when: 'when there is one' },
    { value: 'two', name: 'two things' },
  ];

  test('stands as its choice, opens with the keyboard, and gives what is chosen', async () => {
    const chosen = jest.fn();
    show(<ChoiceWord settles="How many" value="one" choices={choices} onChoose={chosen} />);
    const word = screen.getByRole('button', { name: 'one thing' });
    expect(word.getAttribute('aria-description')).toBe('How many');
    word.focus();
    await user.keyboard('{Enter}');
    const panel = within(await screen.findByRole('dialog', { name: 'How many' }));
    expect(panel.getByRole('button', { name: /one thing/ }).getAttribute('aria-pressed')).toBe('true');
    expect(panel.getByText('when there is one')).toBeTruthy();
    await user.keyboard('{ArrowDown}{Enter}');
    expect(chosen).toHaveBeenCalledWith('two');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  test('opens where the way here asks for it, and again each time', async () => {
    function Way() {
      const navigate = useNavigate();
      return (
        <button type="button" onClick={() => void navigate('/there', { state: { opens: 'How many' } })}>
          go
        </button>
      );
    }
    show(
      <>
        <Way />
        <ChoiceWord settles="How many" value="one" choices={choices} onChoose={() => undefined} />
        <ChoiceWord settles="Another" value="two" choices={choices} onChoose={() => undefined} />
      </>,
    );
    for (let time = 0; time < 2; time++) {
      expect(screen.queryByRole('dialog')).toBeNull();
      await user.click(screen.getByRole('button', { name: 'go' }));
      expect(await screen.findByRole('dialog', { name: 'How many' })).toBeTruthy();
      await user.keyboard('{Escape}');
      await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    }
  });
});

describe('a word that is a number', () => {
  test.each([
    ['2,5', 2.5],
    ['7', 7],
  ])('%s typed gives %d', async (typed, number) => {
    const given = jest.fn();
    show(<NumberWord settles="Size" value={1} least={0} most={10} why="As you like." onNumber={given} />);
    await user.click(screen.getByRole('button', { name: '1' }));
    const field = await screen.findByRole('textbox', { name: 'Size' });
    await user.clear(field);
    await user.type(field, `${typed}{Enter}`);
    expect(given).toHaveBeenCalledWith(number);
  });

  test('what is out of range is marked and not taken', async () => {
    const given = jest.fn();
    show(<NumberWord settles="Size" value={1} least={0} most={10} why="As you like." onNumber={given} />);
    await user.click(screen.getByRole('button', { name: '1' }));
    const field = await screen.findByRole('textbox', { name: 'Size' });
    for (const typed of ['11', '-1', 'x', ' ']) {
      await user.clear(field);
      await user.type(field, `${typed}{Enter}`);
      expect(field.getAttribute('aria-invalid')).toBe('true');
    }
    expect(given).not.toHaveBeenCalled();
    expect(screen.getByText('From 0 to 10; Enter keeps it.')).toBeTruthy();
  });
});

describe('a name that is edited where it stands', () => {
  const named = jest.fn();
  beforeEach(() => named.mockClear());
  const open = async () => {
    show(<EditableName name="Lime" label="Name of the dimension" onName={named} />);
    await user.click(screen.getByRole('button', { name: 'Name of the dimension: Lime. Edit' }));
    expect(document.activeElement).toBe(screen.getByRole('textbox', { name: 'Name of the dimension' }));
  };

  test('Enter keeps it, trimmed', async () => {
    await open();
    await user.keyboard(' Clay {Enter}');
    expect(named).toHaveBeenCalledWith('Clay');
    expect(screen.queryByRole('textbox')).toBeNull();
  });

  test('leaving it keeps it, Escape does not, and the same name is no change', async () => {
    await open();
    await user.keyboard('Clay');
    await user.tab();
    expect(named).toHaveBeenCalledWith('Clay');
    await user.click(screen.getByRole('button', { name: /Edit/ }));
    await user.keyboard('x{Escape}');
    await user.click(screen.getByRole('button', { name: /Edit/ }));
    await user.keyboard('{Enter}');
    expect(named).toHaveBeenCalledTimes(1);
  });
});

test('the views of a reading: one is pressed, another is chosen', async () => {
  const seen = jest.fn();
  const views = [
    ['a', 'Ledger'],
    ['b', 'Plane'],
  ] as const;
  show(<ViewSwitch views={views} view="a" onView={seen} />);
  const group = within(screen.getByRole('group', { name: 'View' }));
  expect(group.getByRole('button', { pressed: true }).textContent).toBe('Ledger');
  await user.click(group.getByRole('button', { name: 'Plane' }));
  expect(seen).toHaveBeenCalledWith('b');
});
