/** @jest-environment ./packages/app/testing/dom.mjs */
import 'fake-indexeddb/auto';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { checkRecipe } from '@wold/core/recipe/schema';
import { show } from '../testing/show';
import { TakeOut } from './TakeOut';

const mockSaved: { name: string; text: string }[] = [];
jest.mock('../workers/pool', () => jest.requireActual<object>('../testing/pool'));
jest.mock('./save', () => ({
  saveText: (name: string, text: string) => mockSaved.push({ name, text }),
}));

const user = userEvent.setup();
beforeEach(() => mockSaved.splice(0));

async function open() {
  const shown = show(<TakeOut />);
  await user.click(screen.getByRole('button', { name: 'Take out' }));
  await screen.findByText('Files of Components, tables in full digits');
  return shown;
}

test.each([
  ['Scores', 'components-scores.csv', 'kiln,a,b,Dimension 1'],
  ['Loadings', 'components-loadings.csv', 'measure,Dimension 1,leads,communality'],
  ['Coefficients', 'components-coefficients.csv', 'measure,transform,power'],
  ['Eigenvalues', 'components-eigenvalues.csv', 'dimension,name,eigenvalue'],
  ['Kept dimensions', 'components-dimensions.csv', 'dimension,name,eigenvalue,share'],
  ['Measures', 'components-measures.csv', 'measure,"squared cosine, Dimension 1"'],
  ['Votes', 'components-votes.csv', 'rule,of,dimensions,source\n"parallel analysis'],
  ['Random data', 'components-random.csv', 'dimension,eigenvalue of the correlations,"random'],
  ['Rows', 'components-rows.csv', 'row,used,T²'],
])('%s are one file', async (title, name, start) => {
  await open();
  await user.click(screen.getByRole('button', { name: new RegExp(`^${title}`) }));
  await waitFor(() => expect(mockSaved).toHaveLength(1));
  expect(mockSaved[0]!.name).toBe(name);
  expect(mockSaved[0]!.text.startsWith(start)).toBe(true);
});

test('the recipe and all figures are of the whole study', async () => {
  await open();
  await user.click(screen.getByRole('button', { name: /^Recipe/ }));
  await user.click(screen.getByRole('button', { name: /^All figures/ }));
  await waitFor(() => expect(mockSaved).toHaveLength(2));
  expect(mockSaved.map(({ name }) => name)).toEqual(['pots-recipe.json', 'pots-figures.json']);
  expect(() => checkRecipe(JSON.parse(mockSaved[0]!.text), 'taken out')).not.toThrow();
  expect(JSON.parse(mockSaved[1]!.text)).toMatchObject({ format: 'wold figures' });
});

test('scores go into the table, in step or frozen, and it is told', async () => {
  const { study, state } = await open();
  await user.click(screen.getByRole('button', { name: /^In step/ }));
  expect(study().recipe.scores).toMatchObject([
    { name: 'Components 1', reduction: 'components-1', dimension: 1, frozen: null },
  ]);
  expect(state().notice).toMatchObject({
    kind: 'done',
    text: expect.stringContaining('Components 1') as string,
  });
  await user.click(screen.getByRole('button', { name: 'Take out' }));
  await user.click(await screen.findByRole('button', { name: /^Frozen/ }));
  expect(study().recipe.scores[1]!.frozen).toMatchObject({
    method: 'components',
    ask: { keep: { parallel: { simulations: 200 } } },
  });
  expect(() => checkRecipe(study().recipe, 'study')).not.toThrow();
});
