import { basename } from 'node:path';
import { quietHost } from '@wold/core/host';
import type { Recipe } from '@wold/core/recipe/schema';
import { readTable, readWithNewRows } from '@wold/core/table/readTable';
import type { Table } from '@wold/core/table/table';
import { sourceOf } from '../inputs';
import type { Output } from '../output';

/** A table from a file, with what is to be noted of it. @param place a file whose rows are only placed */
export async function open(
  path: string,
  { warn }: Pick<Output, 'warn'>,
  { newRows: _, ...reading }: Recipe['reading'] = {},
  place?: string,
): Promise<Table> {
  const [source, name] = [await sourceOf(path), basename(path)];
  const table =
    place === undefined
      ? await readTable(source, name, quietHost, reading)
      : await readWithNewRows(
          source,
          name,
          { source: await sourceOf(place), name: basename(place) },
          quietHost,
          reading,
        );
  for (const note of table.notes) warn(`note: ${note.where ? `${note.where}: ` : ''}${note.what}`);
  return table;
}
