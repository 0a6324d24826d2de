import { z } from 'zod';
import { conditionSchema } from '../table/conditionSchema';
import { LONGEST_REASON } from '../limits';
import { listOf } from '../listSchema';
import { MISSING_RULES } from './missing';
import { OUTLIER_RULES } from './outliers';
import { SCALES, type PreparationInput } from './prepared';
import { WEIGHTINGS } from './rowWeights';
import { ROW_TRANSFORMS } from './rowTransform';
import { STEPS } from './steps';
import { COLUMN_TRANSFORMS } from './transform';
import { wordsSchema } from '../words/schema';
import { REPEAT_RULES } from '../table/repeats';

export const scaleEnds = z
  .strictObject({ least: z.number(), most: z.number() })
  .refine(({ least, most }) => least < most, 'the least end of a scale must be below the most');

export const preparationFields = {
  /** Rows set aside by hand, by their place in the table of that key, counted from 0. */
  rowsAside: z.strictObject({
    of: z.string(),
    rows: z.array(
      z.strictObject({
        row: z.int().min(0),
        reason: z.string().max(LONGEST_REASON),
        placed: z.boolean().default(false),
      }),
    ),
  }),
  /** Rows that do not meet all of these are left out; rows that meet any of the others are only placed. */
  only: z.array(conditionSchema).default([]),
  supplementary: z.array(conditionSchema).default([]),
  repeats: z.enum(REPEAT_RULES).default('keep'),
  repeatKeys: z.array(z.string()).default([]),
  missing: z.enum(MISSING_RULES),
  /** Dimensions that fill gaps. */
  imputation: z.union([z.literal('cross-validated'), z.int().min(1).max(20)]).default(2),
  /** Share of missing entries above which a measure is set aside; 1 allows any. */
  gapsAllowed: z.number().min(0).max(1),
  outliers: z.enum(OUTLIER_RULES),
  /** From how far an entry is an outlier: interquartile ranges beyond the quartiles, or the robust z score. */
  reach: z.number().min(0.1).max(20),
  unfenced: z.array(z.string()),
  rowTransform: z.enum(ROW_TRANSFORMS),
  transform: z.enum(COLUMN_TRANSFORMS),
  transforms: listOf(
    z.strictObject({ measure: z.string(), transform: z.enum(COLUMN_TRANSFORMS) }),
    'measure',
  ),
  scale: z.enum(SCALES),
  /** Of a table in its engine: whether figures are of the sample alone. */
  extent: z.literal('sample').optional(),
  weighting: z.enum(WEIGHTINGS),
  /** How many rows a table of correlations or covariances was made from. */
  cases: z.int().min(3).nullable().default(null),
  /** How a column of text is split into words, which then are the measures. */
  words: wordsSchema.nullable().default(null),
  off: z.array(z.enum(STEPS)).default([]),
};

/** What preparation depends on, as recipes keep it with frozen scores. */
export const preparationSchema = z
  .strictObject({
    ...preparationFields,
    measures: z.array(z.string()),
    weight: z.string().nullable(),
    reversed: listOf(z.strictObject({ measure: z.string(), ends: scaleEnds.nullable() }), 'measure'),
  })
  .omit({ off: true }) satisfies z.ZodType<PreparationInput>;
