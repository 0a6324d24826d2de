import { mkdtemp, mkdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import type { FastifyInstance } from 'fastify';
import { buildServer } from './server';

const PAGE =
  '<!doctype html><html><head><meta name="style-nonce" content="" /></head><body><div id="root"></div></body></html>';
const SCRIPT = `console.log(${JSON.stringify('wold '.repeat(2000))});`;
let folder: string;
let server: FastifyInstance;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'wold-'));
  await mkdir(join(folder, 'assets'));
  await writeFile(join(folder, 'index.html'), PAGE);
  await writeFile(join(folder, 'icon.svg'), '<svg xmlns="http://www.w3.org/2000/svg"/>');
  await writeFile(join(folder, 'assets', 'index-abc.js'), SCRIPT);
  await writeFile(join(folder, 'assets', 'index-abc.js.gz'), gzipSync(SCRIPT));
  await writeFile(join(folder, 'assets', 'index-abc.js.br'), brotliCompressSync(SCRIPT));
  server = await buildServer({ appFolder: folder });
});

afterAll(async () => {
  await server.close();
  await rm(folder, { recursive: true });
});

const get = (url: string, headers: Record<string, string> = {}) =>
  server.inject({ method: 'GET', url, headers });

test.each(['/', '/study/1/table', '/study/1/map?view=plane'])(
  '%s is the page, fresh each time',
  async url => {
    const reply = await get(url);
    expect(reply.statusCode).toBe(200);
    expect(reply.headers['content-type']).toMatch(/text\/html/);
    expect(reply.headers['cache-control']).toBe('no-store');
    expect(reply.body).toContain('<div id="root">');
  },
);

test('the page is isolated, and lets nothing in from elsewhere', async () => {
  const { headers } = await get('/');
  expect(headers['cross-origin-opener-policy']).toBe('same-origin');
  expect(headers['cross-origin-embedder-policy']).toBe('require-corp');
  expect(headers['x-content-type-options']).toBe('nosniff');
  const policy = String(headers['content-security-policy']);
  expect(policy).toContain("default-src 'none'");
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toMatch(/'unsafe|\*|https?:/);
  expect(policy).toContain("require-trusted-types-for 'script'");
  // Nothing that scripts have no need of.
  expect(/script-src ([^;]*)/.exec(policy)![1]).toBe("'self' 'wasm-unsafe-eval'");
});

test('inline styles need the nonce of this very page', async () => {
  const [first, second] = [await get('/'), await get('/')];
  const nonce = /style-nonce" content="([^"]+)"/.exec(first.body)?.[1];
  expect(nonce).toMatch(/^[0-9a-f]{32}$/);
  expect(String(first.headers['content-security-policy'])).toContain(`'nonce-${nonce}'`);
  expect(second.body).not.toContain(nonce);
});

test('built assets last, other files are asked for again, missing ones are not found', async () => {
  expect((await get('/assets/index-abc.js')).headers['cache-control']).toContain('immutable');
  expect((await get('/icon.svg')).headers['cache-control']).toBe('no-cache');
  for (const url of ['/assets/index-old.js', '/favicon.ico', '/assets/../../../etc/passwd.txt']) {
    expect((await get(url)).statusCode).toBe(404);
  }
  expect((await server.inject({ method: 'POST', url: '/' })).statusCode).toBe(404);
});

test('files travel as they were packed at the build, where that is understood', async () => {
  const plain = await get('/assets/index-abc.js');
  expect(plain.headers['content-encoding']).toBeUndefined();
  expect(plain.body).toBe(SCRIPT);
  expect(plain.headers.vary).toMatch(/accept-encoding/i);
  for (const [asked, given, bytes] of [
    ['gzip', 'gzip', gzipSync(SCRIPT)],
    ['gzip, deflate, br', 'br', brotliCompressSync(SCRIPT)],
  ] as const) {
    const packed = await get('/assets/index-abc.js', { 'accept-encoding': asked });
    expect(packed.headers['content-encoding']).toBe(given);
    expect(packed.headers['content-type']).toMatch(/javascript/);
    expect(packed.headers['cache-control']).toContain('immutable');
    expect(packed.rawPayload.equals(bytes)).toBe(true);
  }
  expect((await get('/assets/index-abc.js.br')).statusCode).toBe(404);
});

test('a folder without a built app is refused', async () => {
  await expect(buildServer({ appFolder: join(folder, 'assets') })).rejects.toThrow(/index\.html/);
});
