import { hasCases, sceneOf } from '@wold/core/table/table';
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
import { LayersWords } from '../../scenes/LayersWords';
import { AgainWord } from './AgainWord';
import { SizeWord } from './SizeWord';
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

interface AxisWordProps {
  readonly settles: string;
  readonly dimensions: readonly { readonly value: number; readonly name: string; readonly when: string }[];
  readonly dimension: number;
  /** What stands on the axis in the dimension's stead. */
  readonly measure: string | null;
  /** A dimension, or a measure. */
  readonly onChoose: (dimension: number | null, measure: string | null) => void;
}

/** What lies along an axis: a dimension, or a measure as it stands in the table. */
function AxisWord({ settles, dimensions, dimension, measure, onChoose }: AxisWordProps) {
  const recipe = useRecipe();
  const measures = recipe.columns.filter(({ role }) => role === 'measure');
  return (
    <ChoiceWord
      settles={settles}
      value={measure ?? dimension}
      choices={[
        ...dimensions.map(({ value, ...rest }) => ({ ...rest, value: value as number | string })),
        ...measures.map(({ name }) => ({
          value: name as number | string,
          name,
          when: 'a measure, in standard deviations from its mean',
        })),
      ]}
      onChoose={chosen => (typeof chosen === 'number' ? onChoose(chosen, null) : onChoose(null, chosen))}
    />
  );
}

/** What the shapes of points stand for. */
function ShapeWord({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const labels = recipe.columns.filter(({ role }) => role === 'label');
  return (
    <ChoiceWord
      settles="What shapes the points"
      value={reduction.map.shapeBy}
      word={reduction.map.shapeBy === null ? 'likewise' : `by ${reduction.map.shapeBy}`}
      choices={[
        {
          value: null,
          name: 'likewise',
          when: 'Shapes double the colours, so that nothing hangs on colour alone.',
        },
        ...labels.map(({ name }) => ({
          value: name as string | null,
          name,
          when: 'Its first nine levels have shapes of their own.',
        })),
      ]}
      onChoose={shapeBy => edit(withMap(recipe, reduction, { shapeBy }), `map ${reduction.id}`)}
    />
  );
}

const DENSITY_WORDS = [
  { value: 'none' as const, name: 'no density', when: 'Points alone.' },
  {
    value: 'contours' as const,
    name: 'density by contours',
    when: 'Lines around the densest 25, 50, 75 and 95 % of the rows in sight.',
  },
  {
    value: 'shading' as const,
    name: 'density by shading',
    when: 'The same regions shaded: where very many points lie on each other.',
  },
];

/** How it is drawn where rows lie close. */
function DensityWord({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (
    <ChoiceWord
      settles="How density is drawn"
      value={reduction.map.density}
      choices={DENSITY_WORDS}
      onChoose={density => edit(withMap(recipe, reduction, { density }), `map ${reduction.id}`)}
    />
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
  const { Looks, sizes, figures = [] } = screensOf(reduction.settings.method).map;
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
      <AxisWord
        settles="The dimension to the right"
        dimensions={dimensions}
        dimension={Math.min(map.x, kept)}
        measure={map.z === null ? map.xMeasure : null}
        onChoose={(x, xMeasure) =>
          edit(withMap(recipe, reduction, { ...(x !== null && { x }), xMeasure }), `map ${reduction.id}`)
        }
      />
      {(kept > 1 || map.yMeasure !== null || map.xMeasure !== null) && (
        <>
          {map.z === null ? ' and ' : ', '}
          <AxisWord
            settles="The dimension upward"
            dimensions={dimensions}
            dimension={Math.min(map.y, kept)}
            measure={map.z === null ? map.yMeasure : null}
            onChoose={(y, yMeasure) =>
              edit(withMap(recipe, reduction, { ...(y !== null && { y }), yMeasure }), `map ${reduction.id}`)
            }
          />
        </>
      )}
      {kept > 2 && (
        <>
          {map.z === null ? ', ' : ' and '}
          <ChoiceWord
            settles="A third dimension, to be turned"
            value={map.z === null ? null : Math.min(map.z, kept)}
            word={map.z === null ? 'flat' : dimensionName(names, Math.min(map.z, kept))}
            choices={[
              { value: null, name: 'flat', when: 'A map of two: distances on it can be read.' },
              ...dimensions.map(({ value: d, ...rest }) => ({ ...rest, value: d as number | null })),
            ]}
            onChoose={z => edit(withMap(recipe, reduction, { z }), `map ${reduction.id}`)}
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
          , shaped <ShapeWord reduction={reduction} />
          <Looks reduction={reduction} />
          {sizes !== true && (
            <>
              , sized <SizeWord reduction={reduction} own={[]} />
            </>
          )}
          , <NamedWord reduction={reduction} />
          <AgainWord reduction={reduction} />
          <GroupWords reduction={reduction} />, <DensityWord reduction={reduction} />
          {sceneOf(table) !== null && <LayersWords reduction={reduction} />}
        </>
      )}
      .
    </>
  );
}
