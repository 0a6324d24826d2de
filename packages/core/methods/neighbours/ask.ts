import type { PreparationInput } from '../../preparation/prepared';
import { LEAST_NEIGHBOURS, type NeighboursSettings, type Start } from './settings';
import type { NeighboursAsk, OfGraph, OfSearched } from './question';

/** Steps of the numbers of neighbours that are found. */
const LADDER = [15, 30, 60, 90, 150, 240, 360, 600, 900, 1500, 2400, 3600, 6000] as const;

/** The question for a neighbour map. What means nothing to it is left at rest, so that no result depends on it. */
export function neighboursAsk(
  preparation: PreparationInput,
  without: readonly string[],
  settings: NeighboursSettings,
): NeighboursAsk {
  const { metric, leading, embedding, tsne, umap, dimensions, seed } = settings;
  const layout =
    embedding === 't-sne' ? ({ by: 't-sne', ...tsne } as const) : ({ by: 'umap', ...umap } as const);
  const needed =
    embedding === 't-sne' ? Math.ceil(3 * tsne.perplexity) : Math.max(LEAST_NEIGHBOURS, umap.neighbours);
  return {
    // Shares of a row are told from its entries as they are.
    preparation: metric === 'hellinger' ? { ...preparation, scale: 'none' } : preparation,
    without,
    metric,
    // Components keep Euclid's distances, not the sums of sizes.
    leading: metric === 'manhattan' ? null : leading,
    neighbours: LADDER.find(step => step >= needed) ?? needed,
    layout,
    dimensions,
    start: startOf(settings),
    seed,
  };
}

/** Where the rows of a map start from. */
export function startOf({ start, embedding }: Pick<NeighboursSettings, 'start' | 'embedding'>): Start {
  if (start !== 'auto') return start;
  return embedding === 't-sne' ? 'components' : 'spectral';
}

/** The question for the rows that distances are taken of. */
export const searchedOf = ({ preparation, without, metric, leading }: OfGraph): OfSearched => ({
  preparation,
  without,
  metric,
  leading,
});

/** The question for the graph that a map rests on. */
export const graphOf = ({ preparation, without, metric, leading, neighbours }: NeighboursAsk): OfGraph => ({
  preparation,
  without,
  metric,
  leading,
  neighbours,
});
