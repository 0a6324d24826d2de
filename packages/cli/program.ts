import { Command, InvalidArgumentError, Option } from 'commander';
import type { RunOptions } from './commands/run';
import type { Output } from './output';

/** What the command ends with: nothing wrong, a table or recipe that cannot be used, a call that is not understood. */
export const EXIT = { done: 0, problem: 1, usage: 2 } as const;

const EXITS = `
Exit codes: 0 all is written; 1 a table, a recipe or a folder cannot be used (nothing of that table is written, and what
is wrong is told on the error stream); 2 the call is not understood.`;

const TABLE =
  'CSV, TSV or another delimited text, XLSX, Parquet, Arrow, JSON; or a scene: GeoTIFF, PNG, JPEG';

/** The command line. What a command needs is loaded when it is called. */
export function program(output: Output): Command {
  const { say, warn } = output;
  const command = new Command('wold')
    .description('Reduces wide tables without a screen.')
    .exitOverride()
    .configureOutput({ writeOut: text => say(text.trimEnd()), writeErr: text => warn(text.trimEnd()) })
    .addHelpText('after', EXITS);

  addRun(command, output);
  addReport(command, output);
  addRecipe(command, output);
  return command;
}

function addRun(command: Command, output: Output): void {
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
      new Option(
        '--only <kinds>',
        'kinds of files, separated by commas, say loadings,figures; an unknown kind lists them all',
      ).argParser(kindsOf),
    )
    .addHelpText('after', EXITS)
    .action(async (recipePath: string, options: RunOptions, self: Command) => {
      await (await import('./commands/run')).run(recipePath, options, output, misuse(self));
    });
}

function addRecipe(command: Command, output: Output): void {
  command
    .command('recipe')
    .description(
      'Writes the recipe that a new study of a table starts with: roles guessed, settings at rest.',
    )
    .requiredOption('--table <file>', `the table (${TABLE})`)
    .option('--out <file>', 'where the recipe goes; to the output where it is left out')
    .addHelpText('after', EXITS)
    .action(async ({ table: path, out }: { table: string; out?: string }) => {
      await (await import('./commands/recipe')).recipe(path, out, output);
    });
}

function addReport(command: Command, output: Output): void {
  command
    .command('report')
    .description('Writes the report of a study: methods, results with their figures, tables, kept pictures.')
    .argument('<study>', 'a whole study (.wold), or a recipe (JSON)')
    .option('--table <file>', `the table of a recipe (${TABLE})`)
    .requiredOption('--out <file>', 'where it goes: .docx, .html, .md, or a folder for its tables as CSV')
    .addHelpText('after', EXITS)
    .action(async (path: string, { table: tablePath, out }: { table?: string; out: string }) => {
      await (await import('./commands/report')).report(path, tablePath, out, output);
    });
}

function wholeNumber(text: string): number {
  const number = Number(text);
  if (!Number.isSafeInteger(number) || number < 0)
    throw new InvalidArgumentError('It is a whole number from 0 on.');
  return number;
}

const kindsOf = (text: string): string[] => text.split(',').map(kind => kind.trim());

/** Ends a call that is not understood, as the command's package does. */
const misuse =
  (command: Command) =>
  (what: string): never =>
    command.error(`error: ${what}`, { exitCode: EXIT.usage });
