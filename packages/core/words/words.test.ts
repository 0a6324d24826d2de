import { tableOf } from '../testTables';
import { entry, zeros } from '../algebra/matrix';
import type { SparseRows } from '../algebra/sparseRows';
import { countWords } from './countWords';
import { tongueOf } from './languages';
import { marker } from './markedText';
import { plainWords, type WordsSettings } from './settings';
import { weighWords } from './weighWords';
import { wordsSchema } from './schema';

const open: WordsSettings = { ...plainWords('x1', 1000), common: null, shortest: 1, fewest: 1, most: 1 };

async function count(
  texts: readonly (string | number)[],
  change: Partial<WordsSettings> = {},
  stands: Float64Array | null = null,
  placed: readonly number[] = [],
) {
  const settings = { ...open, ...change };
  const [column] = tableOf([texts]).columns;
  const rows = Uint32Array.from([...texts.keys()].filter(row => !placed.includes(row)));
  const tongue = await tongueOf(settings.common, settings.stem);
  return countWords(column!, rows, Uint32Array.from(placed), stands, settings, tongue);
}

const dense = ({ rows, columns, starts, places, values }: SparseRows) => {
  const result = zeros(rows, columns);
  for (let i = 0; i < rows; i++) {
    for (let e = starts[i]!; e < starts[i + 1]!; e++) result.values[places[e]! * rows + i] = values[e]!;
  }
  return result;
};
const rowOf = (sparse: SparseRows, row: number) =>
  Array.from({ length: sparse.columns }, (_, j) => entry(dense(sparse), row, j));

test('words are counted, in the order of their characters', async () => {
  const { words, counts, entries, times } = await count(['Red jug, red lip', 'a jug', 'LAMP']);
  expect(words).toEqual(['a', 'jug', 'lamp', 'lip', 'red']);
  expect(rowOf(counts, 0)).toEqual([0, 1, 0, 1, 2]);
  expect(rowOf(counts, 1)).toEqual([1, 1, 0, 0, 0]);
  expect([...entries]).toEqual([1, 2, 1, 1, 1]);
  expect([...times]).toEqual([1, 2, 1, 1, 2]);
});

test.each([
  ['Latin with marks', 'Krüge und Krüge: größer', { krüge: 2, und: 1, größer: 1 }],
  ['Cyrillic', 'Кувшин, кувшин и миска', { кувшин: 2, и: 1, миска: 1 }],
  ['Greek', 'αγγείο και αγγείο', { αγγείο: 2, και: 1 }],
  ['Arabic', 'إبريق كبير إبريق', { إبريق: 2, كبير: 1 }],
  ['Han, without spaces', '陶器の壺と陶器', { 陶器: 2, の: 1, 壺: 1, と: 1 }],
  ['Thai, without spaces', 'หม้อดิน หม้อดิน', { หม้อ: 2, ดิน: 2 }],
] as const)('%s', async (_, text, truth) => {
  const { words, times } = await count([text, 'z z z', 'z']);
  const found = Object.fromEntries(words.map((word, j) => [word, times[j]]));
  expect(found).toEqual({ ...truth, z: 4 });
});

test('case, digits, short and common words, a list of one’s own, rare and frequent ones', async () => {
  const texts = ['The Jug no 12 of 2b', 'the jug', 'the lamp 12', 'the lid'];
  expect((await count(texts, { fold: false })).words).toEqual([
    ...['Jug', 'The', 'jug', 'lamp', 'lid', 'no', 'of', 'the'],
  ]);
  expect((await count(texts, { characters: 'letters and digits' })).words).toContain('12');
  const few = await count(texts, { common: 'english', fewest: 2, most: 0.6, aside: ['lamp'] });
  expect(few.words).toEqual(['jug']);
  const why = Object.fromEntries(few.leftOut.map(({ why: of, words }) => [of, words]));
  // 12 and 2b; the, no, of; lamp; lid.
  expect(why).toEqual({ 'no letters': 2, common: 3, 'set aside': 1, rare: 1 });
  const shorter = await count(texts, { shortest: 4 });
  expect(shorter.words).toEqual(['lamp']);
  expect((await count(texts, { most: 0.5 })).words).not.toContain('the');
});

test('forms are joined by their stem, called by the commonest; what is set aside or joined takes all forms', async () => {
  const texts = ['jugs jugs jug', 'jugs', 'lamp lamps', 'pot'];
  const stemmed = await count(texts, { stem: 'english' });
  expect(stemmed.words).toEqual(['jugs', 'lamp', 'pot']);
  expect([...stemmed.times]).toEqual([4, 2, 1]);
  expect((await count(texts, { stem: 'english', aside: ['jug'] })).words).toEqual(['lamp', 'pot']);
  const joined = await count(texts, { stem: 'english', joined: [{ from: 'jugs', to: 'pot' }] });
  expect(joined.words).toEqual(['lamp', 'pot']);
  expect([...joined.times]).toEqual([2, 5]);
  expect([...joined.entries]).toEqual([1, 3]);
});

test('pairs of words that follow each other count as well', async () => {
  const { words, times } = await count(['green glaze green glaze', 'glaze'], { pairs: true });
  expect(words).toEqual(['glaze', 'glaze green', 'green', 'green glaze']);
  expect([...times]).toEqual([3, 1, 2, 2]);
  const without = await count(['green glaze'], { pairs: true, aside: ['green glaze'] });
  expect(without.words).toEqual(['glaze', 'green']);
});

test('rows that stand for several are as good as repeated ones, in any order; placed ones have no say', async () => {
  const texts = ['jugs jug', 'jug lamp', 'lamps', 'lid'];
  const asked = { stem: 'english', fewest: 2 } as const;
  const stands = await count(texts, asked, Float64Array.from([2, 1, 3, 1]));
  const repeated = await count(['lamps', 'jugs jug', 'lid', 'lamps', 'jug lamp', 'jugs jug', 'lamps'], asked);
  expect(stands.words).toEqual(repeated.words);
  expect(stands.entries).toEqual(repeated.entries);
  expect(stands.times).toEqual(repeated.times);
  expect(stands.leftOut).toEqual(repeated.leftOut);
  const placed = await count(['jug', 'lamp jug jug', 'jug'], {}, null, [1]);
  expect(placed.words).toEqual(['jug']);
  expect(rowOf(placed.placed, 0)).toEqual([2]);
});

test('names of every object, numbers, one endless word and an empty text are words like any, or none', async () => {
  const endless = 'x'.repeat(1_000_000);
  const { words, counts, leftOut } = await count([
    ...['__proto__ constructor toString', endless, '', 12, '— … !'],
  ]);
  expect(words).toEqual(['constructor', 'tostring']);
  expect(rowOf(counts, 1)).toEqual([0, 0]);
  expect(leftOut.find(({ why }) => why === 'long')?.words).toBe(1);
});

test('tf–idf is count × (ln((1 + n) / (1 + entries)) + 1), then of unit length', async () => {
  const texts = ['a a b', 'a c', 'b'];
  const { counts, entries } = await count(texts);
  const plain = weighWords(counts, entries, 3, { weighing: 'tf-idf', unitLength: false });
  const idf = (held: number) => Math.log(4 / (1 + held)) + 1;
  expect(rowOf(plain, 0)[0]).toBeCloseTo(2 * idf(2), 14);
  expect(rowOf(plain, 1)[2]).toBeCloseTo(idf(1), 14);
  const unit = weighWords(counts, entries, 3, { weighing: 'tf-idf', unitLength: true });
  for (let i = 0; i < 3; i++) {
    expect(rowOf(unit, i).reduce((sum, value) => sum + value * value, 0)).toBeCloseTo(1, 14);
    const [first, second] = [rowOf(unit, i), rowOf(plain, i)];
    const by = second.findIndex(value => value > 0);
    first.forEach((value, j) => expect(value * second[by]!).toBeCloseTo(second[j]! * first[by]!, 12));
  }
  const as = (weighing: WordsSettings['weighing']) =>
    rowOf(weighWords(counts, entries, 3, { weighing, unitLength: false }), 0);
  expect(as('counts')).toEqual([2, 1, 0]);
  expect(as('presence')).toEqual([1, 1, 0]);
  expect(as('log counts')).toEqual([Math.log(3), Math.log(2), 0]);
});

test('every language has its common words and its stems', async () => {
  const { LANGUAGES } = await import('./languages');
  for (const language of LANGUAGES) {
    const { common, stem } = await tongueOf(language, language);
    expect(common.size).toBeGreaterThan(50);
    expect(typeof stem('abcdefg')).toBe('string');
  }
  const { stem } = await tongueOf(null, 'german');
  expect(stem('krüge')).toBe(stem('krug'));
});

test('settings are checked: a pair may be as long as two words', () => {
  expect(wordsSchema.parse(plainWords('text', 1000))).toEqual(plainWords('text', 1000));
  const twice = {
    ...plainWords('text', 1000),
    joined: [
      { from: 'a', to: 'b' },
      { from: 'a', to: 'c' },
    ],
  };
  expect(wordsSchema.safeParse(twice).success).toBe(false);
  expect(wordsSchema.safeParse({ ...plainWords('text', 1000), most: 0 }).success).toBe(false);
  expect(wordsSchema.safeParse({ ...plainWords('text', 1000), aside: ['x'.repeat(161)] }).success).toBe(true);
});

test('the words of a text are marked in all their forms, and nothing of it is lost', async () => {
  const settings = {
    ...open,
    common: 'english',
    stem: 'english',
    joined: [{ from: 'pitcher', to: 'jug' }],
  } as const;
  const mark = marker(settings, await tongueOf('english', 'english'), ['jugs', 'green']);
  const text = 'The Jug, two pitchers; greens!';
  const runs = mark(text);
  expect(runs.map(run => run.text).join('')).toBe(text);
  expect(runs.filter(({ word }) => word !== null)).toEqual([
    { text: 'Jug', word: 'jugs' },
    { text: 'pitchers', word: 'jugs' },
    { text: 'greens', word: 'green' },
  ]);
});
