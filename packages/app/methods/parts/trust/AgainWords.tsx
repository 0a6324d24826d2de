import { withReduction } from '@wold/core/recipe/edit/reductions';
import type { Reduction } from '@wold/core/recipe/schema';
import { coefficient } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord } from '../../../controls/Word';
import { useEdit, useRecipe } from '../../../store/useStudy';

/** What the words on rows drawn anew settle. */
export const AGAIN_WORDS = [
  'What is drawn anew',
  'How often rows are drawn anew',
  'How dimensions are laid on those found',
  'From which congruence a dimension is there again',
  'How the rows are halved',
] as const;

/** Draw rows anew 500 times by seed 1, their dimensions matched, there again from .95 on; halve the rows at random. */
export function AgainWords({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { resamples } = reduction;
  const set = (change: Partial<Reduction['resamples']>) =>
    edit(
      withReduction(recipe, reduction.id, { resamples: { ...resamples, ...change } }),
      `resamples ${reduction.id}`,
    );
  const columns = recipe.columns
    .filter(({ role }) => role === 'label' || role === 'identity' || role === 'text')
    .map(({ name, role }) => ({ value: name as string | null, name, when: role }));
  return (
    <>
      draw{' '}
      <ChoiceWord
        settles="What is drawn anew"
        value={resamples.groups}
        word={resamples.groups === null ? 'rows' : `each ${resamples.groups} whole`}
        choices={[
          { value: null, name: 'rows', when: 'Each row was found by itself.' },
          ...columns.map(({ value, name, when }) => ({
            value,
            name: `each ${name} whole`,
            when: `${when}: its rows belong together, as repeats or clusters do`,
          })),
        ]}
        onChoose={groups => set({ groups })}
      />{' '}
      anew{' '}
      <NumberWord
        settles="How often rows are drawn anew"
        value={resamples.times}
        least={10}
        most={10_000}
        why="500 give intervals to about a per cent of their places; more make them steadier."
        onNumber={times => set({ times: Math.round(times) })}
      />{' '}
      times by seed{' '}
      <NumberWord
        settles="The seed of the draws"
        value={resamples.seed}
        least={0}
        most={1e9}
        why="Another seed draws others: what hangs on the seed hangs on nothing."
        onNumber={seed => set({ seed: Math.round(seed) })}
      />
      , their dimensions{' '}
      <ChoiceWord
        settles="How dimensions are laid on those found"
        value={resamples.alignment}
        choices={[
          {
            value: 'matched' as const,
            name: 'matched',
            when: 'Each with the one most alike: whether the same axes come again.',
          },
          {
            value: 'turned' as const,
            name: 'turned together',
            when: 'As near as a rotation of all brings them: whether the same space comes again.',
          },
        ]}
        onChoose={alignment => set({ alignment })}
      />
      , there again from{' '}
      <NumberWord
        settles="From which congruence a dimension is there again"
        value={resamples.alike}
        word={coefficient(resamples.alike)}
        least={0.5}
        most={1}
        why="Tucker’s congruence: from .95 on two dimensions are taken for equal, from .85 for fairly similar (Lorenzo-Seva and ten Berge 2006)."
        onNumber={alike => set({ alike })}
      />{' '}
      on; halve the rows{' '}
      <ChoiceWord
        settles="How the rows are halved"
        value={resamples.halves}
        word={resamples.halves === null ? 'at random' : `by ${resamples.halves}`}
        choices={[
          { value: null, name: 'at random', when: 'Many times: how far chance alone moves dimensions.' },
          ...columns
            .filter(({ when }) => when === 'label')
            .map(({ value, name }) => ({
              value,
              name: `by ${name}`,
              when: 'Each level against all other rows, beside random parts of its size.',
            })),
        ]}
        onChoose={halves => set({ halves })}
      />
    </>
  );
}
