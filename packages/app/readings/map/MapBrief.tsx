import { hasCases } from '@wold/core/table/table';
import type { Reduction } from '@wold/core/recipe/schema';
import { findColumn } from '@wold/core/table/table';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { percent } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord } from '../../controls/Word';
import { screensOf } from '../../methods/screens';
import { useNaming, usePlacement } from '../../results/stages';
import { showedAllLevels } from '../../store/studySlice';
import { withMap } from '@wold/core/recipe/edit/reductions';
import { useAppDispatch } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe } from '../../store/useStudy';

/** Whether rows wear their names. */
function NamedWord({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (
    <ChoiceWord
      settles="Whether rows wear their names"
      value={reduction.map.named}
      choices={[
        { value: false, name: 'rows unnamed', when: 'Selected rows wear their names all the same.' },
        {
          value: true,
          name: 'rows named',
          when: 'Those farthest out first, as far as no name meets another; zoom in for more.',
        },
      ]}
      onChoose={named => edit(withMap(recipe, reduction, { named }), `map ${reduction.id}`)}
    />
  );
}

const GROUP_WORDS = [
  { value: 'none' as const, name: 'unmarked', when: 'Groups are told by colour and shape alone.' },
  { value: 'centres' as const, name: 'at their centres', when: 'Each group’s mean, with its name.' },
  {
    value: 'outlines' as const,
    name: 'by outlines around their rows',
    when: 'Each holds all rows of its group: how far does it reach, and do others lie within?',
  },
  {
    value: 'spread' as const,
    name: 'by ellipses of their spread',
    when: 'Each holds so large a share of a normal group like it: do groups part from each other?',
  },
  {
    value: 'mean' as const,
    name: 'by ellipses of their means',
    when: 'Each holds the group’s true mean in so large a share of samples: do means differ?',
  },
];

/** What is drawn of the groups of the colouring label. */
function GroupWords({ reduction }: { reduction: Reduction }) {
  const table = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  const { colour, groups, share } = reduction.map;
  const column = colour === null ? undefined : findColumn(table, colour);
  if (column?.kind !== 'levels') return null;
  const set = (change: Partial<Reduction['map']>) =>
    edit(withMap(recipe, reduction, change), `map ${reduction.id}`);
  return (
    <>
      , groups{' '}
      <ChoiceWord
        settles="What is drawn of the groups"
        value={groups}
        choices={GROUP_WORDS}
        onChoose={next => set({ groups: next })}
      />
      {(groups === 'spread' || groups === 'mean') && (
        <>
          {' at '}
          <NumberWord
            settles="Per cent that an ellipse holds"
            value={100 * share}
            word={percent(share, 1)}
            least={10}
            most={99.9}
            why="95 is usual; 50 shows the cores of groups that overlap."
            onNumber={value => set({ share: value / 100 })}
          />
        </>
      )}
    </>
  );
}

/** Told from the name of any column. */
const figureValue = (name: string): string => `\0${name}`;

/** Rows on Lime and Temper, coloured by kiln. */
export function MapBrief({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { value } = usePlacement(reduction);
  const { names } = useNaming(reduction);
  const { Looks, figures = [] } = screensOf(reduction.settings.method).map;
  const table = useTable();
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
  const byFigures = figures.map(({ name, when }) => ({
    value: figureValue(name) as string | null,
    name,
    when,
  }));
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
        settles="What colours the rows"
        value={map.figure === null ? map.colour : figureValue(map.figure)}
        choices={[...colours, ...byFigures, { value: null, name: 'nothing', when: 'all rows alike' }]}
        onChoose={chosen => {
          dispatch(showedAllLevels());
          const figure = figures.find(({ name }) => figureValue(name) === chosen)?.name ?? null;
          // A label in hand stays that, whatever figure colours the map.
          const change = figure === null ? { colour: chosen, figure } : { figure };
          edit(withMap(recipe, reduction, change), `map ${reduction.id}`);
        }}
      />
      {hasCases(table) && (
        <>
          <Looks reduction={reduction} />, <NamedWord reduction={reduction} />
          <GroupWords reduction={reduction} />
        </>
      )}
      .
    </>
  );
}
