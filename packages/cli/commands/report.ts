import { quietHost } from '@wold/core/host';
import type { Output } from '../output';
import { studyReport } from '../studyReport';
import { writeWhole } from '../writeFiles';
import { givenStudy } from './given';
import { open } from './open';

/** Writes the report of a study, or of a recipe and its table. */
export async function report(
  path: string,
  tablePath: string | undefined,
  out: string,
  { say, warn, helpers = [] }: Output,
): Promise<void> {
  const { recipe, own } = await givenStudy(path, tablePath !== undefined, warn);
  const table = own?.table ?? (await open(tablePath!, { warn }, recipe.reading));
  const { files, lines } = await studyReport(recipe, table, out, { ...quietHost, helpers });
  for (const { path: to, content } of files) await writeWhole(to, content);
  for (const line of lines) say(line);
}
