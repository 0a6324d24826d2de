import { join } from 'node:path';
import { compressAssets } from './compressAssets.mjs';
import { must, root } from './run.mjs';

await must('node', ['scripts/mapKernels.mjs']);

for (const part of ['app', 'server', 'cli'])
  await must('npx', ['vite', 'build', `packages/${part}`, '--logLevel', 'warn']);
await compressAssets(join(root, 'packages/app/dist'));
