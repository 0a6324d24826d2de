import { z } from 'zod';
import { ask, askFile } from './api';

const sourceSchema = z.object({
  name: z.string(),
  kind: z.enum(['PostgreSQL', 'ClickHouse', 'files']),
  parts: z.int(),
  /** Whether scores may be written back. */
  writes: z.boolean(),
});
export type SourceHere = z.infer<typeof sourceSchema>;

const tableSchema = z.object({
  schema: z.string().nullable(),
  name: z.string(),
  rows: z.number().nullable(),
  kind: z.enum(['table', 'view']),
});
export type TableThere = z.infer<typeof tableSchema>;

const columnSchema = z.object({ name: z.string(), type: z.string(), isNumber: z.boolean() });
export type ColumnThere = z.infer<typeof columnSchema>;

/** The sources that the server was started with. */
export const sourcesHere = (): Promise<SourceHere[]> => ask('sources', z.array(sourceSchema));

/** The tables of a source. */
export const tablesIn = (source: string): Promise<TableThere[]> =>
  ask(`sources/${encodeURIComponent(source)}/tables`, z.array(tableSchema));

/** The columns of a table. */
export const columnsOf = async (source: string, table: string): Promise<ColumnThere[]> => {
  const path = `sources/${encodeURIComponent(source)}/columns?table=${encodeURIComponent(table)}`;
  return (await ask(path, z.object({ columns: z.array(columnSchema) }))).columns;
};

/** A table's name with its schema. */
export const wholeName = ({ schema, name }: Pick<TableThere, 'schema' | 'name'>): string =>
  schema === null ? name : `${schema}.${name}`;

/** How many rows come back, by which seed, and what tells rows apart; null for all columns together. */
export interface SampleChoice {
  readonly rows: number;
  readonly seed: number;
  readonly key: string | null;
}

export const PLAIN_SAMPLE: SampleChoice = { rows: 20_000, seed: 1, key: null };
export const MOST_SAMPLED = 1_000_000;
export const LEAST_SAMPLED = 3;

/** Takes a sample of a table, as a file. */
export const takeSample = (
  source: string,
  table: string,
  choice: SampleChoice,
  signal: AbortSignal,
): Promise<Blob> => askFile('sample', JSON.stringify({ source, table, ...choice }), signal);
