import type { ComponentsSettings } from '@wold/core/methods/components/settings';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { percent } from '@wold/core/writeup/format';
import { RepeatsWord } from '../../parts/trust/RepeatsWord';
import { ChoiceWord, NumberWord } from '../../../controls/Word';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useEdit, useRecipe } from '../../../store/useStudy';

/** Call rows odd beyond the 95 % limits of T² and Q; repeats have the same sherd; compare groups by kiln. */
export function TrustBrief({ reduction }: { reduction: ReductionBy<'components'> }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const set = (change: Partial<ComponentsSettings>, of: string) =>
    edit(withSettings(recipe, reduction, change), `${of} ${reduction.id}`);
  const { resamples } = reduction.settings;
  const again = (change: Partial<ComponentsSettings['resamples']>) =>
    set({ resamples: { ...resamples, ...change } }, 'resamples');
  const columns = recipe.columns
    .filter(({ role }) => role === 'label' || role === 'identity' || role === 'text')
    .map(({ name, role }) => ({ value: name as string | null, name, when: role }));
  return (
    <>
      Call a row odd beyond the{' '}
      <NumberWord
        settles="Share of rows within each limit, in per cent"
        value={Math.round(reduction.settings.limit * 1e4) / 100}
        word={percent(reduction.settings.limit, reduction.settings.limit > 0.99 ? 1 : 0)}
        least={50}
        most={99.99}
        why="Were the rows normal, this share of them would lie within each limit; at 95 some one in twenty is odd by chance."
        onNumber={value => set({ limit: value / 100 }, 'limit')}
      />{' '}
      limits of T² and Q; repeats have the same <RepeatsWord reduction={reduction} />; compare groups by{' '}
      <ChoiceWord
        settles="The label whose levels are compared"
        value={reduction.settings.groupsBy}
        word={reduction.settings.groupsBy ?? 'a label of your choice'}
        choices={columns.filter(({ when }) => when === 'label')}
        onChoose={groupsBy => set({ groupsBy }, 'groups by')}
      />
      ; draw{' '}
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
        onChoose={groups => again({ groups })}
      />{' '}
      anew{' '}
      <NumberWord
        settles="How often rows are drawn anew"
        value={resamples.times}
        least={10}
        most={10_000}
        why="500 give intervals to about a per cent of their places; more make them steadier."
        onNumber={times => again({ times: Math.round(times) })}
      />{' '}
      times by seed{' '}
      <NumberWord
        settles="The seed of the draws"
        value={resamples.seed}
        least={0}
        most={1e9}
        why="Another seed draws others: what hangs on the seed hangs on nothing."
        onNumber={seed => again({ seed: Math.round(seed) })}
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
        onChoose={alignment => again({ alignment })}
      />
      .
    </>
  );
}
