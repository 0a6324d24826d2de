import { must } from './run.mjs';

await must('node', ['scripts/mapKernels.mjs']);

for (const part of ['app', 'server', 'cli'])
  await must('npx', ['vite', 'build', `packages/${part}`, '--logLevel', 'warn']);
