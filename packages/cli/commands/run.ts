import { basename, join } from 'node:path';
import { quietHost } from '@wold/core/host';
import { Problem } from '@wold/core/problem';
import type { Recipe } from '@wold/core/recipe/schema';
import { FILE_KINDS, runStudy, type StudyRun } from '@wold/core/recipe/runStudy';
import { notDone, sideBySide, type DoneTable } from '@wold/core/recipe/sideBySide';
import type { FileSource } from '@wold/core/table/fileSource';
import { sceneOf, type Table } from '@wold/core/table/table';
import { csv } from '@wold/core/writeup/csv';
import { fileStems } from '@wold/core/writeup/fileStem';
import { pathsOf, sourceOf } from '../inputs';
import type { Output } from '../output';
import { compare, writeComparisons, type ScenesRun } from '../scenes';
import { writeFiles } from '../writeFiles';
import { givenStudy } from './given';
import { open } from './open';

export interface RunOptions {
  readonly table?: string[];
  readonly out: string;
  readonly place?: string;
  readonly only?: string[];
  readonly dimensions: 'own' | 'first';
  readonly source?: string[];
  readonly sample: number;
  readonly seed: number;
  readonly seconds: number;
  readonly key?: string;
}

/** Runs a recipe on one table or several and writes what comes out. @param misuse ends a call that is not understood */
export async function run(
  recipePath: string,
  options: RunOptions,
  output: Output,
  misuse: (what: string) => never,
): Promise<void> {
  const unknown = options.only?.find(kind => !FILE_KINDS.includes(kind));
  if (unknown !== undefined) misuse(`there is no kind “${unknown}”; there are ${FILE_KINDS.join(', ')}`);
  const { say, warn, helpers = [] } = output;
  if (options.table === undefined && options.source === undefined && !/\.(wold|zip)$/i.test(recipePath)) {
    misuse('a recipe needs --table <file...>; only a whole study (.wold) has its own');
  }
  if (options.source !== undefined) return runOnSource(recipePath, options, { say, warn, helpers });
  const given = await givenStudy(recipePath, options.table !== undefined, warn);
  const { recipe } = given;
  if (options.table === undefined) {
    const { table, file } = given.own!;
    await runOn(recipe, table, file, options.out, options, { say, warn, helpers });
    return;
  }
  const paths = await pathsOf(options.table);
  const stems = fileStems(paths.map(path => basename(path).replace(/\.[^.]+$/, '')));
  const several = paths.length > 1;
  const failed: unknown[] = [];
  const done: DoneTable[] = [];
  let scenes: ScenesRun | null = null;
  for (const [index, path] of paths.entries()) {
    const folder = several ? join(options.out, stems[index]!) : options.out;
    try {
      if (several) say(`${path}:`);
      const study = await runOne(recipe, path, folder, options, { say, warn, helpers });
      if (several) done.push(await study.done(basename(path)));
      if (!several || sceneOf(study.read) === null) continue;
      if (scenes === null) scenes = { first: basename(path), reduced: study.reduced, others: [] };
      else await compare(scenes, path, folder, options, say);
    } catch (thrown) {
      // The other tables are none the worse for it.
      if (!several || !(thrown instanceof Problem)) throw thrown;
      warn(thrown.message);
      failed.push(thrown);
      done.push(notDone(basename(path), thrown.message));
    }
  }
  if (scenes !== null) await writeComparisons(scenes, options.out, say);
  if (several) {
    await writeFiles(options.out, [{ name: 'side-by-side.csv', text: csv(sideBySide(done)) }]);
    say(`the tables side by side: ${join(options.out, 'side-by-side.csv')}`);
  }
  if (failed.length > 0) {
    throw new Problem(
      `${failed.length} of ${paths.length} tables could not be run`,
      'What is wrong with each stands above.',
    );
  }
}

/** A recipe on a table that stays in its engine. */
async function runOnSource(
  recipePath: string,
  { source, table, out, only, sample, seed, seconds, key = undefined }: RunOptions,
  { say, warn, helpers = [] }: Output,
): Promise<void> {
  const { recipe } = await givenStudy(recipePath, true, warn);
  const [name = recipe.source?.table, ...more] = table ?? [];
  if (name === undefined || more.length > 0) {
    throw new Problem('a source needs one table', 'Give its name with --table.', '--source');
  }
  const limits = { seconds };
  const asked = { sources: source!, table: name, only, sample, seed, key: key ?? null, limits };
  const { runSource } = await import('@wold/engines/runSource');
  const { files, lines } = await runSource(recipe, asked, { ...quietHost, helpers });
  await writeFiles(out, files);
  for (const line of lines) say(line);
  say(`${files.length} files in ${out}: ${files.map(file => file.name).join(', ')}`);
}

/** A recipe that was run on a table. */
interface Ran extends Pick<StudyRun, 'reduced' | 'done'> {
  readonly read: Table;
}

async function runOne(
  recipe: Recipe,
  path: string,
  folder: string,
  { place, only }: RunOptions,
  { say, warn, helpers = [] }: Output,
): Promise<Ran> {
  const table = await open(path, { warn }, recipe.reading, place);
  const file = sceneOf(table) === null ? null : await sourceOf(path);
  return runOn(recipe, table, file, folder, { only }, { say, warn, helpers });
}

/** Runs a recipe on a table that was read. @param file that it was read from, where it is a scene */
async function runOn(
  recipe: Recipe,
  table: Table,
  file: FileSource | null,
  folder: string,
  { only }: { readonly only?: string[] | undefined },
  { say, helpers = [] }: Output,
): Promise<Ran> {
  const { files, lines, reduced, done } = await runStudy(
    recipe,
    table,
    only,
    { ...quietHost, helpers },
    file,
  );
  await writeFiles(folder, files);
  for (const line of lines) say(line);
  say(`${files.length} files in ${folder}: ${files.map(file => file.name).join(', ')}`);
  return { read: table, reduced, done };
}
