import { seededRandom } from './algebra/random';
import type { Host } from './host';
import { quietHost } from './host';
import { neighbourGraph, type NeighbourGraph } from './methods/neighbours/graph';
import { searchedRows } from './methods/neighbours/searchedRows';
import { neighboursAsk } from './methods/neighbours/ask';
import type { NeighbourMap } from './methods/neighbours/neighbourMap';
import type { NeighboursAsk } from './methods/neighbours/question';
import { freshNeighbours, type NeighboursSettings } from './methods/neighbours/settings';
import { tsneSteps } from './methods/neighbours/tsne/steps';
import { umapSteps } from './methods/neighbours/umap/steps';
import { PLAIN_PREPARATION } from './preparation/prepared';
import type { Steps } from './stages/steps';
import { preparedOf } from './testTables';

/** Settings of a map with some of them changed. */
export function settingsOf(
  rows: number,
  measures: number,
  {
    tsne,
    umap,
    ...change
  }: Partial<Omit<NeighboursSettings, 'tsne' | 'umap'>> & {
    readonly tsne?: Partial<NeighboursSettings['tsne']>;
    readonly umap?: Partial<NeighboursSettings['umap']>;
  } = {},
): NeighboursSettings {
  const fresh = freshNeighbours(rows, measures);
  return { ...fresh, ...change, tsne: { ...fresh.tsne, ...tsne }, umap: { ...fresh.umap, ...umap } };
}

/** Columns as a graph of neighbours, with the question that asks for it. */
export function graphFor(
  columns: readonly (readonly number[])[],
  change: Parameters<typeof settingsOf>[2] = {},
): { readonly graph: NeighbourGraph; readonly ask: NeighboursAsk } {
  const measures = columns.map((_, j) => `x${j + 1}`);
  const preparation = { ...PLAIN_PREPARATION, scale: 'centre' as const, measures, weight: null };
  const ask = neighboursAsk(preparation, [], settingsOf(columns[0]!.length, columns.length, change));
  return {
    graph: neighbourGraph(searchedRows(preparedOf(columns, { scale: 'centre' }), ask), ask.neighbours),
    ask,
  };
}

/** The steps of whichever layout is asked for. */
export const stepsFor = (
  graph: NeighbourGraph,
  ask: NeighboursAsk,
  host: Host = quietHost,
): Steps<NeighbourMap, unknown> =>
  (ask.layout.by === 't-sne' ? tsneSteps(graph, ask, host) : umapSteps(graph, ask, host)) as never;

/** A map laid out to its end. */
export function mapOf(graph: NeighbourGraph, ask: NeighboursAsk, host: Host = quietHost): NeighbourMap {
  const steps = stepsFor(graph, ask, host);
  let state = steps.start();
  while (steps.done(state) < 1) state = steps.step(state);
  const map = steps.show(state);
  steps.end?.();
  return map;
}

/** Normal columns in heaps some way apart. */
export function heapColumns(n: number, p: number, heaps: number, apart: number, seed: number): number[][] {
  const { normal } = seededRandom(seed);
  const centres = Array.from({ length: heaps * p }, normal);
  return Array.from({ length: p }, (_, j) =>
    Array.from({ length: n }, (__, i) => apart * centres[(i % heaps) * p + j]! + normal()),
  );
}
