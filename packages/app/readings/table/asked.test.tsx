/** @jest-environment ./packages/app/testing/dom.mjs */
import 'fake-indexeddb/auto';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { readDelimited } from '@wold/core/table/readDelimited';
import { show } from '../../testing/show';
import { DoubtfulWord } from './DoubtfulWord';
import { HeadingsWord } from './HeadingsWord';

jest.mock('../../workers/pool', () => jest.requireActual<object>('../../testing/pool'));

const user = userEvent.setup();
const tableOf = (text: string) => readDelimited(new TextEncoder().encode(text), 'asked.csv');

test('columns that look like no measures are told of with why, and measured with a click', async () => {
  const lines = Array.from({ length: 12 }, (_, i) => `${1000 + i},${i * i * 0.37},${5 - i * 0.21}`);
  const table = tableOf(`id,a,b\n${lines.join('\n')}\n`);
  const recipe = freshRecipe(table);
  expect(recipe.columns[0]!.role).toBe('identity');
  const { study } = show(<DoubtfulWord />, recipe, undefined, table);
  await user.click(await screen.findByRole('button', { name: /^id out of the measures/ }));
  expect(screen.getByText(/running numbers/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Measure it' }));
  expect(study().recipe.columns[0]!.role).toBe('measure');
  await waitFor(() => expect(screen.queryByRole('button', { name: /out of the measures/ })).toBeNull());
});

test('long headings are split, and stand whole again when that is wished', async () => {
  const heads = ['lit', 'tidy', 'warm'].map(
    (word, i) => `Q0${i + 1} How far do you agree that the workshop is well ${word} on most days?`,
  );
  const table = tableOf(`${heads.map(head => `"${head}"`).join(',')}\n1,2,3\n4,5,1\n2,2,4\n`);
  const { study } = show(<HeadingsWord />, freshRecipe(table), undefined, table);
  expect(study().recipe.columns.map(({ name }) => name)).toEqual(['Q01', 'Q02', 'Q03']);
  await user.click(screen.getByRole('button', { name: 'split' }));
  await user.click(screen.getByRole('button', { name: /^as they stand/ }));
  expect(study().recipe.columns.map(({ name }) => name)).toEqual(heads);
  await user.click(screen.getByRole('button', { name: 'as they stand' }));
  await user.click(screen.getByRole('button', { name: /^split/ }));
  expect(study().recipe.columns.map(({ name }) => name)).toEqual(['Q01', 'Q02', 'Q03']);
});
