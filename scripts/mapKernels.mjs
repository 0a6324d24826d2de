import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './run.mjs';

// Compiles the kernels of neighbour maps as texts, for memory that threads share and for memory of one's own. Their
// source's mark stands in what comes out: what is there already is not made again.
const folder = join(root, 'packages/kernels/assembly');
const sources = [
  join(folder, 'maps.ts'),
  ...readdirSync(join(folder, 'maps')).map(name => join(folder, 'maps', name)),
].sort();
const mark = createHash('sha256');
for (const path of [...sources, import.meta.filename]) mark.update(readFileSync(path));
const line = `/** The kernels of neighbour maps, compiled from ${mark.digest('hex').slice(0, 16)} (npm run kernels). */`;
const out = join(root, 'packages/kernels/dist');
const target = join(out, 'maps.ts');

if (!existsSync(target) || !readFileSync(target, 'utf8').startsWith(line)) {
  mkdirSync(out, { recursive: true });
  writeFileSync(target, `${line}\n${text('SHARED', true)}\n${text('ALONE', false)}\n`);
}

function text(name, shared) {
  const wasm = join(out, `${name}.wasm`);
  execFileSync(
    process.execPath,
    [
      join(root, 'node_modules/assemblyscript/bin/asc.js'),
      join(folder, 'maps.ts'),
      ...['-O3', '--converge', '--noAssert', '--uncheckedBehavior', 'always', '--runtime', 'stub'],
      ...['--enable', 'simd', '--importMemory', '--initialMemory', '16', '--maximumMemory', '65536'],
      ...(shared ? ['--enable', 'threads', '--sharedMemory'] : []),
      ...['-o', wasm],
    ],
    { stdio: ['ignore', 'inherit', 'pipe'] },
  );
  const lines = readFileSync(wasm)
    .toString('base64')
    .match(/.{1,110}/g);
  rmSync(wasm);
  return `export const ${name} = [\n${lines.map(part => `  '${part}',`).join('\n')}\n].join('');`;
}
