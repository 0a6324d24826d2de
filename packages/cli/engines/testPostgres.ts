import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';

/** A PostgreSQL of a test's own, on a free port of this machine. */
export interface TestPostgres {
  readonly address: string;
  /** Runs statements as its owner. */
  readonly run: (text: string, values?: unknown[]) => Promise<void>;
  readonly stop: () => Promise<void>;
}

/** Where Debian keeps its programs; null where there is none. */
function programs(): string | null {
  const versions = '/usr/lib/postgresql';
  if (!existsSync(versions)) return null;
  const [newest] = readdirSync(versions).sort((a, b) => Number(b) - Number(a));
  const folder = newest === undefined ? null : join(versions, newest, 'bin');
  return folder !== null && existsSync(join(folder, 'initdb')) ? folder : null;
}

const freePort = (): Promise<number> =>
  new Promise(resolve => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });

/** It does not run as root. */
const asUser = (program: string, args: readonly string[]): [string, string[]] =>
  process.getuid?.() === 0
    ? ['setpriv', ['--reuid=65534', '--regid=65534', '--clear-groups', program, ...args]]
    : [program, [...args]];

/** Starts one; null where it is not installed. */
export async function startPostgres(): Promise<TestPostgres | null> {
  const bin = programs();
  if (bin === null) return null;
  const folder = mkdtempSync(join(tmpdir(), 'wold-postgres-'));
  chmodSync(folder, 0o777);
  const data = join(folder, 'data');
  const port = await freePort();
  execFileSync(
    ...asUser(join(bin, 'initdb'), ['-D', data, '-A', 'trust', '-U', 'wold', '--no-sync', '-E', 'UTF8']),
  );
  const args = ['-D', data, '-h', '127.0.0.1', '-k', '', '-p', String(port), '-c', 'fsync=off'];
  const server: ChildProcess = spawn(...asUser(join(bin, 'postgres'), args), { stdio: 'ignore' });
  const address = `postgres://wold@127.0.0.1:${port}/postgres`;
  const connected = async (): Promise<pg.Client> => {
    for (let tried = 0; ; tried++) {
      const client = new pg.Client({ connectionString: address });
      try {
        await client.connect();
        return client;
      } catch (thrown) {
        if (tried > 300) throw thrown;
        await new Promise(resolve => setTimeout(resolve, 100));
      }
    }
  };
  const client = await connected();
  return {
    address,
    run: async (text, values = []) => {
      await client.query(text, values);
    },
    stop: async () => {
      await client.end();
      const ended = new Promise(resolve => server.once('close', resolve));
      server.kill('SIGINT');
      await ended;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
