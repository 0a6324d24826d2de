import { MOST_ARROWS, type Reduction, type RowMap } from '@wold/core/recipe/schema';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { count, percent } from '../../charts/format';
import { ChoiceWord, NumberWord } from '../../controls/Word';
import { useComponents } from '../../results/stages';
import { showedAllLevels, withMap } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe } from '../../store/useStudy';

/** Rows on Lime and Temper, coloured by kiln. */
export function MapBrief({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { value } = useComponents(reduction);
  const { matrix } = useTable();
  const { map } = reduction;
  const kept = value?.kept ?? 2;
  const dimensions = Array.from({ length: kept }, (_, d) => ({
    value: d + 1,
    name: dimensionName(reduction.names, d + 1),
    when: value === null ? '' : `${percent(value.heldBy[d]!, 1)} of the variance`,
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
      {matrix === null && (
        <MapLooks reduction={reduction} rotated={value !== null && value.rotation !== null} />
      )}
      .
    </>
  );
}

/** How points are spread and sized, and what else is drawn. */
function MapLooks({ reduction, rotated }: { reduction: Reduction; rotated: boolean }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { map } = reduction;
  const set = (change: Partial<RowMap>) => edit(withMap(recipe, reduction, change), `map ${reduction.id}`);
  return (
    <>
      , by their{' '}
      {rotated ? (
        'standardised scores'
      ) : (
        <ChoiceWord
          settles="What the spread of rows and arrows stands for"
          value={map.spread}
          choices={SPREAD_WORDS}
          onChoose={spread => set({ spread })}
        />
      )}
      , with{' '}
      <NumberWord
        settles="How many columns are drawn as arrows"
        value={map.arrows}
        word={map.arrows === 0 ? 'no arrows' : count(map.arrows, 'arrow')}
        least={0}
        most={MOST_ARROWS}
        why="The columns that the two dimensions hold best are drawn; 8 are easy to read."
        onNumber={arrows => set({ arrows: Math.round(arrows) })}
      />
      , sized{' '}
      <ChoiceWord
        settles="What the size of a point stands for"
        value={rotated && map.size === 'squared-cosine' ? 'same' : map.size}
        choices={SIZE_WORDS.filter(({ value }) => !rotated || value !== 'squared-cosine')}
        onChoose={size => set({ size })}
      />
      ,{' '}
      <ChoiceWord
        settles="Whether odd rows are marked"
        value={map.odd}
        choices={[
          { value: false, name: 'odd rows unmarked', when: 'Points by their group alone.' },
          {
            value: true,
            name: 'odd rows marked',
            when: `Rows beyond the ${percent(reduction.limit, 1)} limits of T² and Q; question 7 tells more.`,
          },
        ]}
        onChoose={odd => set({ odd })}
      />
    </>
  );
}

const SPREAD_WORDS = [
  {
    value: 'scores' as const,
    name: 'scores',
    when: 'Distances between rows are those of the dimensions; arrows are coefficients.',
  },
  {
    value: 'even' as const,
    name: 'evenly spread scores',
    when: 'Rows and columns share the spread alike; for reading both together.',
  },
  {
    value: 'standardised' as const,
    name: 'standardised scores',
    when: 'Each dimension counts alike; angles between arrows are correlations, as far as the map holds them.',
  },
];

const SIZE_WORDS = [
  { value: 'same' as const, name: 'alike', when: 'Groups are what counts.' },
  {
    value: 'squared-cosine' as const,
    name: 'by squared cosine',
    when: 'Large where the two dimensions hold the row well; small points are not to be trusted here.',
  },
  {
    value: 'contribution' as const,
    name: 'by contribution',
    when: 'Large where a row has much part in making the two dimensions.',
  },
];
