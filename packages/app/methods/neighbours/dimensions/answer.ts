import { count } from '@wold/core/writeup/format';
import { notThere, type Answer } from '../../../readings/answer';
import { layoutName } from '../layoutWords';
import { useNeighbourMap, type NeighboursReduction } from '../results';

/** t-SNE at perplexity 30 · 286 rows */
export function useNeighbourhoodAnswer(reduction: NeighboursReduction): Answer {
  const { value, stale, waits, problem, stopped, underWay } = useNeighbourMap(reduction);
  const { embedding, tsne, umap } = reduction.settings;
  const size = embedding === 't-sne' ? `perplexity ${tsne.perplexity}` : count(umap.neighbours, 'neighbour');
  if (problem !== null) {
    return { text: 'cannot be laid out yet', stale: false, attention: 1, because: problem.what };
  }
  if (value === null) return notThere(waits);
  const at = underWay === null ? '' : ' · being laid out';
  return {
    text: `${layoutName(embedding)} at ${size} · ${count(value.graph.points, 'row')}${stopped ? ' · stopped' : at}`,
    stale,
    attention: value.graph.copies > 0 ? 1 : 0,
    because: value.graph.copies > 0 ? `${count(value.graph.copies, 'row')} the same as another` : '',
  };
}
