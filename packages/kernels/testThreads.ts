import { transformSync } from '@swc/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Helper } from './team';

/** Another thread of Node for tests, which lends a hand as the app's do, and how to end it. */
export function testThread(): { readonly helper: Helper; readonly end: () => Promise<unknown> } {
  const source = readFileSync(join(__dirname, 'team.ts'), 'utf8');
  const { code } = transformSync(source, {
    jsc: { parser: { syntax: 'typescript' }, target: 'es2023' },
    module: { type: 'commonjs' },
  });
  // It is sent its kernels, and needs none of its own.
  const script = `const asked = require; const exports = {};
    (function (require) { ${code} })(name => (name.includes('dist') ? {} : asked(name)));
    asked('node:worker_threads').parentPort.on('message', exports.lendHand);`;
  const worker = new Worker(script, { eval: true });
  return { helper: duty => worker.postMessage(duty), end: () => worker.terminate() };
}
