import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { catalogue } from '@wold/core/demo/catalogue';
import { motifs } from '@wold/core/demo/motifs';
import { sherds } from '@wold/core/demo/sherds';

test.each([
  ['sherds', sherds],
  ['motifs', motifs],
  ['catalogue', catalogue],
] as const)('demo/%s.csv and its truth are what the generator makes', (name, make) => {
  const { csv, truth } = make();
  const read = (file: string) => readFileSync(join(__dirname, '..', '..', 'demo', file), 'utf8');
  expect(read(`${name}.csv`)).toBe(csv);
  expect(JSON.parse(read(`${name}.truth.json`))).toEqual(truth);
});
