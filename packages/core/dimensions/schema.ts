import { z } from 'zod';
import { RANDOM_DATA, type ParallelSettings, type RetentionSettings } from './retentionSettings';

/** How random data are made and held against. */
export const parallelSchema = z.strictObject({
  data: z.enum(RANDOM_DATA),
  simulations: z.int().min(20).max(5000),
  percentile: z.number().min(50).max(99.9),
  seed: z.int().min(0).max(1e9),
}) satisfies z.ZodType<ParallelSettings>;

/** How the rules that vote on the number of dimensions are set. */
export const retentionSchema = parallelSchema.extend({
  share: z.number().min(0.1).max(1),
}) satisfies z.ZodType<RetentionSettings>;
