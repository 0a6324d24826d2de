import type { Column } from './column';

/** How a delimited text was understood. */
export interface Dialect {
  readonly encoding: 'UTF-8' | 'UTF-16 LE' | 'UTF-16 BE' | 'Windows-1252';
  readonly delimiter: ',' | ';' | '\t' | '|';
  readonly decimal: '.' | ',';
  readonly header: boolean;
}

/** What kind of file a table was read from. */
export type Source =
  | ({ readonly format: 'delimited text' } & Dialect)
  | { readonly format: 'JSON' }
  | { readonly format: 'Parquet' };

/** Something that reading had to decide and that the analyst should know. */
export interface ReadNote {
  readonly what: string;
  readonly where: string | null;
}

export interface Table {
  /** Hash of the bytes it was read from: the same file has the same key. */
  readonly key: string;
  readonly name: string;
  readonly rows: number;
  readonly columns: readonly Column[];
  readonly source: Source;
  readonly notes: readonly ReadNote[];
}

/** The column of that name, or undefined. */
export function findColumn(table: Table, name: string): Column | undefined {
  return table.columns.find(column => column.name === name);
}
