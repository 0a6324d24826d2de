import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { compressAssets } from './compressAssets.mjs';

const folder = mkdtempSync(join(tmpdir(), 'wold-assets-'));
afterAll(() => rmSync(folder, { recursive: true }));

test('texts of some size stand beside themselves in both packings, and nothing else does', async () => {
  mkdirSync(join(folder, 'assets'));
  const script = 'console.log("wold");\n'.repeat(200);
  writeFileSync(join(folder, 'assets', 'a.js'), script);
  writeFileSync(join(folder, 'assets', 'small.js'), 'x');
  writeFileSync(join(folder, 'assets', 'font.woff2'), Buffer.alloc(5000, 7));
  await compressAssets(folder);
  expect(readdirSync(join(folder, 'assets')).sort()).toEqual([
    'a.js',
    'a.js.br',
    'a.js.gz',
    'font.woff2',
    'small.js',
  ]);
  const packed = ending => readFileSync(join(folder, 'assets', `a.js.${ending}`));
  expect(brotliDecompressSync(packed('br')).toString()).toBe(script);
  expect(gunzipSync(packed('gz')).toString()).toBe(script);
  expect(packed('br').length).toBeLessThan(script.length / 5);
});
