import type { ComponentsSettings } from '@wold/core/methods/components/settings';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { percent } from '@wold/core/writeup/format';
import { AgainWords } from '../../parts/trust/AgainWords';
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
  const columns = recipe.columns
    .filter(({ role }) => role === 'label')
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
        choices={columns}
        onChoose={groupsBy => set({ groupsBy }, 'groups by')}
      />
      ; <AgainWords reduction={reduction} />.
    </>
  );
}
