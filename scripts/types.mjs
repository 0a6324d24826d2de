import { must } from './run.mjs';

for (const part of [
  'packages/core',
  'packages/engines',
  'packages/app',
  'packages/server',
  'packages/cli',
  'packages',
  'e2e',
  'bench',
  'fuzz',
]) {
  await must('npx', ['tsc', '-p', part]);
}
