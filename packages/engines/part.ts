import type { Engine } from '@wold/core/engines/engine';
import type { Limits } from './asked';

/** A table of a source. */
export interface SourceTable {
  /** Null where the source has none. */
  readonly schema: string | null;
  readonly name: string;
  /** About how many rows, as the engine keeps it; null where it does not. */
  readonly rows: number | null;
  readonly kind: 'table' | 'view';
}

/** One place of a source, by one address. */
export interface Part {
  readonly kind: 'PostgreSQL' | 'ClickHouse' | 'files';
  readonly tables: (limits?: Limits) => Promise<SourceTable[]>;
  /** @throws Problem where there is no such table, or it cannot be reached */
  readonly open: (table: string, limits: Limits) => Promise<Engine>;
  /** Runs a statement that writes, such as one of scores; null where it is only read. */
  readonly writes: ((statement: string, limits?: Limits) => Promise<void>) | null;
}

/** A name with its schema in two; what has no point is in the usual schema. */
export function schemaAndName(table: string, usual: string): [schema: string, name: string] {
  const point = table.indexOf('.');
  return point < 0 ? [usual, table] : [table.slice(0, point), table.slice(point + 1)];
}
