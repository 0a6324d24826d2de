import { mkdir, mkdtemp, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { Problem } from '@wold/core/problem';
import type { OutputFile } from '@wold/core/writeup/csv';

/**
 * Writes files into a folder, which is made where it is not there: all of them beside it first, then each to its place,
 * so that none is ever half written, and none is written where not all can be.
 *
 * @throws Problem when the disk or the folder takes no files
 */
export async function writeFiles(folder: string, files: readonly OutputFile[]): Promise<void> {
  let staged: string | null = null;
  try {
    await mkdir(folder, { recursive: true });
    staged = await mkdtemp(join(resolve(folder), '.wold-'));
    for (const file of files) {
      await writeFile(join(staged, file.name), 'text' in file ? file.text : file.pieces);
    }
    // What stands in the way is found before anything is replaced.
    for (const { name } of files) await refuseFolder(join(folder, name));
    for (const { name } of files) await rename(join(staged, name), join(folder, name));
  } catch (thrown) {
    if (thrown instanceof Problem) throw thrown;
    throw new Problem(
      `the files could not be written (${(thrown as Error).message}); none was left half written`,
      'Make room, or name another folder.',
      folder,
    );
  } finally {
    if (staged !== null) await rm(staged, { recursive: true, force: true });
  }
}

/** Writes one file whole or not at all. @throws Problem as {@link writeFiles} does */
export async function writeWhole(path: string, content: string | Uint8Array): Promise<void> {
  const name = path.split(/[\\/]/).at(-1)!;
  const file =
    typeof content === 'string' ? { name, text: content } : { name, pieces: [new Uint8Array(content)] };
  await writeFiles(dirname(path), [file]);
}

async function refuseFolder(path: string): Promise<void> {
  const found = await stat(path).catch(() => null);
  if (found?.isDirectory() !== true) return;
  throw new Problem('there is a folder of that name', 'Name another folder to write to.', path);
}
