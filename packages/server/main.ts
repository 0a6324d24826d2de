import { Command, InvalidArgumentError, Option } from 'commander';
import getPort, { portNumbers } from 'get-port';
import { fileURLToPath } from 'node:url';
import { buildServer } from './server';

const DEFAULT_PORT = 8470;
const TRIED = 200;

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
  .parse();
const options = program.opts<{ port: number; host: string; log?: boolean }>();

const wanted = options.port;
const appFolder = fileURLToPath(new URL('../../app/dist', import.meta.url));
const server = await buildServer({ appFolder, log: options.log ?? false });
// Before the address is said: whoever reads it may stop the server at once.
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => void server.close().then(() => process.exit(0)));
}
const free = await getPort({
  port: portNumbers(wanted, Math.min(65_535, wanted + TRIED)),
  host: options.host,
});
await server.listen({ port: free, host: options.host });
const shown = options.host.includes(':') ? `[${options.host}]` : options.host;
if (free !== wanted) console.log(`Port ${wanted} is in use.`);
console.log(`Wold is at http://${shown}:${free}`);

function port(text: string): number {
  const number = Number(text);
  if (!Number.isInteger(number) || number < 1 || number > 65_535) {
    throw new InvalidArgumentError('A port is a whole number from 1 to 65535.');
  }
  return number;
}
