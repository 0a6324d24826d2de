import type { Metric } from '../../nearest/metric';

export const EMBEDDINGS = ['t-sne', 'umap'] as const;
export const STARTS = ['components', 'spectral', 'random'] as const;

/** How rows are placed on a map that stays as it is: by its own loss, or by what a fit or a forest learns of its places. */
export const PLACINGS = ['optimised', 'linear', 'forest'] as const;
export type Placing = (typeof PLACINGS)[number];

/** The largest seed. */
export const MOST_SEED = 999_999;

export const OTHER_STARTS = ['alike', 'anywhere'] as const;

/** By which of them the map is laid out. */
export type Embedding = (typeof EMBEDDINGS)[number];

/** Where the rows start from: their leading components, their graph's leading eigenvectors, or anywhere. */
export type Start = (typeof STARTS)[number];

export const DIMENSIONS = [1, 2, 3] as const;

/** What decides how t-SNE lays a map out. */
export interface TsneSettings {
  /** The number of neighbours that each row's weights amount to. */
  readonly perplexity: number;
  readonly iterations: number;
  /** What pulls together is multiplied by so much at first, for so many iterations. */
  readonly exaggeration: number;
  readonly early: number;
  /** The length of steps; auto is an n-th of a twelfth, 200 at least. */
  readonly rate: number | 'auto';
}

/** What decides how UMAP lays a map out. */
export interface UmapSettings {
  readonly neighbours: number;
  /** How near two rows may come, and how wide the map is spread. */
  readonly nearest: number;
  readonly spread: number;
  /** auto is 500 up to 10,000 rows, and 200 beyond. */
  readonly epochs: number | 'auto';
  /** The epoch after which the map is kept as it stands; null where it is laid out to its end. */
  readonly stop: number | null;
  /** Rows drawn at random to be pushed off, for each pair that is pulled together. */
  readonly drawn: number;
}

/** What an analyst decides of a neighbour map, beside what all reductions share. */
export interface NeighboursSettings {
  readonly method: 'neighbours';
  readonly embedding: Embedding;
  readonly dimensions: (typeof DIMENSIONS)[number];
  readonly metric: Metric;
  /** Distances are those of so many leading components; null for those of the measures themselves. */
  readonly leading: number | null;
  readonly tsne: TsneSettings;
  readonly umap: UmapSettings;
  /** auto is components for t-SNE and spectral for UMAP. */
  readonly start: Start | 'auto';
  readonly seed: number;
  /** The size of the neighbourhoods by which the map is judged. */
  readonly judgedAt: number;
  /** Where rows start on maps by other seeds, which this one is held against: as it does, or anywhere. */
  readonly otherStarts: (typeof OTHER_STARTS)[number];
  readonly sheet: SheetSettings;
  /** How rows that had no say in the map are placed on it. */
  readonly placing: Placing;
  /** What is held against the other rows: a level of a label, or rows that are selected at the time. */
  readonly apart: Apart;
}

/** What small maps are set side by side on a sheet. */
export interface SheetSettings {
  /** Perplexities or numbers of neighbours, a line each; none for the usual ones about one's own. */
  readonly sizes: readonly number[];
  /** What the columns differ in, of UMAP, and how many there are. */
  readonly across: 'seed' | 'nearest';
  readonly columns: number;
}

/** Maps on a sheet at most, in each direction. */
export const MOST_ON_SHEET = 6;

export type Apart = { readonly column: string; readonly level: string } | 'selected' | null;

/** Leading components that distances are taken of where there are more measures. */
export const LEADING = 50;

/** The largest perplexity that so many rows allow: each needs three times as many neighbours. */
export const largestPerplexity = (rows: number): number => Math.floor((rows - 1) / 3);

/** Below it chance makes groups. */
export const FINE_PERPLEXITY = 5;

/** Beyond it groups run together: a tenth of the rows, but where these are so few that it would make groups by chance. */
export const broadPerplexity = (rows: number): number => Math.max(FINE_PERPLEXITY, Math.floor(rows / 10));

/** The least that is of use, and fewest rows that allow it. */
export const LEAST_PERPLEXITY = 2;
export const FEWEST_ROWS = 3 * LEAST_PERPLEXITY + 1;
/** Neighbours that UMAP needs at least. */
export const LEAST_NEIGHBOURS = 2;

/**
 * Those that a new map starts from.
 *
 * @param rows of the table, 0 where it has none
 */
export const freshNeighbours = (
  rows: number,
  measures: number,
  _label: string | null = null,
  words = false,
): NeighboursSettings => ({
  method: 'neighbours',
  embedding: 't-sne',
  dimensions: 2,
  metric: words ? 'cosine' : 'euclidean',
  leading: words || measures > LEADING ? LEADING : null,
  tsne: {
    perplexity: Math.max(LEAST_PERPLEXITY, Math.min(30, broadPerplexity(rows), largestPerplexity(rows))),
    iterations: 1000,
    exaggeration: 12,
    early: 250,
    rate: 'auto',
  },
  umap: {
    neighbours: Math.max(LEAST_NEIGHBOURS, Math.min(15, rows - 1)),
    nearest: 0.1,
    spread: 1,
    epochs: 'auto',
    stop: null,
    drawn: 5,
  },
  start: 'auto',
  seed: 1,
  judgedAt: 10,
  otherStarts: 'alike',
  placing: 'optimised',
  sheet: { sizes: [], across: 'seed', columns: 3 },
  apart: null,
});
