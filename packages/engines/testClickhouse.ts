import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ended, freePort, until } from './testServers';

/** A ClickHouse of a test's own: two servers that are the shards of one cluster, “two”. */
export interface TestClickhouse {
  /** Of each shard. */
  readonly addresses: readonly [string, string];
  /** Runs a statement at a shard. */
  readonly run: (shard: 0 | 1, statement: string) => Promise<string>;
  /** Halts a shard, so that it answers nothing, and lets it go on; or ends it. */
  readonly signal: (shard: 0 | 1, signal: 'SIGSTOP' | 'SIGCONT' | 'SIGKILL') => void;
  readonly stop: () => Promise<void>;
}

/** Where Debian keeps its server; undefined where there is none. */
export const clickhouseProgram = (): string | undefined => PROGRAMS.find(path => existsSync(path));

const PROGRAMS = ['/usr/bin/clickhouse-server', '/usr/sbin/clickhouse-server'];

interface Ports {
  readonly http: number;
  readonly tcp: number;
  readonly between: number;
}

function configuration(folder: string, own: Ports, all: readonly Ports[]): string {
  const shards = all.map(
    ({ tcp }) => `<shard><replica><host>127.0.0.1</host><port>${tcp}</port></replica></shard>`,
  );
  return `<yandex>
  <logger><level>error</level><log>${folder}/log</log><errorlog>${folder}/errors</errorlog></logger>
  <http_port>${own.http}</http_port><tcp_port>${own.tcp}</tcp_port>
  <interserver_http_port>${own.between}</interserver_http_port><interserver_http_host>127.0.0.1</interserver_http_host>
  <listen_host>127.0.0.1</listen_host>
  <path>${folder}/data/</path><tmp_path>${folder}/tmp/</tmp_path><user_files_path>${folder}/files/</user_files_path>
  <mark_cache_size>5368709120</mark_cache_size>
  <users_config>${folder}/users.xml</users_config>
  <default_profile>default</default_profile><default_database>default</default_database>
  <remote_servers><two>${shards.join('')}</two></remote_servers>
</yandex>`;
}

const USERS = `<yandex>
  <profiles><default><max_memory_usage>4000000000</max_memory_usage></default><lax><skip_unavailable_shards>1</skip_unavailable_shards></lax></profiles>
  <users>
    <default><password></password><networks><ip>127.0.0.1</ip></networks><profile>default</profile><quota>default</quota></default>
    <lax><password>lax</password><networks><ip>127.0.0.1</ip></networks><profile>lax</profile><quota>default</quota></lax>
  </users>
  <quotas><default></default></quotas>
</yandex>`;

/** Starts both; null where it is not installed. */
export async function startClickhouse(): Promise<TestClickhouse | null> {
  const program = clickhouseProgram();
  if (program === undefined) return null;
  const root = mkdtempSync(join(tmpdir(), 'wold-clickhouse-'));
  const ports: Ports[] = [];
  for (let at = 0; at < 2; at++) {
    ports.push({ http: await freePort(), tcp: await freePort(), between: await freePort() });
  }
  const servers = ports.map((own, at) => {
    const folder = join(root, String(at));
    for (const part of ['', 'data', 'tmp', 'files']) mkdirSync(join(folder, part), { recursive: true });
    writeFileSync(join(folder, 'config.xml'), configuration(folder, own, ports));
    writeFileSync(join(folder, 'users.xml'), USERS);
    return spawn(program, [`--config-file=${join(folder, 'config.xml')}`], { stdio: 'ignore', cwd: folder });
  });
  const run = async (shard: 0 | 1, statement: string): Promise<string> => {
    const answer = await fetch(`http://127.0.0.1:${ports[shard]!.http}/`, {
      method: 'POST',
      body: statement,
    });
    const text = await answer.text();
    if (!answer.ok) throw new Error(text);
    return text;
  };
  const stop = async (): Promise<void> => {
    for (const server of servers) {
      server.kill('SIGCONT');
      await ended(server, 'SIGKILL');
    }
    rmSync(root, { recursive: true, force: true });
  };
  try {
    for (const shard of [0, 1] as const) await until(() => run(shard, 'select 1'));
  } catch (thrown) {
    await stop();
    throw thrown;
  }
  const address = ({ http }: Ports) => `clickhouse+http://default@127.0.0.1:${http}/default`;
  return {
    addresses: [address(ports[0]!), address(ports[1]!)],
    run,
    signal: (shard, signal) => void servers[shard]!.kill(signal),
    stop,
  };
}
