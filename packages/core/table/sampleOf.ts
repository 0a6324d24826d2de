import { z } from 'zod';

/** What rows in hand are a sample of: a table that stays in its engine. */
export const sampleOfSchema = z.strictObject({
  /** The source as the server or the command line names it. */
  source: z.string().min(1),
  /** With its schema, where there are such. */
  table: z.string().min(1),
  /** Rows of the whole when the sample was taken, and of the sample. */
  of: z.int().min(0),
  rows: z.int().min(0),
  seed: z.int().min(0),
  /** The column by which rows were drawn; null where it was all columns together. */
  key: z.string().nullable(),
});

export type SampleOf = Readonly<z.infer<typeof sampleOfSchema>>;

/** Under which a file of a sample tells what it is of. */
export const SAMPLE_KEY = 'wold sample';
