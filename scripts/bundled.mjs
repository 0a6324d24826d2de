import { mkdtempSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'vite';
import { root } from './run.mjs';

/** A TypeScript module of the repository, bundled and loaded. @param external packages that are left as they are */
export async function bundled(path, external = []) {
  return import(await bundledUrl(path, external));
}

/** Where a TypeScript module of the repository lies, bundled. */
export async function bundledUrl(path, external = []) {
  const outDir = mkdtempSync(join(root, 'node_modules', '.wold-'));
  await build({
    root,
    configFile: false,
    logLevel: 'error',
    build: {
      ssr: path,
      outDir,
      emptyOutDir: false,
      rolldownOptions: { output: { entryFileNames: 'module.mjs' } },
    },
    ssr: { noExternal: external.length === 0 ? true : [/^@wold\//], external },
  });
  return pathToFileURL(join(outDir, 'module.mjs')).href;
}
