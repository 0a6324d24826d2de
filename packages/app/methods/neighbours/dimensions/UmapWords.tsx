import { LEAST_NEIGHBOURS, type UmapSettings } from '@wold/core/methods/neighbours/settings';
import { count } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord } from '../../../controls/Word';
import type { NeighboursReduction } from '../results';
import { useRowsUsed, useSet } from './useNeighboursSettings';

/** What settles how UMAP lays a map out. */
export function UmapWords({ reduction }: { reduction: NeighboursReduction }) {
  const set = useSet(reduction);
  const { umap } = reduction.settings;
  const rows = useRowsUsed(reduction);
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
