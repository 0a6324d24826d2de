import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

const TEXTS = /\.(js|css|html|svg|json|wasm|map)$/;
/** Smaller files gain nothing. */
const WORTH = 1024;

/** Writes each file of a built app beside itself in both packings that browsers ask for: the server packs nothing. */
export async function compressAssets(folder) {
  const names = await readdir(folder, { recursive: true });
  await Promise.all(
    names
      .filter(name => TEXTS.test(name))
      .map(async name => {
        const path = join(folder, name);
        const bytes = await readFile(path);
        if (bytes.length < WORTH) return;
        const params = { [constants.BROTLI_PARAM_QUALITY]: 10 };
        await writeFile(`${path}.br`, await promisify(brotliCompress)(bytes, { params }));
        await writeFile(`${path}.gz`, await promisify(gzip)(bytes, { level: 9 }));
      }),
  );
}
