import { columnBuilder } from '../table/columnBuilder';
import { contentKey } from '../table/contentKey';
import { entryText } from '../table/entryText';
import { fileTable } from '../table/fileTable';
import type { Table } from '../table/table';
import type { EngineColumn, EngineRows } from './engine';

/** Rows that an engine gave as a table. @param name of it, for errors too */
export function sampleTable(columns: readonly EngineColumn[], rows: EngineRows, name: string): Table {
  const made = columns.map(({ name: column, isNumber }, j) => {
    const builder = columnBuilder();
    for (const row of rows) {
      const entry = row[j];
      if (isNumber && entry !== null && entry !== undefined) builder.addNumber(Number(entry));
      else builder.add(entryText(entry));
    }
    return builder.finish(column);
  });
  const text = JSON.stringify(rows, (_, entry: unknown) =>
    typeof entry === 'bigint' ? String(entry) : entry,
  );
  const key = contentKey(new TextEncoder().encode(text));
  return fileTable({ key, name, source: { format: 'engine' }, columns: made, rows: rows.length });
}
