import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { root } from './run.mjs';
import { bundled } from './bundled.mjs';

// The small tables of demo/, or with the word stamps or catalogue one of as many rows as are asked for, or with tile the scene.
const { positionals, values } = parseArgs({
  allowPositionals: true,
  options: {
    rows: { type: 'string', default: '12000' },
    pixels: { type: 'string', default: '20' },
    out: { type: 'string' },
  },
});

if (positionals[0] === 'catalogue') {
  const rows = Number(values.rows);
  if (!Number.isInteger(rows) || rows < 1) {
    console.error('--rows is a whole number from 1 on.');
    process.exit(2);
  }
  const { catalogue } = await bundled('packages/core/demo/catalogue.ts');
  const out = values.out ?? 'catalogue.csv';
  writeFileSync(out, catalogue(1926, rows).csv);
  console.log(`${out} is written: ${rows} entries.`);
} else if (positionals[0] === 'tile') {
  const { tile } = await bundled('packages/core/demo/tile.ts');
  const out = values.out ?? 'tile.tif';
  writeFileSync(out, Buffer.concat(tile().pieces));
  console.log(`${out} is written: 192 × 192 pixels of 24 bands.`);
} else if (positionals[0] === 'stamps') {
  const out = values.out ?? join(root, 'demo', 'stamps.csv');
  const [rows, pixels] = [Number(values.rows), Number(values.pixels)];
  if (!Number.isInteger(rows) || rows < 1 || !Number.isInteger(pixels) || pixels < 4 || pixels > 64) {
    console.error('--rows is a whole number from 1 on, --pixels one from 4 to 64.');
    process.exit(2);
  }
  const { stampLines } = await bundled('packages/core/demo/stamps.ts');
  const { openSync, writeSync, closeSync } = await import('node:fs');
  const file = openSync(out, 'w');
  for (const lines of stampLines(rows, pixels)) writeSync(file, lines);
  closeSync(file);
  console.log(`${out} is written: ${rows} rows of ${pixels} × ${pixels} pixels.`);
} else {
  const { sherds } = await bundled('packages/core/demo/sherds.ts');
  const { motifs } = await bundled('packages/core/demo/motifs.ts');
  const { catalogue } = await bundled('packages/core/demo/catalogue.ts');
  const { visitors } = await bundled('packages/core/demo/visitors.ts');
  for (const [name, make] of Object.entries({ sherds, motifs, visitors, catalogue })) {
    const { csv, codebook, truth } = make();
    if (codebook !== undefined) writeFileSync(join(root, 'demo', `${name}.codebook.csv`), codebook);
    writeFileSync(join(root, 'demo', `${name}.csv`), csv);
    writeFileSync(join(root, 'demo', `${name}.truth.json`), `${JSON.stringify(truth, null, 1)}\n`);
    console.log(`demo/${name}.csv and demo/${name}.truth.json are written.`);
  }
}
