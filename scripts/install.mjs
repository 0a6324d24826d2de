import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { must, root, run } from './run.mjs';

const STAMP = join(root, 'node_modules', '.wold-lock');

/** Installs the packages of the lock file where they are not there yet. */
export async function installPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lock) return;
  await must('npm', ['ci', '--no-audit', '--no-fund']);
  writeFileSync(STAMP, lock);
}

/** Where Chromium is, installing Debian's where it is missing and we may; null where there is none. */
export async function findChromium() {
  const places = [
    process.env.CHROMIUM,
    '/usr/bin/chromium',
    '/usr/bin/chromium-browser',
    '/usr/bin/google-chrome',
  ];
  const found = () => places.find(place => place && existsSync(place)) ?? null;
  if (found() === null) await installDebian(['chromium']);
  return found();
}

const ENGINES = [
  ['postgresql', '/usr/lib/postgresql'],
  ['clickhouse-server', '/usr/bin/clickhouse-server', '/usr/sbin/clickhouse-server'],
];

/** Installs Debian's SQL engines where they are missing and we may; tests leave out those that there are none of. */
export async function installEngines() {
  const missing = ENGINES.filter(([, ...places]) => !places.some(place => existsSync(place)));
  if (missing.length > 0) await installDebian(missing.map(([name]) => name));
}

/** Installs packages of Debian's, where this is Debian and we may; their services are not started. */
async function installDebian(names) {
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) return;
  await run('apt-get', ['update']);
  await run('apt-get', ['install', '-y', '--no-install-recommends', ...names], {
    DEBIAN_FRONTEND: 'noninteractive',
  });
}
