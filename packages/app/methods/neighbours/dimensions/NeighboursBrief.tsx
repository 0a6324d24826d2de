import { startOf } from '@wold/core/methods/neighbours/ask';
import { LEADING } from '@wold/core/methods/neighbours/settings';
import type { Metric } from '@wold/core/nearest/metric';
import { hasCases } from '@wold/core/table/table';
import { count, percent } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord } from '../../../controls/Word';
import { MeasuresWord } from '../../parts/dimensions/MeasuresWord';
import { OwnRowsWord } from '../../parts/dimensions/OwnRowsWord';
import { useAccountOf } from '../../../results/stages';
import { useTable } from '../../../store/TableContext';
import { useRecipe } from '../../../store/useStudy';
import { useNeighbourMap, type NeighboursReduction } from '../results';
import { TsneWords } from './TsneWords';
import { UmapWords } from './UmapWords';
import { useSet } from './useNeighboursSettings';

/** t-SNE map in 2 dimensions of 20 measures, by Euclid’s distances, perplexity 30, … */
export function NeighboursBrief({ reduction }: { reduction: NeighboursReduction }) {
  return (
    <>
      <MapWords reduction={reduction} />.
    </>
  );
}

/** The words that settle a map; other briefs of a reduction start with them too. */
export function MapWords({ reduction }: { reduction: NeighboursReduction }) {
  const set = useSet(reduction);
  const { embedding, dimensions, seed, start } = reduction.settings;
  const table = useTable();
  const { matrix } = table;
  if (!hasCases(table)) return <>No map: a table of {matrix?.kind}s has no rows to be laid out</>;
  return (
    <>
      <ChoiceWord
        settles="How the map is laid out"
        value={embedding}
        choices={[
          {
            value: 't-sne' as const,
            name: 't-SNE',
            when: 'Shows fine grain and keeps neighbours best; distances between groups say little.',
          },
          {
            value: 'umap' as const,
            name: 'UMAP',
            when: 'Quicker for many rows, packs groups tighter and keeps more of how they hang together.',
          },
        ]}
        onChoose={chosen => set({ embedding: chosen }, 'layout')}
      />{' '}
      map in{' '}
      <ChoiceWord
        settles="How many dimensions the map has"
        value={dimensions}
        word={count(dimensions, 'dimension')}
        choices={[
          { value: 1 as const, name: '1', when: 'Rows in one line: an order, where there is one.' },
          { value: 2 as const, name: '2', when: 'A map.' },
          { value: 3 as const, name: '3', when: 'More room for neighbours; two at a time are drawn.' },
        ]}
        onChoose={chosen => set({ dimensions: chosen }, 'map dimensions')}
      />{' '}
      {matrix?.kind === 'distance' ? (
        <>
          by the distances that the table gives
          <OwnRowsWord reduction={reduction} />
        </>
      ) : (
        <>
          of <MeasuresWord reduction={reduction} />
          <OwnRowsWord reduction={reduction} />, by <MetricWord reduction={reduction} />
          <LeadingWord reduction={reduction} />
        </>
      )}
      , {embedding === 't-sne' ? <TsneWords reduction={reduction} /> : <UmapWords reduction={reduction} />},
      from{' '}
      <ChoiceWord
        settles="Where rows start from"
        value={start}
        word={
          matrix?.kind === 'distance' && startOf(reduction.settings) === 'components'
            ? 'places that keep the distances'
            : STARTS[startOf(reduction.settings)]
        }
        choices={[
          {
            value: 'auto' as const,
            name:
              embedding === 't-sne' ? 'as is usual: their components' : 'as is usual: the graph’s spectrum',
            when: 'The broad shape is then the table’s, and hardly depends on the seed.',
          },
          { value: 'components' as const, name: 'their components', when: 'Leading principal components.' },
          {
            value: 'spectral' as const,
            name: 'the graph’s spectrum',
            when: 'Leading eigenvectors of the graph of neighbours.',
          },
          {
            value: 'random' as const,
            name: 'anywhere',
            when: 'To see what of the picture is chance: where groups lie is then the seed’s.',
          },
        ]}
        onChoose={chosen => set({ start: chosen }, 'start')}
      />
      , seed{' '}
      <NumberWord
        settles="The seed of random numbers"
        value={seed}
        least={0}
        most={999_999}
        why="The same seed gives the same map, on any machine."
        onNumber={value => set({ seed: Math.round(value) }, 'seed')}
      />
    </>
  );
}

const STARTS = { components: 'components', spectral: 'the graph’s spectrum', random: 'anywhere' } as const;

const METRICS: readonly { value: Metric; name: string; when: string }[] = [
  {
    value: 'euclidean',
    name: 'Euclid’s distances',
    when: 'How far apart entries are, on the scale that question 2 gives them.',
  },
  {
    value: 'cosine',
    name: 'the cosine',
    when: 'The direction of a row, not its size: counts, words, pictures of any brightness.',
  },
  {
    value: 'correlation',
    name: 'correlations of rows',
    when: 'The profile of a row about its own mean, whatever its level.',
  },
  {
    value: 'manhattan',
    name: 'sums of differences',
    when: 'A few large differences count for less than by Euclid.',
  },
  {
    value: 'hellinger',
    name: 'Hellinger’s distances',
    when: 'For counts and shares with many zeros; of the treated values as they are, unscaled.',
  },
];

function MetricWord({ reduction }: { reduction: NeighboursReduction }) {
  const set = useSet(reduction);
  return (
    <ChoiceWord
      settles="How distances are taken"
      value={reduction.settings.metric}
      choices={METRICS}
      onChoose={metric => set({ metric }, 'metric')}
    />
  );
}

/** A first reduction, where there are measures enough for one. */
function LeadingWord({ reduction }: { reduction: NeighboursReduction }) {
  const set = useSet(reduction);
  const { value } = useNeighbourMap(reduction);
  const { leading, metric } = reduction.settings;
  const measures = useMeasureCount(reduction);
  if (metric === 'manhattan' || measures <= 2) return null;
  const of = value?.graph.leading ?? null;
  const held = of === null || leading !== of.components ? '' : `, which hold ${percent(of.share)}`;
  const most = Math.min(1000, measures);
  const usual = Math.min(LEADING, measures);
  const choices = [
    { value: null, name: 'all measures', when: 'Nothing is lost; slower where they are many.' },
    {
      value: usual as number | null,
      name: `${usual} leading components`,
      when: 'Quicker, and without the scatter that the smallest components hold.',
    },
    ...(leading === null || leading === usual
      ? []
      : [{ value: leading as number | null, name: `${leading} leading components`, when: 'As chosen.' }]),
  ];
  return (
    <>
      {' of '}
      <ChoiceWord
        settles="What distances are taken of"
        value={leading}
        word={leading === null || leading >= measures ? 'all of them' : `their ${leading} leading components`}
        choices={choices}
        note={
          <NumberNote
            most={most}
            onNumber={number => set({ leading: Math.round(number) }, 'leading components')}
          />
        }
        onChoose={chosen => set({ leading: chosen }, 'leading components')}
      />
      {held}
    </>
  );
}

function NumberNote({ most, onNumber }: { most: number; onNumber: (value: number) => void }) {
  return (
    <>
      Or{' '}
      <NumberWord
        settles="How many leading components"
        value={null}
        word="another number"
        least={2}
        most={most}
        why="What they hold of the variance is told once they are found."
        onNumber={onNumber}
      />
      .
    </>
  );
}

function useMeasureCount(reduction: NeighboursReduction): number {
  const recipe = useRecipe();
  const { value } = useAccountOf(reduction);
  const measures =
    value?.measures ?? recipe.columns.filter(({ role }) => role === 'measure').map(({ name }) => name);
  return measures.filter(name => !reduction.without.includes(name)).length;
}
