import { startOf } from '@wold/core/methods/neighbours/ask';
import {
  FEWEST_ROWS,
  LEADING,
  LEAST_NEIGHBOURS,
  LEAST_PERPLEXITY,
  largestPerplexity,
  type NeighboursSettings,
  type TsneSettings,
  type UmapSettings,
} from '@wold/core/methods/neighbours/settings';
import type { Metric } from '@wold/core/nearest/metric';
import { hasCases } from '@wold/core/table/table';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { count, percent } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord } from '../../../controls/Word';
import { MeasuresWord } from '../../parts/dimensions/MeasuresWord';
import { useAccount } from '../../../results/stages';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useNeighbourMap, type NeighboursReduction } from '../results';

/** t-SNE map in 2 dimensions of 20 measures, by Euclid’s distances, perplexity 30, … */
export function NeighboursBrief({ reduction }: { reduction: NeighboursReduction }) {
  return (
    <>
      <MapWords reduction={reduction} />.
    </>
  );
}

/** Changes settings of a reduction, each kind of change a step of its own on the way back. */
function useSet(reduction: NeighboursReduction) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (change: Partial<NeighboursSettings>, of: string) =>
    edit(withSettings(recipe, reduction, change as NeighboursReduction['settings']), `${of} ${reduction.id}`);
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
        'by the distances that the table gives'
      ) : (
        <>
          of <MeasuresWord reduction={reduction} />, by <MetricWord reduction={reduction} />
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

function TsneWords({ reduction }: { reduction: NeighboursReduction }) {
  const set = useSet(reduction);
  const { tsne } = reduction.settings;
  const rows = useRowsUsed();
  const most = largestPerplexity(rows);
  const change = (part: Partial<TsneSettings>, of: string) => set({ tsne: { ...tsne, ...part } }, of);
  const tooLarge = tsne.perplexity > most;
  const odd = tsne.perplexity < 5 || tsne.perplexity > rows / 10;
  return (
    <>
      perplexity{' '}
      <NumberWord
        settles="Perplexity"
        value={tsne.perplexity}
        least={LEAST_PERPLEXITY}
        most={Math.max(LEAST_PERPLEXITY, Math.min(2000, most))}
        why={`How many neighbours each row minds: small for fine grain, large for the broad shape. ${rows} rows allow ${Math.max(0, most)}; below 5 chance makes groups, above ${Math.max(5, Math.floor(rows / 10))} all run together.`}
        onNumber={perplexity => change({ perplexity }, 'perplexity')}
      />
      {most < LEAST_PERPLEXITY ? (
        <strong> (t-SNE needs {FEWEST_ROWS} rows at least)</strong>
      ) : tooLarge ? (
        <strong>
          {' '}
          (at most {most} for {rows} rows)
        </strong>
      ) : (
        odd && (
          <span className="soft small">
            {tsne.perplexity < 5 ? ' (so few make groups by chance)' : ' (beyond a tenth of the rows)'}
          </span>
        )
      )}
      , <IterationsWord reduction={reduction} />, pulled together{' '}
      <NumberWord
        settles="How many times as hard rows are pulled together at first"
        value={tsne.exaggeration}
        word={`${tsne.exaggeration} times as hard`}
        least={1}
        most={100}
        why="So that groups find themselves; 12 is usual, 4 leaves them looser, 1 does without."
        onNumber={exaggeration => change({ exaggeration }, 'exaggeration')}
      />{' '}
      for{' '}
      <NumberWord
        settles="For how many iterations at first"
        value={tsne.early}
        word={`the first ${tsne.early}`}
        least={0}
        most={10_000}
        why="Too few leave groups in pieces; 250 are usual."
        onNumber={early => change({ early: Math.round(early) }, 'early')}
      />
      , by steps of{' '}
      <ChoiceWord
        settles="How long steps are"
        value={tsne.rate}
        word={tsne.rate === 'auto' ? 'the usual length' : String(tsne.rate)}
        choices={[
          {
            value: 'auto' as TsneSettings['rate'],
            name: 'the usual length',
            when: 'A twelfth of the number of rows, 200 at least.',
          },
          { value: 100, name: '100', when: 'Slower, and safe for few rows.' },
          { value: 200, name: '200', when: 'What was long the custom.' },
          { value: 1000, name: '1000', when: 'Quicker; may throw rows about.' },
        ]}
        onChoose={rate => change({ rate }, 'rate')}
      />
    </>
  );
}

function IterationsWord({ reduction }: { reduction: NeighboursReduction }) {
  const set = useSet(reduction);
  const { tsne } = reduction.settings;
  return (
    <NumberWord
      settles="How many iterations"
      value={tsne.iterations}
      word={count(tsne.iterations, 'iteration')}
      least={1}
      most={100_000}
      why="A map goes on from where it stands: more can be asked for when the curve still falls."
      onNumber={iterations => set({ tsne: { ...tsne, iterations: Math.round(iterations) } }, 'iterations')}
    />
  );
}

function UmapWords({ reduction }: { reduction: NeighboursReduction }) {
  const set = useSet(reduction);
  const { umap } = reduction.settings;
  const rows = useRowsUsed();
  const change = (part: Partial<UmapSettings>, of: string) => set({ umap: { ...umap, ...part } }, of);
  const most = Math.max(LEAST_NEIGHBOURS, Math.min(6000, rows - 1));
  return (
    <>
      <NumberWord
        settles="How many neighbours of each row"
        value={umap.neighbours}
        word={count(umap.neighbours, 'neighbour')}
        least={LEAST_NEIGHBOURS}
        most={most}
        why={`Few show fine grain, many the broad shape. ${rows} rows allow ${most}.`}
        onNumber={neighbours => change({ neighbours: Math.round(neighbours) }, 'neighbours')}
      />
      {umap.neighbours > rows - 1 && (
        <strong>
          {' '}
          (at most {most} for {rows} rows)
        </strong>
      )}
      , no nearer than{' '}
      <NumberWord
        settles="How near two rows may come"
        value={umap.nearest}
        least={0}
        most={10}
        why="0 packs groups into clumps, .5 and more spreads rows evenly; .1 is usual."
        onNumber={nearest => change({ nearest }, 'nearest')}
      />{' '}
      at a spread of{' '}
      <NumberWord
        settles="How wide the map is spread"
        value={umap.spread}
        least={0.1}
        most={10}
        why="The scale of the map, against which the least distance is to be seen; 1 is usual."
        onNumber={spread => change({ spread }, 'spread')}
      />
      ,{' '}
      <ChoiceWord
        settles="How many epochs"
        value={umap.epochs}
        word={umap.epochs === 'auto' ? 'the usual number of epochs' : count(umap.epochs, 'epoch')}
        choices={[
          {
            value: 'auto' as UmapSettings['epochs'],
            name: 'the usual number',
            when: '500 up to 10,000 rows, 200 beyond.',
          },
          { value: 100, name: '100', when: 'A quick look.' },
          { value: 200, name: '200', when: 'Enough for many rows.' },
          { value: 500, name: '500', when: 'For few rows.' },
          { value: 1000, name: '1000', when: 'Where groups still move.' },
        ]}
        onChoose={epochs => change({ epochs, stop: null }, 'epochs')}
      />
      {umap.stop !== null && (
        <>
          {' stopped '}
          <NumberWord
            settles="After how many epochs the map is kept as it stands"
            value={umap.stop}
            word={`after ${umap.stop.toLocaleString('en')}`}
            least={1}
            most={100_000}
            why="Steps grow shorter towards the last epoch, so that a map stopped early is still loose."
            onNumber={stop => change({ stop: Math.round(stop) }, 'stop')}
          />
        </>
      )}
      ,{' '}
      <NumberWord
        settles="How many rows are pushed off for each pair that is pulled together"
        value={umap.drawn}
        word={`${count(umap.drawn, 'row')} pushed off for each pair`}
        least={1}
        most={50}
        why="More push groups further apart, and take longer; 5 is usual."
        onNumber={drawn => change({ drawn: Math.round(drawn) }, 'drawn')}
      />
    </>
  );
}

/** Rows that the preparation leaves, or those of the table before that is known. */
function useRowsUsed(): number {
  const table = useTable();
  const { value } = useAccount();
  return value?.rows.length ?? table.rows;
}

function useMeasureCount(reduction: NeighboursReduction): number {
  const recipe = useRecipe();
  const { value } = useAccount();
  const measures =
    value?.measures ?? recipe.columns.filter(({ role }) => role === 'measure').map(({ name }) => name);
  return measures.filter(name => !reduction.without.includes(name)).length;
}
