import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './run.mjs';
import { bundled } from './bundled.mjs';

const { sherds } = await bundled('packages/core/demo/sherds.ts');
const { csv, truth } = sherds();
writeFileSync(join(root, 'demo', 'sherds.csv'), csv);
writeFileSync(join(root, 'demo', 'sherds.truth.json'), `${JSON.stringify(truth, null, 1)}\n`);
console.log('demo/sherds.csv and demo/sherds.truth.json are written.');
