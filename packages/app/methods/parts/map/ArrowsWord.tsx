import { MOST_ARROWS } from '@wold/core/recipe/mapSettings';
import { withMap } from '@wold/core/recipe/edit/reductions';
import type { Reduction } from '@wold/core/recipe/schema';
import { count } from '@wold/core/writeup/format';
import { NumberWord } from '../../../controls/Word';
import { useEdit, useRecipe } from '../../../store/useStudy';

/** How many columns are drawn as arrows. @param why which they are, and how many are easy to read */
export function ArrowsWord({ reduction, why }: { reduction: Reduction; why: string }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { arrows } = reduction.map;
  return (
    <NumberWord
      settles="How many columns are drawn as arrows"
      value={arrows}
      word={arrows === 0 ? 'no arrows' : count(arrows, 'arrow')}
      least={0}
      most={MOST_ARROWS}
      why={why}
      onNumber={number =>
        edit(withMap(recipe, reduction, { arrows: Math.round(number) }), `map ${reduction.id}`)
      }
    />
  );
}
