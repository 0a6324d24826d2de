import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** The folder of the repository. */
export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the repository, its output on ours; resolves with its exit code. */
export function run(command, args, env = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
    child.on('error', reject);
    child.on('close', code => resolve(code ?? 1));
    for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  });
}

/** Runs a command and ends this process where it fails. */
export async function must(command, args, env) {
  const code = await run(command, args, env);
  if (code !== 0) process.exit(code);
}
