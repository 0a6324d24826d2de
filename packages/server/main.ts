import { Command, InvalidArgumentError, Option } from 'commander';
import getPort, { portNumbers } from 'get-port';
import { randomBytes } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { sourcesOf } from '@wold/engines/source';
import type { ApiOptions } from './api/options';
import { isLoopback } from './api/guard';
import { buildServer } from './server';

const DEFAULT_PORT = 8470;
const TRIED = 200;
/** Why an address cannot be listened at, by the system's word for it. */
const WHY: ReadonlyMap<string, string> = new Map([
  ['ENOTFOUND', 'there is no host of that name. Use 127.0.0.1, or an address of this machine.'],
  ['EAI_AGAIN', 'that name cannot be looked up. Use 127.0.0.1, or an address of this machine.'],
  ['EADDRNOTAVAIL', 'this machine has no such address. Use 127.0.0.1, or one that it has.'],
  ['EACCES', 'a port below 1024 needs rights that this user has not. Use --port with a larger one.'],
  ['EADDRINUSE', 'the port is in use. Use --port with another one.'],
]);

const program = new Command('wold-server')
  .description('Serves Wold.')
  .addOption(
    new Option('--port <number>', 'the port to listen on; the next free one is taken where it is in use')
      .env('PORT')
      .argParser(port)
      .default(DEFAULT_PORT),
  )
  .option('--host <name>', 'the address to bind to', '127.0.0.1')
  .option('--log', 'log each request')
  .option(
    '--source <name=address>',
    'tables that stay where they are: a folder of Parquet and CSV files, postgres://…, clickhouse+http://…, or env:VARIABLE that holds one of these; the same name again is another part of it',
    (text: string, before: string[]) => [...before, text],
    [] as string[],
  )
  .addOption(
    new Option('--seconds <number>', 'that a statement may take in an engine')
      .argParser(wholeNumber)
      .default(3600),
  )
  .addOption(
    new Option('--most-rows <number>', 'of a table in an engine; larger ones are refused').argParser(
      wholeNumber,
    ),
  )
  .option('--api', 'answer programs under /api, without sources too')
  .parse();
const options = program.opts<{
  port: number;
  host: string;
  log?: boolean;
  source: string[];
  seconds: number;
  mostRows?: number;
  api?: boolean;
}>();

const wanted = options.port;
const hasApi = options.api === true || options.source.length > 0;
const appFolder = fileURLToPath(new URL('../../app/dist', import.meta.url));
if (process.getuid?.() === 0) {
  console.warn('Wold runs as root, which it has no need of: start it as a user of its own.');
}
/** Who reaches this machine from elsewhere needs it; on this machine alone there is none. */
const token = isLoopback(options.host)
  ? null
  : (process.env.WOLD_TOKEN ?? randomBytes(24).toString('base64url'));
const server = await buildServer({ appFolder, log: options.log ?? false, api: await apiOptions() });
// Before the address is said: whoever reads it may stop the server at once.
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => void server.close().then(() => process.exit(0)));
}
const free = await listening();
const shown = options.host.includes(':') ? `[${options.host}]` : options.host;
if (free !== wanted) console.log(`Port ${wanted} is in use.`);
console.log(`Wold is at http://${shown}:${free}${hasApi && token !== null ? `/#token=${token}` : ''}`);

/** What is answered under /api; null where nothing is. */
async function apiOptions(): Promise<ApiOptions | null> {
  if (!hasApi) return null;
  const { source: given, seconds, mostRows, host } = options;
  try {
    return {
      sources: await sourcesOf(given),
      given,
      guard: { host, token },
      limits: { seconds, ...(mostRows === undefined ? {} : { rows: mostRows }) },
      thread: new URL('./runThread.js', import.meta.url),
    };
  } catch (thrown) {
    return program.error((thrown as Error).message);
  }
}

/** The port that is listened at; ends with a sentence where there can be none. */
async function listening(): Promise<number> {
  const { host } = options;
  try {
    const port = await getPort({ port: portNumbers(wanted, Math.min(65_535, wanted + TRIED)), host });
    await server.listen({ port, host });
    return port;
  } catch (thrown) {
    const { code, message } = thrown as NodeJS.ErrnoException;
    return program.error(`Wold cannot listen at ${host}: ${WHY.get(code ?? '') ?? message}`);
  }
}

function wholeNumber(text: string): number {
  const number = Number(text);
  if (!Number.isSafeInteger(number) || number < 1) {
    throw new InvalidArgumentError('It is a whole number from 1 on.');
  }
  return number;
}

function port(text: string): number {
  const number = Number(text);
  if (!Number.isInteger(number) || number < 1 || number > 65_535) {
    throw new InvalidArgumentError('A port is a whole number from 1 to 65535.');
  }
  return number;
}
