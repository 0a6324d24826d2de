import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { installPackages } from './install.mjs';
import { must, root, run } from './run.mjs';

await installPackages();
if (!isBuilt()) {
  console.log('Building …');
  await must('node', ['scripts/build.mjs']);
}
process.exit(await run('node', ['packages/server/dist/main.js', ...process.argv.slice(2)]));

/** Whether every built part is newer than every source. */
function isBuilt() {
  const built = ['app/dist/index.html', 'server/dist/main.js', 'cli/dist/main.js'].map(path =>
    join(root, 'packages', path),
  );
  if (!built.every(path => existsSync(path))) return false;
  const oldest = Math.min(...built.map(path => statSync(path).mtimeMs));
  return (
    newest(join(root, 'packages')) < oldest && statSync(join(root, 'package-lock.json')).mtimeMs < oldest
  );
}

function newest(folder) {
  let time = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.name === 'dist' || entry.name === 'node_modules') continue;
    const path = join(folder, entry.name);
    time = Math.max(time, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs);
  }
  return time;
}
