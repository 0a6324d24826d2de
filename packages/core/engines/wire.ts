import { z } from 'zod';
import { conditionSchema } from '../table/conditionSchema';
import type { WholeAsk } from './wholeAsk';
import type { Quartiles } from './wholeQuartiles';
import type { RepeatsAsk, WholeRepeats } from './wholeRepeats';
import type { WholeColumn } from './wholeColumn';
import type { WholeMoments } from './moments';
import type { Scoring, ScoresAsk } from './scoresStatement';

// How what is asked of engines, and what they tell, goes between page and server: as JSON, checked at either end.

const name = z.string().min(1);
const numbers = z.array(z.number());
const doubles = numbers.transform(values => Float64Array.from(values));
const matrix = z
  .object({ rows: z.int().min(0), columns: z.int().min(0), values: doubles })
  .refine(({ rows, columns, values }) => values.length === rows * columns, 'not as many values as it says');

const askFields = {
  measures: z.array(name).min(1).max(5000),
  reversed: z.array(z.strictObject({ measure: name, ends: z.number() })),
  shares: z.enum(['none', 'proportions', 'hellinger']),
  transforms: z.array(z.enum(['none', 'log', 'log1p', 'square-root'])),
  codes: z.array(z.strictObject({ column: name, codes: numbers })),
  fences: z.array(z.strictObject({ low: z.number(), high: z.number() }).nullable()),
  beyond: z.enum(['pull in', 'leave out']),
};

export const wholeAskSchema = z
  .strictObject({
    ...askFields,
    weight: name.nullable(),
    only: z.array(conditionSchema),
    by: name.nullable(),
  })
  .refine(
    ({ measures, transforms, fences }) =>
      measures.length === transforms.length && measures.length === fences.length,
    'a transform and fences, or null, for each measure',
  ) satisfies z.ZodType<WholeAsk>;

export const scoresAskSchema = z.strictObject(askFields) satisfies z.ZodType<ScoresAsk>;

export const scoringSchema = z.strictObject({
  measures: z.array(name),
  names: z.array(name).min(1).max(1000),
  means: doubles,
  units: doubles,
  coefficients: matrix,
  origin: doubles.optional(),
}) as unknown as z.ZodType<Scoring>;

export const repeatsAskSchema = z.strictObject({
  asked: wholeAskSchema,
  scoring: z.strictObject({
    measures: z.array(name),
    means: doubles,
    units: doubles,
    coefficients: matrix,
    origin: doubles.optional(),
  }),
  by: z.array(name).min(1).max(50),
  counts: z.boolean(),
}) as unknown as z.ZodType<RepeatsAsk>;

export const quartilesSchema = z.array(z.tuple([z.number(), z.number()])) satisfies z.ZodType<
  readonly Quartiles[]
>;

export const repeatsSchema = z.object({
  groups: z.number(),
  rows: z.number(),
  df: z.number(),
  within: numbers,
  all: numbers,
}) satisfies z.ZodType<WholeRepeats>;

const groupSchema = z.object({
  level: z.string().nullable(),
  n: z.number(),
  total: z.number(),
  means: doubles,
  products: matrix,
});

export const momentsSchema = z.object({
  measures: z.array(z.string()),
  rows: z.number(),
  n: z.number(),
  total: z.number(),
  means: doubles,
  least: doubles,
  most: doubles,
  units: doubles,
  products: matrix,
  groups: z.array(groupSchema).nullable(),
}) satisfies z.ZodType<WholeMoments>;

/** A figure that there may not be, which JSON has no word for. */
const orNone = z
  .number()
  .nullable()
  .transform(value => value ?? NaN);

export const columnsSchema = z.array(
  z.object({
    name: z.string(),
    present: z.number(),
    missing: z.number(),
    numbers: z
      .object({
        mean: z.number(),
        sd: orNone,
        least: z.number(),
        most: z.number(),
        histogram: z.object({ from: z.number(), to: z.number(), counts: numbers }),
      })
      .nullable(),
    distinct: z.number().nullable(),
    commonest: z.array(z.object({ level: z.string(), count: z.number() })).nullable(),
  }),
) satisfies z.ZodType<readonly WholeColumn[]>;

/** Plain JSON, lists of doubles as lists of numbers. */
export const onWire = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) => (part instanceof Float64Array ? [...part] : part));

/** A line of a long answer: how far it is, what came of it, or why there is nothing. */
export const lineSchema = z.union([
  z.strictObject({ progress: z.number().min(0).max(1) }),
  z.strictObject({ result: z.unknown() }),
  z.strictObject({
    problem: z.strictObject({ what: z.string(), where: z.string().nullable(), remedy: z.string() }),
  }),
]);
