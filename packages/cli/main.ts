import { Command } from 'commander';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { quietHost } from '@wold/core/host';
import { Problem, problemData } from '@wold/core/problem';
import { parseRecipe } from '@wold/core/recipe/schema';
import { bytesSource } from '@wold/core/table/fileSource';
import { readTable } from '@wold/core/table/readTable';
import { runStudy } from './runStudy';

const program = new Command('wold').description('Reduces wide tables without a screen.');

program
  .command('run')
  .description(
    'Runs a recipe on a table and writes scores, loadings, coefficients, eigenvalues and the recipe.',
  )
  .argument('<recipe>', 'a recipe that Wold wrote (JSON)')
  .requiredOption(
    '--table <file>',
    'the table: CSV, TSV or another delimited text, XLSX, Parquet, Arrow, JSON',
  )
  .requiredOption('--out <folder>', 'where the files go; made if it is not there')
  .action(async (recipePath: string, options: { table: string; out: string }) => {
    const recipe = parseRecipe((await read(recipePath)).toString('utf8'), recipePath);
    const table = await readTable(
      bytesSource(new Uint8Array(await read(options.table))),
      basename(options.table),
      quietHost,
      recipe.reading,
    );
    for (const note of table.notes) console.error(`note: ${note.where ? `${note.where}: ` : ''}${note.what}`);
    const { files, lines } = runStudy(recipe, table);
    await mkdir(options.out, { recursive: true });
    for (const file of files) await writeFile(join(options.out, file.name), file.text);
    for (const line of lines) console.log(line);
    console.log(`${files.length} files in ${options.out}: ${files.map(file => file.name).join(', ')}`);
  });

try {
  await program.parseAsync();
} catch (thrown) {
  const { what, where, remedy } = problemData(thrown);
  console.error(
    `${where === null ? '' : `${where}: `}${what}\n${thrown instanceof Problem ? remedy : ''}`.trim(),
  );
  process.exitCode = 1;
}

async function read(path: string): Promise<Buffer> {
  try {
    return await readFile(path);
  } catch (error) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    throw new Problem(missing ? 'there is no such file' : (error as Error).message, 'Check the path.', path);
  }
}
