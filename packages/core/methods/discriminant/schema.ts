import { z } from 'zod';
import { preparationSchema } from '../../preparation/schema';
import { MOST_FOLDS, PRIORS, SHRINKAGES, type DiscriminantSettings } from './settings';
import type { DiscriminantAsk } from './stages';

const unknown = z.union([z.literal('so named'), z.array(z.string())]);
const keep = z.union([z.literal('all'), z.int().min(1)]);

/** What an analyst decides of discriminant axes. */
export const discriminantSettings = z.strictObject({
  method: z.literal('discriminant'),
  label: z.string().nullable(),
  unknown,
  keep,
  shrinkage: z.enum(SHRINKAGES),
  priors: z.enum(PRIORS),
  folds: z.int().min(2).max(MOST_FOLDS),
  seed: z.int().min(0).max(999_999),
  fade: z.number().min(0).max(1),
}) satisfies z.ZodType<DiscriminantSettings>;

/** What axes depended on when their scores were frozen in the table. */
export const discriminantAskSchema = z.strictObject({
  preparation: preparationSchema,
  without: z.array(z.string()),
  label: z.string().nullable(),
  unknown,
  keep,
  shrinkage: z.enum(SHRINKAGES),
}) satisfies z.ZodType<DiscriminantAsk>;
