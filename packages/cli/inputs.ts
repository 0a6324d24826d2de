import { open, stat } from 'node:fs/promises';
import { Problem } from '@wold/core/problem';
import type { FileSource } from '@wold/core/table/fileSource';

/** Files by their paths, and by patterns that the shell has left as they are; a file that is called as a pattern is that file. */
export async function pathsOf(given: readonly string[]): Promise<string[]> {
  const { glob, isDynamicPattern } = await import('tinyglobby');
  const paths: string[] = [];
  for (const path of given) {
    const there = await stat(path).catch(() => null);
    if (there !== null || !isDynamicPattern(path)) paths.push(path);
    else {
      const found = await glob(path.replaceAll('\\', '/'), { expandDirectories: false });
      if (found.length === 0) throw new Problem('no file is called so', 'Check the pattern.', path);
      for (const match of found.sort()) paths.push(match);
    }
  }
  return paths;
}

/** A file that is read in parts from where it lies. @throws Problem where there is none */
export async function sourceOf(path: string): Promise<FileSource> {
  const found = await stat(path).catch((error: NodeJS.ErrnoException) => {
    const missing = error.code === 'ENOENT';
    throw new Problem(missing ? 'there is no such file' : error.message, 'Check the path.', path);
  });
  if (found.isDirectory()) throw new Problem('it is a folder', 'Name a file.', path);
  return {
    size: found.size,
    read: async (from, to) => {
      const file = await open(path);
      try {
        const bytes = new Uint8Array(Math.max(0, to - from));
        for (let at = 0; at < bytes.length;) {
          const { bytesRead } = await file.read(bytes, at, bytes.length - at, from + at);
          if (bytesRead === 0) return bytes.subarray(0, at);
          at += bytesRead;
        }
        return bytes;
      } finally {
        await file.close();
      }
    },
  };
}
