import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { findChromium, installEngines, installPackages } from './install.mjs';
import { must, root, run } from './run.mjs';

// Lint, types, unit tests, build and browser tests; all are run, and the last line counts the tests.
await installPackages();
const chromium = await findChromium();
await installEngines();
await must('node', ['scripts/mapKernels.mjs']);

const results = join(root, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results);

const failures = [];

/** What is known of the packages' faults, as information: it changes without us. */
async function audit() {
  console.log('\n— npm audit (information)');
  await run('npm', ['audit', '--omit=dev', '--fetch-retries=0', '--fetch-timeout=20000']);
}

async function step(name, command, args, env) {
  console.log(`\n— ${name}`);
  const code = await run(command, args, env);
  if (code !== 0) failures.push(name);
  return code === 0;
}

// Both take one thread.
await Promise.all([
  step('lint', 'npm', ['run', '--silent', 'lint']),
  step('types', 'npm', ['run', '--silent', 'types']),
]);
await step('unit tests', 'npx', ['jest', '--ci', '--json', '--outputFile', 'test-results/unit.json']);
const built = await step('build', 'npm', ['run', '--silent', 'build']);
if (chromium === null) {
  failures.push('browser tests (there is no Chromium: install it, or name it in the variable CHROMIUM)');
} else if (built) {
  await step('browser tests', 'npx', ['playwright', 'test'], { CHROMIUM: chromium });
}

await audit();

const unit = report('unit.json');
const browser = report('e2e.json')?.stats;
const passed = (unit?.numPassedTests ?? 0) + (browser?.expected ?? 0) + (browser?.flaky ?? 0);
const failed =
  (unit?.numFailedTests ?? 0) + (unit?.numRuntimeErrorTestSuites ?? 0) + (browser?.unexpected ?? 0);
const skipped = (unit?.numPendingTests ?? 0) + (browser?.skipped ?? 0);
if (skipped > 0) {
  console.log(`\n${skipped} skipped: what they need is not on this machine (an SQL engine, a platform)`);
}
if (failures.length > 0) console.log(`\nNot passed: ${failures.join(', ')}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failures.length > 0 || failed > 0 || passed === 0 ? 1 : 0);

function report(name) {
  try {
    return JSON.parse(readFileSync(join(results, name), 'utf8'));
  } catch {
    return null;
  }
}
