import type { ChildProcess } from 'node:child_process';
import { createServer, type AddressInfo } from 'node:net';

/** A port of this machine that nothing listens at. */
export const freePort = (): Promise<number> =>
  new Promise(resolve => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });

/** A program and what it is given, as another user where this one is root: some servers refuse to run as root. */
export const asUser = (program: string, args: readonly string[]): [string, string[]] =>
  process.getuid?.() === 0
    ? ['setpriv', ['--reuid=65534', '--regid=65534', '--clear-groups', program, ...args]]
    : [program, [...args]];

/** Tries until it holds. @throws what it threw last */
export async function until<T>(tried: () => Promise<T>, times = 300): Promise<T> {
  for (let at = 0; ; at++) {
    try {
      return await tried();
    } catch (thrown) {
      if (at > times) throw thrown;
      await new Promise(resolve => setTimeout(resolve, 100));
    }
  }
}

/** Ends a process that was started here. */
export async function ended(server: ChildProcess, by: NodeJS.Signals): Promise<void> {
  if (server.exitCode !== null) return;
  const closed = new Promise(resolve => server.once('close', resolve));
  server.kill(by);
  await closed;
}
