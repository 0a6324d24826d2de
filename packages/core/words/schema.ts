import { z } from 'zod';
import { listOf } from '../listSchema';
import { LANGUAGES } from './languages';
import { LONGEST_WORD } from '../limits';
import { WEIGHINGS, type WordsSettings } from './settings';

/** A pair is two words and what is between them. */
const word = z
  .string()
  .min(1)
  .max(2 * LONGEST_WORD + 1);

/** How a column of text is split into words. */
export const wordsSchema = z.strictObject({
  column: z.string(),
  fold: z.boolean(),
  characters: z.enum(['letters', 'letters and digits']),
  common: z.enum(LANGUAGES).nullable(),
  shortest: z.int().min(1).max(50),
  stem: z.enum(LANGUAGES).nullable(),
  pairs: z.boolean(),
  fewest: z.int().min(1),
  most: z.number().gt(0).max(1),
  weighing: z.enum(WEIGHINGS),
  unitLength: z.boolean(),
  aside: z.array(word),
  joined: listOf(z.strictObject({ from: word, to: word }), 'from'),
}) satisfies z.ZodType<WordsSettings>;
