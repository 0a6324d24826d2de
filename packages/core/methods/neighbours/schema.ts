import { z } from 'zod';
import { METRICS } from '../../nearest/metric';
import { preparationSchema } from '../../preparation/schema';
import {
  EMBEDDINGS,
  PLACINGS,
  MOST_ON_SHEET,
  MOST_SEED,
  LEAST_NEIGHBOURS,
  LEAST_PERPLEXITY,
  OTHER_STARTS,
  STARTS,
  type NeighboursSettings,
} from './settings';
import type { NeighboursAsk } from './question';

const tsne = z.strictObject({
  perplexity: z.number().min(LEAST_PERPLEXITY).max(2000),
  iterations: z.int().min(1).max(100_000),
  exaggeration: z.number().min(1).max(100),
  early: z.int().min(0).max(10_000),
  rate: z.union([z.literal('auto'), z.number().min(0.1).max(1e6)]),
});

const umap = z.strictObject({
  neighbours: z.int().min(LEAST_NEIGHBOURS).max(6000),
  nearest: z.number().min(0).max(10),
  spread: z.number().min(0.1).max(10),
  epochs: z.union([z.literal('auto'), z.int().min(1).max(100_000)]),
  stop: z.int().min(1).max(100_000).nullable(),
  drawn: z.int().min(1).max(50),
});

const dimensions = z.union([z.literal(1), z.literal(2), z.literal(3)]);
const leading = z.int().min(2).max(1000).nullable();
const seed = z.int().min(0).max(MOST_SEED);

/** What an analyst decides of a neighbour map. */
export const neighboursSettings = z.strictObject({
  method: z.literal('neighbours'),
  embedding: z.enum(EMBEDDINGS),
  dimensions,
  metric: z.enum(METRICS),
  leading,
  tsne,
  umap,
  start: z.union([z.literal('auto'), z.enum(STARTS)]),
  seed,
  judgedAt: z.int().min(1).max(500),
  otherStarts: z.enum(OTHER_STARTS).default('alike'),
  sheet: z
    .strictObject({
      sizes: z.array(z.number().min(LEAST_PERPLEXITY).max(2000)).max(MOST_ON_SHEET),
      across: z.enum(['seed', 'nearest']),
      columns: z.int().min(1).max(MOST_ON_SHEET),
    })
    .default({ sizes: [], across: 'seed', columns: 3 }),
  placing: z.enum(PLACINGS).default('optimised'),
  apart: z
    .union([z.literal('selected'), z.strictObject({ column: z.string(), level: z.string() })])
    .nullable(),
}) satisfies z.ZodType<NeighboursSettings>;

/** What a map depended on when its places were frozen in the table. */
export const neighboursAskSchema = z.strictObject({
  preparation: preparationSchema,
  without: z.array(z.string()),
  metric: z.enum(METRICS),
  leading,
  neighbours: z.int().min(1),
  layout: z.discriminatedUnion('by', [
    tsne.extend({ by: z.literal('t-sne') }),
    umap.extend({ by: z.literal('umap') }),
  ]),
  dimensions,
  start: z.enum(STARTS),
  seed,
}) satisfies z.ZodType<NeighboursAsk>;
