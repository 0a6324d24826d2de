import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { root } from './run.mjs';

// Compiles the kernels, and keeps them as text, so that every host has them at once and without a request.
const folder = mkdtempSync(join(tmpdir(), 'wold-kernels-'));
const wasm = join(folder, 'kernels.wasm');
execFileSync(
  process.execPath,
  [
    join(root, 'node_modules/assemblyscript/bin/asc.js'),
    join(root, 'packages/kernels/assembly/index.ts'),
    ...['-O3', '--converge', '--noAssert', '--uncheckedBehavior', 'always', '--runtime', 'stub'],
    ...['--enable', 'simd', '--importMemory', '--initialMemory', '1', '--maximumMemory', '65536', '-o', wasm],
  ],
  { stdio: 'inherit' },
);
const lines = readFileSync(wasm)
  .toString('base64')
  .match(/.{1,110}/g);
rmSync(folder, { recursive: true });
const text = `/** The kernels, compiled (npm run kernels). */\nexport const WASM = [\n${lines.map(line => `  '${line}',`).join('\n')}\n].join('');\n`;
if (process.argv.includes('--print')) process.stdout.write(text);
else writeFileSync(join(root, 'packages/kernels/wasm.ts'), text);
if (!process.argv.includes('--print')) await import('./mapKernels.mjs');
