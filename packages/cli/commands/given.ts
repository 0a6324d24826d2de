import { readFile } from 'node:fs/promises';
import { quietHost } from '@wold/core/host';
import { Problem } from '@wold/core/problem';
import { parseRecipe, type Recipe } from '@wold/core/recipe/schema';
import { isZip, readStudyFile } from '@wold/core/recipe/studyFile';
import { bytesSource, type FileSource } from '@wold/core/table/fileSource';
import { readTable } from '@wold/core/table/readTable';
import { sceneOf, type Table } from '@wold/core/table/table';
import type { Output } from '../output';

/** A recipe from its file, or from a whole study, of which the table is read too where no other is given. */
export async function givenStudy(
  path: string,
  hasTable: boolean,
  warn: Output['warn'],
): Promise<{
  readonly recipe: Recipe;
  readonly own: { readonly table: Table; readonly file: FileSource | null } | null;
}> {
  const bytes = new Uint8Array(await read(path));
  if (!isZip(bytes)) {
    if (hasTable) return { recipe: parseRecipe(new TextDecoder().decode(bytes), path), own: null };
    throw new Problem('a recipe needs a table', 'Give it with --table, or take a whole study (.wold).', path);
  }
  const studies = readStudyFile(bytes, path);
  if (studies.length > 1) {
    throw new Problem(`it holds ${studies.length} studies`, 'Unzip it, and take one of them.', path);
  }
  const { recipe, table: kept, wrong } = studies[0]!;
  for (const line of wrong) warn(`note: ${path}: ${line}`);
  if (recipe === null) throw new Problem('its recipe cannot be had', 'Open its table in Wold.', path);
  if (hasTable) return { recipe, own: null };
  if (kept === null) throw new Problem('its table cannot be had', 'Give the table with --table.', path);
  const source = bytesSource(new Uint8Array(kept.bytes));
  const { newRows: _, ...reading } = recipe.reading;
  const table = await readTable(source, kept.name, quietHost, reading);
  return { recipe, own: { table, file: sceneOf(table) === null ? null : source } };
}

async function read(path: string): Promise<Buffer> {
  try {
    return await readFile(path);
  } catch (error) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    throw new Problem(missing ? 'there is no such file' : (error as Error).message, 'Check the path.', path);
  }
}
