import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import Fastify, { type FastifyInstance } from 'fastify';
import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { ServerResponse } from 'node:http';
import { join } from 'node:path';
import { api } from './api/api';
import type { ApiOptions } from './api/options';

/** Where the page takes the nonce of its inline styles from. */
const NONCE_PLACE = '<meta name="style-nonce" content="" />';
/** Where it takes from whether the server answers under /api. */
const API_PLACE = '<meta name="api" content="" />';
const YEAR = 365 * 24 * 3600;

/** The nonce of the styles of a page, one of its own for each. */
function nonceOf(reply: ServerResponse): string {
  const known = nonces.get(reply) ?? randomBytes(16).toString('hex');
  nonces.set(reply, known);
  return known;
}

const nonces = new WeakMap<ServerResponse, string>();

interface ServerOptions {
  /** The folder of the built app. */
  readonly appFolder: string;
  /** Whether to log each request. */
  readonly log?: boolean;
  /** What programs are answered under /api; nothing without it. */
  readonly api?: ApiOptions | null;
}

/**
 * The server of the built app: its files, as they were compressed when they were built, with the headers that isolate the
 * page (so that threads may share memory) and a content security policy that lets nothing in from elsewhere, and no text
 * become a script.
 *
 * @throws when the folder has no index.html
 */
export async function buildServer({
  appFolder,
  log = false,
  api: answers = null,
}: ServerOptions): Promise<FastifyInstance> {
  const page = await readFile(join(appFolder, 'index.html'), 'utf8');
  if (!page.includes(NONCE_PLACE))
    throw new Error(`${appFolder}/index.html has no place for the style nonce.`);
  const own = answers === null ? page : page.replace(API_PLACE, '<meta name="api" content="1" />');
  const server = Fastify({ logger: log, forceCloseConnections: true });

  await server.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        // The compiled hot loops are WebAssembly.
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        workerSrc: ["'self'"],
        styleSrc: ["'self'", (_, reply) => `'nonce-${nonceOf(reply as ServerResponse)}'`],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
        requireTrustedTypesFor: ["'script'"],
        trustedTypes: ['default'],
      },
    },
    crossOriginOpenerPolicy: { policy: 'same-origin' },
    crossOriginEmbedderPolicy: { policy: 'require-corp' },
    crossOriginResourcePolicy: { policy: 'same-origin' },
    referrerPolicy: { policy: 'no-referrer' },
    // Served on loopback, without TLS.
    strictTransportSecurity: false,
  });
  await server.register(fastifyStatic, {
    root: appFolder,
    index: false,
    wildcard: false,
    globIgnore: ['**/index.html', '**/*.br', '**/*.gz'],
    preCompressed: true,
    cacheControl: false,
    setHeaders: (reply, path) => {
      // Built assets carry their content's hash in their name.
      const lasting = path.includes(`${appFolder}/assets/`);
      reply.header('cache-control', lasting ? `public, max-age=${YEAR}, immutable` : 'no-cache');
    },
  });

  if (answers !== null) await server.register(api, { ...answers, prefix: '/api' });
  server.get('/index.html', (_, reply) => reply.redirect('/'));
  server.setNotFoundHandler((request, reply) => {
    const wantsPage =
      (request.method === 'GET' || request.method === 'HEAD') && !/\.\w+$/.test(request.url.split('?')[0]!);
    if (!wantsPage || request.url.startsWith('/api/'))
      return reply.code(404).type('text/plain').send('Not found');
    const nonce = nonceOf(reply.raw);
    return reply
      .type('text/html; charset=utf-8')
      .header('cache-control', 'no-store')
      .send(own.replace(NONCE_PLACE, `<meta name="style-nonce" content="${nonce}" />`));
  });
  return server;
}
