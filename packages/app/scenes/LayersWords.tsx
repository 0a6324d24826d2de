import { layersShown } from '@wold/core/recipe/sceneFiles';
import { withMap } from '@wold/core/recipe/edit/reductions';
import type { Reduction } from '@wold/core/recipe/schema';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { percent } from '@wold/core/writeup/format';
import { ChoiceWord } from '../controls/Word';
import { useNaming, usePlacement } from '../results/stages';
import { useEdit, useRecipe } from '../store/useStudy';
import { CompositeWords } from './CompositeWords';

/** What the scene's picture shows of a reduction. */
export function LayersWords({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value } = usePlacement(reduction);
  const { names } = useNaming(reduction);
  if (value === null) return null;
  const kept = value.at.columns;
  const { map } = reduction;
  const shown = layersShown(map, kept);
  const set = (change: Partial<Reduction['map']>) =>
    edit(withMap(recipe, reduction, change), `map ${reduction.id}`);
  return (
    <>
      ; the picture shows{' '}
      <ChoiceWord
        settles="What the picture shows"
        value={shown.length > 0}
        choices={[
          { value: true, name: 'dimensions', when: 'Each pixel as bright as it is high on them.' },
          {
            value: false,
            name: 'what colours the map',
            when: 'Classes, clusters or a band, in the map’s colours.',
          },
        ]}
        onChoose={dimensions => set({ layers: dimensions ? (kept > 2 ? [1, 2, 3] : [1]) : [] })}
      />
      {shown.length > 0 && (
        <>
          {' '}
          <CompositeWords
            noun="dimension"
            choices={Array.from({ length: kept }, (_, d) => ({
              value: d + 1,
              name: dimensionName(names, d + 1),
              when: value.shares === null ? '' : `${percent(value.shares[d]!, 1)} of the variance`,
            }))}
            shown={shown}
            how={map}
            onShown={layers => set({ layers })}
            onStretch={set}
          />
        </>
      )}
    </>
  );
}
