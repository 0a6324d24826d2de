import { z } from 'zod';
import { listOf } from '../listSchema';

/** What a dimension was like, by its measures. */
export const profileSchema = listOf(
  z.strictObject({ measure: z.string(), correlation: z.number() }),
  'measure',
);
