import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { asUser, ended, freePort, until } from './testServers';

/** A PostgreSQL of a test's own, on a free port of this machine. */
export interface TestPostgres {
  readonly address: string;
  /** Runs statements as its owner. */
  readonly run: (text: string, values?: unknown[]) => Promise<void>;
  readonly stop: () => Promise<void>;
}

/** Where Debian keeps its programs; null where there is none. */
export function postgresPrograms(): string | null {
  const versions = '/usr/lib/postgresql';
  if (!existsSync(versions)) return null;
  const [newest] = readdirSync(versions).sort((a, b) => Number(b) - Number(a));
  const folder = newest === undefined ? null : join(versions, newest, 'bin');
  return folder !== null && existsSync(join(folder, 'initdb')) ? folder : null;
}

/** Starts one; null where it is not installed. */
export async function startPostgres(): Promise<TestPostgres | null> {
  const bin = postgresPrograms();
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
  const client = await until(async () => {
    const tried = new pg.Client({ connectionString: address });
    await tried.connect();
    return tried;
  });
  return {
    address,
    run: async (text, values = []) => {
      await client.query(text, values);
    },
    stop: async () => {
      await client.end();
      await ended(server, 'SIGINT');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
