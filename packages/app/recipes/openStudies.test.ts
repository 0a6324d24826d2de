import { strToU8, unzipSync, zipSync } from 'fflate';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { writeBackup, writeStudyFile } from '@wold/core/recipe/studyFile';
import { readDelimited } from '@wold/core/table/readDelimited';
import { openStudies } from './openStudies';
import { readStudies } from './readStudies';

const bytes = strToU8('a,b,c\n1,2,3\n2,1,5\n3,5,1\n4,4,4\n');
const recipe = freshRecipe(readDelimited(bytes, 'small.csv'));
const whole = (name: string) =>
  writeStudyFile({ name, recipe, hand: 'components-1', table: { name: 'small.csv', bytes } });

/** A file as browsers give it; the one of the tests' page cannot be read as bytes. */
function file(content: Uint8Array, name: string): File {
  const part = (from: Uint8Array) => ({
    text: () => Promise.resolve(new TextDecoder('latin1').decode(from)),
    arrayBuffer: () => Promise.resolve(new Uint8Array(from).buffer),
  });
  return {
    ...part(content),
    name,
    size: content.length,
    slice: (start: number, end: number) => part(content.subarray(start, end)),
  } as unknown as File;
}

const opened = () => {
  const calls: unknown[][] = [];
  return { calls, open: (...call: unknown[]) => (calls.push(call), Promise.resolve()) };
};

test('a study opens with its name, recipe and what was in hand; several leave the start page in place', async () => {
  const { calls, open } = opened();
  expect(await openStudies([file(whole('One'), 'one.wold')], open)).toEqual({
    unfit: null,
    pending: null,
    told: null,
  });
  expect(calls[0]!.slice(1)).toEqual([
    'small.csv',
    'One',
    undefined,
    recipe,
    { hand: 'components-1', stay: false },
  ]);
  const several = writeBackup(['One', 'Two'].map(stem => ({ stem, bytes: whole(stem) })));
  const { told } = (await openStudies([file(several, 'all.zip')], open))!;
  expect(told).toEqual({ kind: 'done', text: '2 studies were opened.' });
  expect(calls.slice(1).map(call => call.at(-1))).toEqual(
    Array(2).fill({ hand: 'components-1', stay: true }),
  );
});

test('without its table a study leaves its recipe waiting, and says what is damaged', async () => {
  const { calls, open } = opened();
  const parts = { ...unzipSync(whole('One')), 'table/small.csv': strToU8('x') };
  const { pending, told } = (await openStudies([file(zipSync(parts), 'one.wold')], open))!;
  expect(calls).toEqual([]);
  expect(pending).toEqual({ name: 'One', recipe });
  expect(told).toEqual({ kind: 'problem', text: 'table/small.csv is damaged.' });
});

test('other zips, workbooks among them, and other files are no studies; a cut one says so', async () => {
  const zip = zipSync({ 'a.txt': strToU8('a') });
  expect(await readStudies(file(zip, 'a.zip'))).toBeNull();
  expect(await readStudies(file(zip, 'book.xlsx'))).toBeNull();
  expect(await readStudies(file(bytes, 'small.csv'))).toBeNull();
  expect(await openStudies([file(bytes, 'small.csv')], opened().open)).toBeNull();
  const cut = whole('One').subarray(0, 300);
  expect(await readStudies(file(cut, 'one.wold'))).toMatchObject({
    what: expect.stringContaining('cut off'),
  });
  const { unfit } = (await openStudies([file(cut, 'one.wold')], opened().open))!;
  expect(unfit!.remedy).toContain('another copy');
});
