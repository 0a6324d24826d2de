import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { corpus } from './corpus';
import { damagedCorpus } from './damaged';
import { wholePath } from './wholePath';

/** Of each format some; `npm run fuzz` tries as many as one likes. */
const TRIED = 42;
const SEED = Number(process.env.WOLD_SEED);

/** Files of the corpus that hold the same table as another, written in another way: tests of reading hold them to that. */
const ALIKE = ['hidden.xlsx', 'strict.xlsx', 'chart-sheet.xlsx', 'tiles.tif', 'big.tif'];
/** Files of it that hold no table. */
const REFUSED = ['other.zip', 'lost-sheet.xlsx'];

test('whole files of every format come through all of Wold', async () => {
  for (const { name, bytes } of await corpus()) {
    if (ALIKE.includes(name)) continue;
    const verdict = await wholePath(bytes, name);
    expect([name, verdict]).toEqual([
      name,
      expect.objectContaining({ kind: REFUSED.includes(name) ? 'refused' : 'done' }),
    ]);
  }
}, 600_000);

test(`damaged files are read or refused with what to do (seed ${SEED})`, async () => {
  const damaged = await damagedCorpus(SEED);
  for (let index = 0; index < TRIED; index++) {
    const { name, bytes } = damaged(index);
    const verdict = await wholePath(bytes, name);
    expect([index, name, verdict]).not.toEqual([index, name, expect.objectContaining({ kind: 'wrong' })]);
  }
}, 300_000);

test('the same seed damages alike', async () => {
  const [one, two] = [await damagedCorpus(5), await damagedCorpus(5)];
  for (let index = 0; index < 30; index++) expect(one(index)).toEqual(two(index));
});

// What was found once: each of these broke Wold.
const FOUND = join(__dirname, 'found');
test.each(readdirSync(FOUND))('found: %s', async name => {
  const verdict = await wholePath(new Uint8Array(readFileSync(join(FOUND, name))), name);
  expect(verdict.kind).not.toBe('wrong');
});
