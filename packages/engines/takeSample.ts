import { parquetWriteBuffer } from 'hyparquet-writer';
import { SAMPLE_KEY, type SampleOf } from '@wold/core/table/sampleOf';
import { numberOf, type Engine, type EngineRows } from '@wold/core/engines/engine';
import type { EngineColumn } from '@wold/core/engines/engineColumn';
import { sampleStatement } from '@wold/core/engines/sampleStatement';
import { Problem } from '@wold/core/problem';
import type { Limits } from './asked';
import type { Source } from './source';

/** How many rows come back, and by what they are drawn. */
export interface SampleAsk {
  readonly table: string;
  readonly rows: number;
  readonly seed: number;
  /** A column that tells rows apart; null where all together do. */
  readonly key: string | null;
}

/** Rows of a table as a file of their own, which tells what they are a sample of. */
export interface Sample {
  readonly of: SampleOf;
  readonly columns: readonly EngineColumn[];
  /** Parquet. */
  readonly file: Uint8Array<ArrayBuffer>;
}

/** Rows that a sample has at most. */
export const MOST_SAMPLED = 1_000_000;

/**
 * Takes a sample of a table: those rows whose key and seed have the least MD5, whatever parts the table lies in.
 *
 * @throws Problem where there is no such table or key, or it holds no row
 */
export async function takeSample(source: Source, asked: SampleAsk, limits?: Limits): Promise<Sample> {
  const engines = await source.open(asked.table, limits);
  try {
    const [first] = engines as [Engine];
    let all = 0;
    const drawn: (readonly unknown[])[] = [];
    for (const engine of engines) {
      const [row] = await engine.ask(`select count(*) from ${engine.from}`);
      all += numberOf(row![0]);
      const statement = sampleStatement(
        { ...engine, columns: first.columns },
        asked.key,
        asked.rows,
        asked.seed,
      );
      for (const one of await engine.ask(statement)) drawn.push(one);
    }
    const order = first.columns.length;
    const rows = drawn
      .sort((a, b) =>
        String(a[order]) < String(b[order]) ? -1 : String(a[order]) > String(b[order]) ? 1 : 0,
      )
      .slice(0, asked.rows);
    if (rows.length === 0) {
      throw new Problem('it holds no row', 'Choose another table.', `table ${asked.table}`);
    }
    const { table, seed, key } = asked;
    const of: SampleOf = { source: source.name, table, of: all, rows: rows.length, seed, key };
    return { of, columns: first.columns, file: sampleFile(first.columns, rows, of) };
  } finally {
    for (const engine of engines) await engine.close();
  }
}

function sampleFile(
  columns: readonly EngineColumn[],
  rows: EngineRows,
  of: SampleOf,
): Uint8Array<ArrayBuffer> {
  const columnData = columns.map(({ name, isNumber }, j) =>
    isNumber
      ? {
          name,
          type: 'DOUBLE' as const,
          nullable: true,
          data: rows.map(row => (row[j] === null || row[j] === undefined ? null : Number(row[j]))),
        }
      : {
          name,
          type: 'STRING' as const,
          nullable: true,
          data: rows.map(row => (row[j] === null || row[j] === undefined ? null : String(row[j]))),
        },
  );
  const kvMetadata = [{ key: SAMPLE_KEY, value: JSON.stringify(of) }];
  return new Uint8Array(parquetWriteBuffer({ columnData, kvMetadata }));
}
