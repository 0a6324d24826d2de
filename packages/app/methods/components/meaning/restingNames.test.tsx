/** @jest-environment ./packages/app/testing/dom.mjs */
import 'fake-indexeddb/auto';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { withReduction } from '@wold/core/recipe/edit/reductions';
import { useHand } from '../../../store/useStudy';
import { pots, show } from '../../../testing/show';
import { useComponents } from '../results';
import { componentsPlacement } from '@wold/core/methods/components/placement';
import { isBy } from '@wold/core/recipe/schema';
import { RestingNames } from '../../parts/meaning/RestingNames';

jest.mock('../../../workers/pool', () => jest.requireActual<object>('../../../testing/pool'));

const user = userEvent.setup();

function Names() {
  const hand = useHand();
  if (!isBy(hand, 'components')) throw new Error('expected components');
  const { value } = useComponents(hand);
  return value && <RestingNames reduction={hand} structure={componentsPlacement(value).structure} />;
}

test('a name whose dimension is gone waits, and is given to the nearest or let go', async () => {
  const fresh = freshRecipe(pots);
  // a and b go together in the table; the name was given where they went apart, halfway.
  const names = [
    {
      dimension: 1,
      name: 'Size',
      profile: [
        { measure: 'a', correlation: 1 },
        { measure: 'b', correlation: -0.2 },
      ],
    },
  ];
  const { study } = show(<Names />, withReduction(fresh, fresh.reductions[0]!.id, { names }));
  await screen.findByText(/“Size”/);
  await user.click(screen.getByRole('button', { name: 'Give it to dimension 1' }));
  expect(study().recipe.reductions[0]!.names).toMatchObject([{ dimension: 1, name: 'Size' }]);
  await waitFor(() => expect(screen.queryByText(/“Size”/)).toBeNull());
});
