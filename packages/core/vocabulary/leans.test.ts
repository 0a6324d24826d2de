import { seededRandom } from '../algebra/random';
import { prepareWords } from '../preparation/prepareWords';
import { PLAIN_PREPARATION } from '../preparation/prepared';
import { tableOf } from '../testTables';
import { plainWords, type WordsSettings } from '../words/settings';
import { vocabulary } from './vocabulary';

const kinds = ['jar', 'lamp', 'bowl'];

/** Entries of made-up words, some without a kind and some without a word, each of a weight. */
function catalogue(seed: number, counts: boolean) {
  const random = seededRandom(seed);
  const rows = Array.from({ length: 60 }, (_, i) => {
    const kind = random.whole(3);
    const words = Array.from(
      { length: i % 19 === 0 ? 0 : 2 + random.whole(5) },
      () => `w${kind * 3 + random.whole(8)}`,
    );
    const weight = counts ? 1 + random.whole(4) : 0.2 + random.uniform();
    return {
      kind: i % 13 === 0 ? '' : kinds[kind]!,
      text: words.join(' ') || '!',
      words: new Set(words),
      weight,
    };
  });
  const table = tableOf(
    [rows.map(({ kind }) => kind), rows.map(({ text }) => text), rows.map(({ weight }) => weight)],
    ['kind', 'text', 'weight'],
  );
  return { rows, table };
}

describe.each([
  ['counts', true],
  ['proportional', false],
] as const)('where words lean, by going through all entries: weights that are %s', (weighting, counts) => {
  test.each([1, 2, 3])('seed %i', async seed => {
    const { rows, table } = catalogue(seed, counts);
    const settings: WordsSettings = {
      ...plainWords('text', 60),
      characters: 'letters and digits',
      common: null,
      fewest: 1,
      most: 1,
    };
    const input = {
      ...PLAIN_PREPARATION,
      measures: [],
      weight: 'weight',
      weighting,
      scale: 'centre',
      words: settings,
    } as const;
    const prepared = await prepareWords(table, input, settings);
    const { words, leans } = vocabulary(table, prepared, 'kind');
    const used = rows.filter(({ words: own, kind }) => own.size > 0 && kind !== '');
    const weigh = (some: typeof rows) => some.reduce((sum, { weight }) => sum + weight, 0);
    words.forEach((word, j) => {
      const holding = (some: typeof rows) =>
        weigh(some.filter(({ words: own }) => own.has(word))) / weigh(some);
      const shares = leans!.levels.map(level => holding(used.filter(({ kind }) => kind === level)));
      const most = Math.max(...shares);
      const to = leans!.levels[leans!.to[j]!]!;
      expect(leans!.share[j]).toBeCloseTo(most, 10);
      expect(shares[leans!.to[j]!]).toBeCloseTo(most, 10);
      expect(leans!.others[j]).toBeCloseTo(holding(used.filter(({ kind }) => kind !== to)), 10);
    });
  });
});
