/** A statement's rows, entry by entry in the order of its columns; counts may be bigint or text. */
export type EngineRows = readonly (readonly unknown[])[];

/** A column as an engine tells of it. */
export interface EngineColumn {
  readonly name: string;
  /** Whether it can be brought to a double: numbers and booleans. */
  readonly isNumber: boolean;
  readonly isBoolean: boolean;
}

/** An engine that holds a table, as it is asked. */
export interface Engine {
  readonly dialect: Dialect;
  /** What stands for the table after “from”. */
  readonly from: string;
  readonly columns: readonly EngineColumn[];
  /** @throws Problem where the engine refuses */
  readonly ask: (statement: string) => Promise<EngineRows>;
  readonly close: () => Promise<void>;
}

/** How statements differ between engines. */
export interface Dialect {
  readonly name: 'PostgreSQL' | 'DuckDB';
  /** A name of a column, whatever letters it has. */
  readonly quoted: (name: string) => string;
  /** A column of numbers or booleans as doubles. */
  readonly double: (column: EngineColumn) => string;
  /** The text of a column, from which rows are drawn. */
  readonly text: (column: string) => string;
  /** Pairs of measures that a statement holds at most. */
  readonly mostPairs: number;
  /** Whether the engine joins sums over a subselect into one, which would centre each entry anew for each of them. */
  readonly fence: string;
}

/** A number as it stands in statements: in parentheses, since a sign may follow another. */
export const literal = (value: number): string => `(${value.toExponential(17)})`;

/** A text as it stands in statements. */
export const quotedText = (text: string): string => `'${text.replace(/'/g, "''")}'`;

const standardQuotes = (name: string): string => `"${name.replace(/"/g, '""')}"`;

export const POSTGRES: Dialect = {
  name: 'PostgreSQL',
  quoted: standardQuotes,
  // Booleans have no cast to doubles of their own.
  double: ({ name, isBoolean }) => `${standardQuotes(name)}${isBoolean ? '::int' : ''}::float8`,
  text: column => `${column}::text`,
  mostPairs: 320,
  fence: ' offset 0',
};

export const DUCKDB: Dialect = {
  name: 'DuckDB',
  quoted: standardQuotes,
  double: ({ name }) => `cast(${standardQuotes(name)} as double)`,
  text: column => `cast(${column} as varchar)`,
  mostPairs: 1275,
  fence: '',
};
