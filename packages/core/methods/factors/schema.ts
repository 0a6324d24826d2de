import { z } from 'zod';
import { PLAIN_RETENTION } from '../../dimensions/retentionSettings';
import { parallelSchema, retentionSchema } from '../../dimensions/schema';
import { LONGEST_REASON } from '../../limits';
import { listOf } from '../../listSchema';
import { preparationSchema } from '../../preparation/schema';
import { ROTATION_NAMES } from '../../rotation/rotateLoadings';
import { CORRELATION_KINDS } from '../../suitability/correlationMatrix';
import { profileSchema } from '../profileSchema';
import { EXTRACTIONS } from './extraction';
import { SCORINGS } from './scores';
import { FACTOR_ROTATION, type FactorsSettings } from './settings';
import type { FactorsAsk } from './stages';

const rotation = z.strictObject({
  method: z.enum(ROTATION_NAMES),
  normalise: z.boolean(),
  power: z.int().min(2).max(8),
  gamma: z.number().min(-4).max(0),
  epsilon: z.number().min(1e-4).max(0.1),
  starts: z.int().min(1).max(1000),
  target: listOf(z.strictObject({ measure: z.string(), factor: z.int().min(1) }), 'measure'),
});

/** What an analyst decides of a reduction by common factors. */
export const factorsSettings = z.strictObject({
  method: z.literal('factors'),
  extraction: z.enum(EXTRACTIONS),
  correlations: z.enum(CORRELATION_KINDS).default('pearson'),
  keep: z.union([z.int().min(1), z.literal('parallel')]),
  retention: retentionSchema.default({ ...PLAIN_RETENTION }),
  rotation: rotation.default({ ...FACTOR_ROTATION, target: [] }),
  scoring: z.enum(SCORINGS).default('regression'),
  fade: z.union([z.number().min(0).max(1), z.literal('by-rows')]).default(0.4),
  small: z.enum(['fade', 'leave out']).default('fade'),
  turned: z.array(z.strictObject({ profile: profileSchema })).default([]),
  trail: z
    .array(z.strictObject({ measures: z.array(z.string()).min(1), reason: z.string().max(LONGEST_REASON) }))
    .default([]),
  beside: z
    .discriminatedUnion('by', [
      z.strictObject({ by: z.literal('number'), factors: z.int().min(1) }),
      z.strictObject({ by: z.literal('rotation'), method: z.enum(ROTATION_NAMES) }),
      z.strictObject({ by: z.literal('step'), step: z.int().min(0) }),
    ])
    .nullable()
    .default(null),
  placed: z.array(z.string()).default([]),
  outcome: z.string().nullable().default(null),
}) satisfies z.ZodType<FactorsSettings>;

/** What factors depended on when their scores were frozen. */
export const factorsAskSchema = z.strictObject({
  preparation: preparationSchema,
  without: z.array(z.string()),
  correlations: z.enum(CORRELATION_KINDS),
  extraction: z.enum(EXTRACTIONS),
  keep: z.union([z.int().min(1), z.strictObject({ parallel: parallelSchema })]),
  rotation,
  scoring: z.enum(SCORINGS),
  turned: z.array(z.strictObject({ profile: profileSchema })),
}) satisfies z.ZodType<FactorsAsk>;
