import type { Reduction } from '@wold/core/recipe/schema';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { percent } from '../../charts/format';
import { ChoiceWord } from '../../controls/Word';
import { METHOD_SCREENS } from '../../methods/screens';
import { useNaming, usePlacement } from '../../results/stages';
import { showedAllLevels } from '../../store/studySlice';
import { withMap } from '@wold/core/recipe/edit/reductions';
import { useAppDispatch } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe } from '../../store/useStudy';

/** Rows on Lime and Temper, coloured by kiln. */
export function MapBrief({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { value } = usePlacement(reduction);
  const { names } = useNaming(reduction);
  const { Looks } = METHOD_SCREENS[reduction.settings.method].map;
  const { matrix } = useTable();
  const { map } = reduction;
  const kept = value?.at.columns ?? 2;
  const dimensions = Array.from({ length: kept }, (_, d) => ({
    value: d + 1,
    name: dimensionName(names, d + 1),
    when: value?.shares ? `${percent(value.shares[d]!, 1)} of the variance` : '',
  }));
  const colours = recipe.columns
    .filter(({ role }) => role === 'label' || role === 'measure')
    .toSorted((a, b) => Number(a.role === 'measure') - Number(b.role === 'measure'))
    .map(({ name, role }) => ({ value: name as string | null, name, when: role }));
  return (
    <>
      Rows on{' '}
      <ChoiceWord
        settles="The dimension to the right"
        value={Math.min(map.x, kept)}
        choices={dimensions}
        onChoose={x => edit(withMap(recipe, reduction, { x }), `map ${reduction.id}`)}
      />
      {kept > 1 && (
        <>
          {' and '}
          <ChoiceWord
            settles="The dimension upward"
            value={Math.min(map.y, kept)}
            choices={dimensions}
            onChoose={y => edit(withMap(recipe, reduction, { y }), `map ${reduction.id}`)}
          />
        </>
      )}
      , coloured by{' '}
      <ChoiceWord
        id="word-colour"
        settles="What colours the rows"
        value={map.colour}
        choices={[...colours, { value: null, name: 'nothing', when: 'all rows alike' }]}
        onChoose={colour => {
          dispatch(showedAllLevels());
          edit(withMap(recipe, reduction, { colour }), `map ${reduction.id}`);
        }}
      />
      {matrix === null && <Looks reduction={reduction} />}.
    </>
  );
}
