import { Command, InvalidArgumentError, Option } from 'commander';
import { readFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { quietHost } from '@wold/core/host';
import type { Helper } from '@wold/kernels/team';
import { Problem } from '@wold/core/problem';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { parseRecipe, type Recipe } from '@wold/core/recipe/schema';
import { notDone, sideBySide, type DoneTable } from '@wold/core/recipe/sideBySide';
import { csv } from '@wold/core/writeup/csv';
import { isZip, readStudyFile } from '@wold/core/recipe/studyFile';
import { writeRecipe } from '@wold/core/recipe/writeRecipe';
import { bytesSource, type FileSource } from '@wold/core/table/fileSource';
import { readTable, readWithNewRows } from '@wold/core/table/readTable';
import { sceneOf, type Table } from '@wold/core/table/table';
import { fileStems } from '@wold/core/writeup/fileStem';
import { runSource } from '@wold/engines/runSource';
import { FILE_KINDS, runStudy, type StudyRun } from '@wold/core/recipe/runStudy';
import { compare, writeComparisons, type ScenesRun } from './scenes';
import { pathsOf, sourceOf } from './inputs';
import { studyReport } from './studyReport';
import { writeFiles, writeWhole } from './writeFiles';

/** What the command ends with: nothing wrong, a table or recipe that cannot be used, a call that is not understood. */
export const EXIT = { done: 0, problem: 1, usage: 2 } as const;

/** Where lines go. */
export interface Output {
  readonly say: (line: string) => void;
  readonly warn: (line: string) => void;
  /** Threads that lend a hand. */
  readonly helpers?: readonly Helper[];
}

const EXITS = `
Exit codes: 0 all is written; 1 a table, a recipe or a folder cannot be used (nothing of that table is written, and what
is wrong is told on the error stream); 2 the call is not understood.`;

const TABLE =
  'CSV, TSV or another delimited text, XLSX, Parquet, Arrow, JSON; or a scene: GeoTIFF, PNG, JPEG';

/** The command line. */
export function program({ say, warn, helpers = [] }: Output): Command {
  const command = new Command('wold')
    .description('Reduces wide tables without a screen.')
    .exitOverride()
    .configureOutput({ writeOut: text => say(text.trimEnd()), writeErr: text => warn(text.trimEnd()) })
    .addHelpText('after', EXITS);

  addRun(command, { say, warn, helpers });
  addReport(command, { say, warn, helpers });
  addRecipe(command, { say, warn });
  return command;
}

function addRun(command: Command, { say, warn, helpers = [] }: Output): void {
  command
    .command('run')
    .description('Runs a recipe on one table or several and writes what comes out.')
    .argument(
      '<recipe>',
      'a recipe that Wold wrote (JSON), or a whole study (.wold), which has its table in it',
    )
    .option(
      '--table <file...>',
      `the table, or several, or a pattern as 'scenes/*.tif' (${TABLE}); needed but for a whole study`,
    )
    .requiredOption(
      '--out <folder>',
      'where the files go, in a folder for each where there are several tables',
    )
    .option(
      '--place <file>',
      `a second table, whose rows are only placed on what the first makes (${TABLE}); columns are matched by name`,
    )
    .addOption(
      new Option(
        '--dimensions <whose>',
        'of several scenes: layers on each one’s own components, or on those of the first; a table compares both',
      )
        .choices(['own', 'first'])
        .default('own'),
    )
    .option(
      '--source <name=address...>',
      'where the table lies: a folder of Parquet and CSV files, postgres://…, clickhouse+http://…, or env:VARIABLE that holds one of these; the same name again is another part of it. --table names the table there, where the recipe does not',
    )
    .addOption(
      new Option('--sample <rows>', 'rows of a source that come back, for maps and all else that needs rows')
        .argParser(wholeNumber)
        .default(20_000),
    )
    .addOption(new Option('--seed <number>', 'which rows these are').argParser(wholeNumber).default(1))
    .option(
      '--key <column>',
      'the column of a source that tells its rows apart; the recipe’s identity where it is left out',
    )
    .addOption(
      new Option('--seconds <number>', 'that a statement may take in the engine of a source')
        .argParser(wholeNumber)
        .default(3600),
    )
    .addOption(
      new Option('--only <kinds>', `kinds of files, parted by commas: ${FILE_KINDS.join(', ')}`).argParser(
        kindsOf,
      ),
    )
    .addHelpText('after', EXITS)
    .action(async (recipePath: string, options: RunOptions, self: Command) => {
      if (options.table === undefined && options.source === undefined && !/\.(wold|zip)$/i.test(recipePath)) {
        self.error('error: a recipe needs --table <file...>; only a whole study (.wold) has its own', {
          exitCode: EXIT.usage,
        });
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
    });
}

function addRecipe(command: Command, { say, warn }: Output): void {
  command
    .command('recipe')
    .description(
      'Writes the recipe that a new study of a table starts with: roles guessed, settings at rest.',
    )
    .requiredOption('--table <file>', `the table (${TABLE})`)
    .option('--out <file>', 'where the recipe goes; to the output where it is left out')
    .addHelpText('after', EXITS)
    .action(async ({ table: path, out }: { table: string; out?: string }) => {
      const text = writeRecipe(freshRecipe(await open(path, { warn })));
      if (out === undefined) say(text.trimEnd());
      else await writeWhole(out, text);
    });
}

interface RunOptions {
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
  const { files, lines } = await runSource(recipe, asked, { ...quietHost, helpers });
  await writeFiles(out, files);
  for (const line of lines) say(line);
  say(`${files.length} files in ${out}: ${files.map(file => file.name).join(', ')}`);
}

/** A recipe that was run on a table. */
interface Ran extends Pick<StudyRun, 'reduced' | 'done'> {
  readonly read: Table;
}

/** A table from a file, with what is to be noted of it. @param place a file whose rows are only placed */
async function open(
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

/** A recipe from its file, or from a whole study, of which the table is read too where no other is given. */
async function givenStudy(
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

function addReport(command: Command, { say, warn, helpers = [] }: Output): void {
  command
    .command('report')
    .description('Writes the report of a study: methods, results with their figures, tables, kept pictures.')
    .argument('<study>', 'a whole study (.wold), or a recipe (JSON)')
    .option('--table <file>', `the table of a recipe (${TABLE})`)
    .requiredOption('--out <file>', 'where it goes: .docx, .html, .md, or a folder for its tables as CSV')
    .addHelpText('after', EXITS)
    .action(async (path: string, { table: tablePath, out }: { table?: string; out: string }) => {
      const { recipe, own } = await givenStudy(path, tablePath !== undefined, warn);
      const table = own?.table ?? (await open(tablePath!, { warn }, recipe.reading));
      const { files, lines } = await studyReport(recipe, table, out, { ...quietHost, helpers });
      for (const { path: to, content } of files) await writeWhole(to, content);
      for (const line of lines) say(line);
    });
}

function wholeNumber(text: string): number {
  const number = Number(text);
  if (!Number.isSafeInteger(number) || number < 0)
    throw new InvalidArgumentError('It is a whole number from 0 on.');
  return number;
}

function kindsOf(text: string): string[] {
  const kinds = text.split(',').map(kind => kind.trim());
  const unknown = kinds.find(kind => !FILE_KINDS.includes(kind));
  if (unknown !== undefined) {
    throw new InvalidArgumentError(`There is no kind “${unknown}”; there are ${FILE_KINDS.join(', ')}.`);
  }
  return kinds;
}

async function read(path: string): Promise<Buffer> {
  try {
    return await readFile(path);
  } catch (error) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    throw new Problem(missing ? 'there is no such file' : (error as Error).message, 'Check the path.', path);
  }
}
