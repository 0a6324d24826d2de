import { MOST_ARROWS } from '@wold/core/recipe/mapSettings';
import { withMap } from '@wold/core/recipe/edit/reductions';
import { count } from '@wold/core/writeup/format';
import { NumberWord } from '../../../controls/Word';
import { useEdit, useRecipe } from '../../../store/useStudy';
import type { DiscriminantReduction } from '../results';

/** How many columns are drawn as arrows. */
export function AxesMapLooks({ reduction }: { reduction: DiscriminantReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { map } = reduction;
  return (
    <>
      , with{' '}
      <NumberWord
        settles="How many columns are drawn as arrows"
        value={map.arrows}
        word={map.arrows === 0 ? 'no arrows' : count(map.arrows, 'arrow')}
        least={0}
        most={MOST_ARROWS}
        why="The columns that go most with the two axes within the groups are drawn; 8 are easy to read."
        onNumber={arrows =>
          edit(withMap(recipe, reduction, { arrows: Math.round(arrows) }), `map ${reduction.id}`)
        }
      />
    </>
  );
}
