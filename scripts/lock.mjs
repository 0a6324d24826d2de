import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, root } from './run.mjs';

// The lock file names versions and their content, and no host they came from. (npm's own option for that leaves
// out packages of other platforms, and "npm ci" then refuses the file.)
await must('npm', ['install', '--package-lock-only', '--no-audit', '--no-fund']);
const path = join(root, 'package-lock.json');
const lock = JSON.parse(readFileSync(path, 'utf8'));
for (const entry of Object.values(lock.packages)) {
  if (/^https?:/.test(entry.resolved ?? '')) delete entry.resolved;
}
writeFileSync(path, `${JSON.stringify(lock, null, 2)}\n`);
