import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './run.mjs';
import { bundled } from './bundled.mjs';

const { sherds } = await bundled('packages/core/demo/sherds.ts');
const { motifs } = await bundled('packages/core/demo/motifs.ts');
const { visitors } = await bundled('packages/core/demo/visitors.ts');
for (const [name, make] of Object.entries({ sherds, motifs, visitors })) {
  const { csv, codebook, truth } = make();
  if (codebook !== undefined) writeFileSync(join(root, 'demo', `${name}.codebook.csv`), codebook);
  writeFileSync(join(root, 'demo', `${name}.csv`), csv);
  writeFileSync(join(root, 'demo', `${name}.truth.json`), `${JSON.stringify(truth, null, 1)}\n`);
  console.log(`demo/${name}.csv and demo/${name}.truth.json are written.`);
}
