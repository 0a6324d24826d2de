import {
  broadPerplexity,
  FEWEST_ROWS,
  FINE_PERPLEXITY,
  LEAST_PERPLEXITY,
  largestPerplexity,
  type TsneSettings,
} from '@wold/core/methods/neighbours/settings';
import { count } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord } from '../../../controls/Word';
import type { NeighboursReduction } from '../results';
import { useRowsUsed, useSet } from './useNeighboursSettings';

/** What settles how t-SNE lays a map out. */
export function TsneWords({ reduction }: { reduction: NeighboursReduction }) {
  const set = useSet(reduction);
  const { tsne } = reduction.settings;
  const rows = useRowsUsed(reduction);
  const most = largestPerplexity(rows);
  const change = (part: Partial<TsneSettings>, of: string) => set({ tsne: { ...tsne, ...part } }, of);
  const tooLarge = tsne.perplexity > most;
  const broad = broadPerplexity(rows);
  const odd = tsne.perplexity < FINE_PERPLEXITY || tsne.perplexity > broad;
  return (
    <>
      perplexity{' '}
      <NumberWord
        settles="Perplexity"
        value={tsne.perplexity}
        least={LEAST_PERPLEXITY}
        most={Math.max(LEAST_PERPLEXITY, Math.min(2000, most))}
        why={`How many neighbours each row minds: small for fine grain, large for the broad shape. ${rows} rows allow ${Math.max(0, most)}; below ${FINE_PERPLEXITY} chance makes groups, above ${broad} groups run together. A map starts from a tenth of the rows, between ${FINE_PERPLEXITY} and 30.`}
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
            {tsne.perplexity < FINE_PERPLEXITY
              ? ' (so few make groups by chance)'
              : ' (beyond a tenth of the rows)'}
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
