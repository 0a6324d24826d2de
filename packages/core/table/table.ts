import type { SampleOf } from './sampleOf';
import type { Arrangement } from './arrangement';
import type { Column } from './column';
import type { Dialect } from './readingChoices';
import type { Scene } from './scene/scene';

/** What kind of file a picture was read from. */
export type SceneFile = 'GeoTIFF' | 'PNG' | 'JPEG' | 'stack';

/** What kind of file a table was read from. */
export type Source =
  | ({ readonly format: 'delimited text' } & Dialect)
  | { readonly format: 'JSON' }
  | { readonly format: 'Parquet' }
  | { readonly format: 'Arrow' }
  /** A sample of a table that stays in its engine. */
  | { readonly format: 'engine'; readonly sample: SampleOf }
  | { readonly format: 'scene'; readonly file: SceneFile; readonly scene: Scene }
  | { readonly format: 'workbook'; readonly sheet: string; readonly sheets: readonly string[] };

/** A table that holds the relations of its columns in place of rows of data, or the distances of its rows. */
export interface RelationMatrix {
  readonly kind: 'correlation' | 'covariance' | 'distance';
  /** The columns, in the order of the rows. */
  readonly names: readonly string[];
}

/** Something that reading had to decide and that the analyst should know. */
export interface ReadNote {
  readonly what: string;
  readonly where: string | null;
}

/** Rows of a second table that stand after a table's own, only to be placed. */
export interface NewRows {
  /** Key of their file. */
  readonly key: string;
  /** How many, and what their table is called. */
  readonly rows: number;
  readonly name: string;
  /** Columns of the first that the second lacks, and of the second that the first does not know. */
  readonly lacks: readonly string[];
  readonly unknown: readonly string[];
}

export interface Table {
  /** Stands for its contents: tables with the same key are the same. */
  readonly key: string;
  /** Key of the file, which several tables come from where it was read in several ways or arranged anew. */
  readonly fileKey: string;
  readonly name: string;
  readonly rows: number;
  readonly columns: readonly Column[];
  readonly source: Source;
  readonly notes: readonly ReadNote[];
  /** Set where the rows are no cases but the relations of the columns, or cases by their distances from one another. */
  readonly matrix: RelationMatrix | null;
  /** Rows at its end that were brought from a second table, only to be placed. */
  readonly newRows?: NewRows;
  /** How it was made from the table of that key; null where it is as it was read. */
  readonly arranged: { readonly of: string; readonly by: Arrangement } | null;
}

/** What is known of the picture whose pixels the rows are; null where they are none. */
export const sceneOf = ({ source }: Pick<Table, 'source'>): Scene | null =>
  source.format === 'scene' ? source.scene : null;

/** What the rows are a sample of; null where they are all there is. */
export const sampleOf = ({ source }: Pick<Table, 'source'>): SampleOf | null =>
  source.format === 'engine' ? source.sample : null;

/** Whether the rows are cases, which correlations and covariances are not. */
export const hasCases = ({ matrix }: Pick<Table, 'matrix'>): boolean =>
  matrix === null || matrix.kind === 'distance';

/** The column of that name, or undefined. */
export function findColumn(table: Table, name: string): Column | undefined {
  return table.columns.find(column => column.name === name);
}
