/** @jest-environment ./packages/app/testing/dom.mjs */
import 'fake-indexeddb/auto';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { selected, type Selection } from '../store/studySlice';
import { show } from '../testing/show';
import { LabelForm } from './LabelForm';
import { LensPanel } from './LensPanel';

jest.mock('../workers/pool', () => jest.requireActual<object>('../testing/pool'));

const user = userEvent.setup();
function open(selection: Partial<Selection>) {
  const shown = show(<LensPanel />);
  act(() => void shown.store.dispatch(selected(selection)));
  return shown;
}

test('nothing selected: what to do', () => {
  show(<LensPanel />);
  expect(screen.getByText(/Select rows, a column or a dimension/)).toBeTruthy();
});

test('a column of numbers: its figures, over the rows that have it, and its strongest correlations', async () => {
  const { state } = open({ columns: ['b'] });
  expect(await screen.findByRole('heading', { name: 'b' })).toBeTruthy();
  // 10, 30 and 20: mean 20, standard deviation 10.
  const fact = (name: string) => screen.getByText(name).nextElementSibling?.textContent;
  expect([fact('entries'), fact('mean'), fact('standard deviation')]).toEqual(['3, 1 missing', '20', '10']);
  // Of (1, 10), (2, 30), (3, 20): .5.
  const table = within(await screen.findByRole('table'));
  expect(table.getByRole('row').textContent).toContain('.50');
  await user.click(table.getByRole('button', { name: 'a' }));
  expect(state().study.selection.columns).toEqual(['b', 'a']);
});

test('a column is set aside with a reason, and brought back', async () => {
  const { study } = open({ columns: ['b'] });
  await user.click(await screen.findByRole('button', { name: 'Set aside' }));
  await user.keyboard('rim only{Enter}');
  expect(study().recipe.columns[2]).toMatchObject({ role: 'aside', aside: 'rim only' });
  await user.click(await screen.findByRole('button', { name: /^Bring back/ }));
  expect(study().recipe.columns[2]).not.toMatchObject({ role: 'aside' });
});

test('a label is made of a number, by bins or by edges', async () => {
  const { study } = open({ columns: ['a'] });
  await user.click(await screen.findByRole('button', { name: 'Make a label of it' }));
  const field = screen.getByRole('textbox', { name: /bins of about equal count/ });
  await user.clear(field);
  await user.type(field, 'x{Enter}');
  expect(study().recipe.made).toEqual([]);
  await user.clear(field);
  await user.type(field, '1,5 3{Enter}');
  expect(study().recipe.made).toEqual([
    { name: 'a, binned', from: 'a', how: { kind: 'edges', edges: [1.5, 3] } },
  ]);
});

test('one row: its entries, and how it fits; set aside with a reason', async () => {
  const { study } = open({ rows: [1] });
  expect(await screen.findByRole('heading', { name: 'row 2' })).toBeTruthy();
  await waitFor(() => expect(screen.getByText(/How it fits/)).toBeTruthy());
  await user.click(screen.getByRole('button', { name: /^Set aside/ }));
  await user.keyboard('burnt{Enter}');
  expect(study().recipe.preparation.rowsAside.rows).toEqual([{ row: 1, reason: 'burnt', placed: false }]);
});

test('several rows: what they have in common and what sets them apart', async () => {
  open({ rows: [0, 2] });
  expect(await screen.findByRole('heading', { name: /^2\srows\sselected$/ })).toBeTruthy();
  expect(screen.getByText(/north/)).toBeTruthy();
  await waitFor(() => expect(screen.getByRole('heading', { name: 'What sets them apart' })).toBeTruthy());
});

test('a dimension: what it holds, and what leads it', async () => {
  open({ dimension: 1 });
  expect(await screen.findByRole('heading', { name: 'Dimension 1' })).toBeTruthy();
  // Correlations of .5 between two measures: eigenvalues 1.5 and .5.
  const fact = (name: string) => screen.getByText(name).nextElementSibling?.textContent;
  expect([fact('eigenvalue'), fact('share')]).toEqual(['1.500', '75.0\u00a0%']);
});

test('selected rows become a level of a new label, and the next ones another level of it', async () => {
  const { study } = show(<LabelForm rows={[0, 3]} />);
  for (const [level, named] of [
    ['rim', 'marked'],
    ['base', 'marked'],
  ] as const) {
    await user.click(await screen.findByRole('button', { name: 'Give a label' }));
    const label = screen.getByRole<HTMLInputElement>('combobox', { name: 'label, new or known' });
    expect(label.value).toBe(named);
    await user.type(screen.getByRole('combobox', { name: 'they are' }), level);
    await user.click(screen.getByRole('button', { name: 'Label them' }));
  }
  expect(study().recipe.columns.find(({ name }) => name === 'marked')).toMatchObject({ role: 'label' });
  expect(study().recipe.made.filter(({ name }) => name === 'marked')).toHaveLength(1);
});
