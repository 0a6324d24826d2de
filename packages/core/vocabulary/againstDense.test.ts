import fc from 'fast-check';
import { columnOf, entry, zeros, type Matrix } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import type { SparseRows } from '../algebra/sparseRows';
import type { Components } from '../methods/components/components';
import type { Distances } from '../methods/components/distances';
import type { Kept } from '../methods/components/stages';
import type { NeighbourMap } from '../methods/neighbours/neighbourMap';
import { freshNeighbours } from '../methods/neighbours/settings';
import { neighboursAsk } from '../methods/neighbours/ask';
import { prepareWords } from '../preparation/prepareWords';
import { PLAIN_PREPARATION, type PreparationInput, type PreparedWords } from '../preparation/prepared';
import { compute } from '../recipe/compute';
import { tableOf } from '../testTables';
import { plainWords, type WordsSettings } from '../words/settings';
import { dealtOut, shuffledScree } from './shuffledScree';

/** Texts of words that two topics draw from, some entries without a word. */
function texts(n: number, words: number, seed: number): string[] {
  const random = seededRandom(seed);
  return Array.from({ length: n }, (_, i) => {
    if (i % 17 === 16) return '! !';
    const from = i % 2 === 0 ? 0 : Math.floor(words / 3);
    const count = 3 + random.whole(6);
    const own = () => `w${from + random.whole(Math.ceil((2 * words) / 3))}`;
    return Array.from({ length: count }, own).join(' ');
  });
}

const settings: WordsSettings = {
  ...plainWords('text', 1000),
  characters: 'letters and digits',
  common: null,
  fewest: 2,
  most: 1,
};

/** Words about their means, every row once. */
const centred: PreparationInput = {
  ...PLAIN_PREPARATION,
  measures: [],
  weight: null,
  scale: 'centre',
  words: settings,
};

interface Case {
  readonly n: number;
  readonly words: number;
  readonly seed: number;
  readonly scale: 'centre' | 'unit-variance' | 'none';
  readonly weighting: 'counts' | 'proportional' | null;
  readonly weighing: WordsSettings['weighing'];
}

const cases: fc.Arbitrary<Case> = fc.record({
  n: fc.integer({ min: 8, max: 60 }),
  words: fc.integer({ min: 6, max: 40 }),
  seed: fc.integer({ min: 1, max: 1e6 }),
  scale: fc.constantFrom('centre', 'unit-variance', 'none'),
  weighting: fc.constantFrom('counts', 'proportional', null),
  weighing: fc.constantFrom('tf-idf', 'counts', 'log counts', 'presence'),
});

/** The words as columns of numbers, weighed as the sparse block has them, and the same study of these. */
async function both({ n, words, seed, scale, weighting, weighing }: Case) {
  const random = seededRandom(seed + 1);
  const own = texts(n, words, seed);
  const weights = own.map(() => 1 + random.whole(3));
  const table = tableOf([own, weights], ['text', 'times']);
  const asked: PreparationInput = {
    ...PLAIN_PREPARATION,
    measures: [],
    weight: weighting === null ? null : 'times',
    weighting: weighting ?? 'proportional',
    scale,
    words: { ...settings, weighing },
  };
  const made = await prepareWords(table, asked, asked.words!);
  const values = denseOf(unscaled(made));
  const columns = Array.from({ length: values.columns }, (_, j) => [...columnOf(values, j)]);
  const dense = tableOf(
    [...columns, [...made.rows].map(row => weights[row]!)],
    [...made.measures.map((_, j) => `x${j}`), 'times'],
  );
  const plain: PreparationInput = { ...asked, words: null, measures: made.measures.map((_, j) => `x${j}`) };
  return { table, asked, made, dense, plain };
}

const denseOf = ({ rows, columns, starts, places, values }: SparseRows): Matrix => {
  const result = zeros(rows, columns);
  for (let i = 0; i < rows; i++) {
    for (let e = starts[i]!; e < starts[i + 1]!; e++) result.values[places[e]! * rows + i] = values[e]!;
  }
  return result;
};

const unscaled = ({ sparse, divisors }: PreparedWords): SparseRows => ({
  ...sparse,
  values: sparse.values.map((value, e) => value * divisors[sparse.places[e]!]!),
});

const close = (a: ArrayLike<number>, b: ArrayLike<number>, scale = 1) => {
  expect(a.length).toBe(b.length);
  for (let i = 0; i < a.length; i++) expect(Math.abs(a[i]! - b[i]!)).toBeLessThan(1e-10 * scale);
};

const kept = (preparation: PreparationInput): Kept => ({
  preparation,
  without: [],
  keep: 2,
  rotation: { method: 'none', power: 4 },
  ...(preparation.words === null ? {} : { leading: 1000 }),
});

test('means, spreads and components of words, never centred, are those of the same numbers in columns', async () => {
  await fc.assert(
    fc.asyncProperty(cases, async one => {
      const { table, asked, made, dense, plain } = await both(one).catch(() => ({ made: null }) as never);
      fc.pre(made !== null && made.rows.length > 4 && made.measures.length > 4);
      const account = await compute(dense, { stage: 'account', preparation: plain });
      close(made.means, account.means);
      close(made.sds, account.sds);
      close(made.divisors, account.divisors);
      const sparse = await compute(table, { stage: 'components', ...kept(asked) });
      const columns = await compute(dense, { stage: 'components', ...kept(plain) });
      const rank = Math.min(sparse.eigenvalues.length, columns.eigenvalues.length);
      close(sparse.eigenvalues.slice(0, rank), columns.eigenvalues.slice(0, rank), columns.eigenvalues[0]);
      close(sparse.shares.slice(0, rank), columns.shares.slice(0, rank));
      expect(sparse.average).toBeCloseTo(columns.average, 10);
      if (apart(columns)) {
        sameDimensions(sparse, columns);
        await sameDistances(table, asked, dense, plain);
      }
    }),
    { numRuns: 20 },
  );
});

/** Whether the leading eigenvalues lie apart, so that their vectors are told. */
const apart = ({ eigenvalues }: Components): boolean =>
  [0, 1].every(d => eigenvalues[d]! - (eigenvalues[d + 1] ?? 0) > 1e-2 * eigenvalues[0]!);

function sameDimensions(a: Components, b: Components): void {
  for (let d = 0; d < 2; d++) {
    for (const member of ['coefficients', 'loadings', 'correlations', 'scores'] as const) {
      const [x, y] = [columnOf(a[member], d), columnOf(b[member], d)];
      const largest = y.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
      // Equal largest coefficients may turn either way.
      const sign = x.reduce((sum, value, i) => sum + value * y[i]!, 0) < 0 ? -1 : 1;
      for (let i = 0; i < x.length; i++)
        expect(Math.abs(sign * x[i]! - y[i]!)).toBeLessThan(1e-7 * largest + 1e-9);
    }
  }
  for (let j = 0; j < a.communalities.length; j++) {
    expect(Math.abs(a.communalities[j]! - b.communalities[j]!)).toBeLessThan(1e-7);
  }
}

async function sameDistances(
  table: ReturnType<typeof tableOf>,
  asked: PreparationInput,
  dense: ReturnType<typeof tableOf>,
  plain: PreparationInput,
): Promise<void> {
  const [a, b]: Distances[] = await Promise.all([
    compute(table, { stage: 'distances', ...kept(asked), level: 0.9 }),
    compute(dense, { stage: 'distances', ...kept(plain), level: 0.9 }),
  ]);
  for (const member of ['t2', 'q', 'square'] as const) {
    a![member].forEach((value, i) =>
      expect(Math.abs(value - b![member][i]!)).toBeLessThan(1e-6 * (1 + b![member][i]!)),
    );
  }
  expect(a!.t2Limit).toBe(b!.t2Limit);
}

test('counts are as good as repeated entries, and the order of entries says nothing', async () => {
  const own = texts(40, 15, 3).filter(text => text !== '! !');
  const random = seededRandom(4);
  const weights = own.map(() => 1 + random.whole(3));
  const repeated = own.flatMap((text, i) => Array<string>(weights[i]!).fill(text)).reverse();
  const asked = centred;
  const [counted, plain] = await Promise.all([
    compute(tableOf([own, weights], ['text', 'times']), {
      stage: 'components',
      ...kept({ ...asked, weight: 'times', weighting: 'counts' }),
    }),
    compute(tableOf([repeated], ['text']), { stage: 'components', ...kept(asked) }),
  ]);
  expect(counted.measures).toEqual(plain.measures);
  close(counted.eigenvalues.slice(0, 10), plain.eigenvalues.slice(0, 10));
  close(counted.loadings.values, plain.loadings.values, 1e3);
  const vocabularies = await Promise.all([
    compute(tableOf([own, weights], ['text', 'times']), {
      stage: 'relatedWords',
      preparation: { ...asked, weight: 'times', weighting: 'counts' },
    }),
    compute(tableOf([repeated], ['text']), { stage: 'relatedWords', preparation: asked }),
  ]);
  const told = vocabularies.map(({ entries, words, filled, perEntry, pairs }) => ({
    ...{
      entries,
      words,
      perEntry: { ...perEntry, mean: perEntry.mean.toFixed(10) },
      filled: filled.toFixed(10),
    },
    pairs: pairs.map(({ phi }) => phi.toFixed(10)),
  }));
  expect(told[0]).toEqual(told[1]);
});

test('φ of a pair is the correlation of their marks; words that some entries hold more are told by it', async () => {
  const own = ['a b', 'a b c', 'a', 'b c', 'c d', 'd', 'a b d'];
  const table = tableOf([own], ['text']);
  const words = { ...settings, characters: 'letters' as const, shortest: 1, fewest: 1 };
  const preparation = { ...PLAIN_PREPARATION, measures: [], weight: null, scale: 'centre' as const, words };
  const mark = (word: string) => own.map(text => Number(text.split(' ').includes(word)));
  const correlation = (x: number[], y: number[]) => {
    const mean = (v: number[]) => v.reduce((sum, value) => sum + value, 0) / v.length;
    const about = (v: number[]) => v.map(value => value - mean(v));
    const product = (v: number[], w: number[]) => v.reduce((sum, value, i) => sum + value * w[i]!, 0);
    const [p, q] = [about(x), about(y)];
    return product(p, q) / Math.sqrt(product(p, p) * product(q, q));
  };
  const related = await compute(table, { stage: 'relatedWords', preparation });
  expect(related.pairs.length).toBeGreaterThan(0);
  for (const {
    words: [one, other],
    phi,
    both: held,
  } of related.pairs) {
    expect(phi).toBeCloseTo(correlation(mark(one), mark(other)), 12);
    expect(held).toBe(mark(one).filter((is, i) => is * mark(other)[i]! === 1).length);
  }
  expect(related.filled).toBeCloseTo(own.flatMap(text => text.split(' ')).length / (7 * 4), 12);
  const among = [0, 1, 6];
  const apartWords = await compute(table, { stage: 'wordsApart', preparation, among });
  const chosen = own.map((_, i) => Number(among.includes(i)));
  for (const { word, phi, share } of [...apartWords.more, ...apartWords.less]) {
    expect(phi).toBeCloseTo(correlation(chosen, mark(word)), 12);
    expect(share).toBeCloseTo(among.filter(i => mark(word)[i] === 1).length / 3, 12);
  }
  await expect(compute(table, { stage: 'wordsApart', preparation, among: [] })).rejects.toThrow(/none/);
});

test('neighbours by all words are those of the dense rows by the cosine; by components as well', async () => {
  const own = texts(60, 30, 8);
  const table = tableOf([own], ['text']);
  const preparation = { ...centred, scale: 'none' as const };
  const made = await prepareWords(table, preparation, settings);
  const x = denseOf(made.sparse);
  const asked = {
    ...freshNeighbours(60, 30, null, true),
    leading: null,
    tsne: { perplexity: 5, iterations: 60, early: 30, exaggeration: 12, rate: 'auto' as const },
  };
  const ask = neighboursAsk(preparation, [], asked);
  const { layout: _l, dimensions: _d, start: _s, seed: _e, ...graph } = ask;
  const found = await compute(table, { stage: 'neighbourGraph', ...graph });
  const { point, neighbours, found: k } = found;
  const first = [...Array(found.points).keys()].map(p => point.indexOf(p));
  const cosine = (a: number, b: number) => {
    let [ab, aa, bb] = [0, 0, 0];
    for (let j = 0; j < x.columns; j++) {
      ab += entry(x, a, j) * entry(x, b, j);
      aa += entry(x, a, j) ** 2;
      bb += entry(x, b, j) ** 2;
    }
    return ab / Math.sqrt(aa * bb);
  };
  first.forEach((row, p) => {
    const truth = first
      .map(other => cosine(row, other))
      .filter((_, other) => other !== p)
      .sort((a, b) => b - a)
      .slice(0, k);
    truth.forEach((value, at) => {
      const distance = neighbours.distances[p * k + at]!;
      expect(1 - distance ** 2 / 2).toBeCloseTo(value, 4);
    });
  });
  const map: NeighbourMap = await compute(table, { stage: 'neighbourMap', ...ask });
  expect(map.rows).toEqual(made.rows);
  const leading = neighboursAsk(preparation, [], { ...asked, leading: 4 });
  const onFour = await compute(table, { stage: 'neighbourMap', ...leading });
  expect(onFour.graph.leading?.components).toBe(4);
  await expect(
    compute(table, {
      stage: 'neighbourMap',
      ...neighboursAsk(preparation, [], { ...asked, metric: 'manhattan' }),
    }),
  ).rejects.toThrow(/not taken by manhattan/);
});

test('weights have no say in where entries lie, and the share of the leading components is that of the dense rows', async () => {
  const own = texts(60, 30, 9);
  const table = tableOf([own, own.map((_, i) => 1 + (i % 3))], ['text', 'times']);
  const asked = { ...freshNeighbours(60, 30, null, true), leading: 4 };
  const searched = (weight: string | null) => {
    const {
      layout: _l,
      dimensions: _d,
      start: _s,
      seed: _e,
      ...graph
    } = neighboursAsk({ ...centred, weight }, [], asked);
    return compute(table, { stage: 'neighbourGraph', ...graph });
  };
  const [plain, weighed] = await Promise.all([searched(null), searched('times')]);
  expect(weighed.neighbours).toEqual(plain.neighbours);
  const { shares } = await compute(table, { stage: 'components', ...kept(centred) });
  expect(plain.leading!.share).toBeCloseTo(
    shares.slice(0, 4).reduce((sum, share) => sum + share, 0),
    10,
  );
});

test('words dealt out anew keep each word’s numbers and lose what goes together', async () => {
  const own = texts(200, 24, 5);
  const table = tableOf([own], ['text']);
  const preparation = centred;
  const made = await prepareWords(table, preparation, settings);
  const [before, after] = [denseOf(made.sparse), denseOf(dealtOut(made.sparse, 7))];
  for (let j = 0; j < before.columns; j++) {
    expect([...columnOf(after, j)].sort()).toEqual([...columnOf(before, j)].sort());
  }
  expect(after.values).not.toEqual(before.values);
  const scree = shuffledScree(made, { leading: 5, shuffles: 4, seed: 1 });
  const real = await compute(table, { stage: 'components', ...kept(preparation) });
  // Two topics: one dimension stands above what is dealt out, and no other far from it.
  expect(real.eigenvalues[0]!).toBeGreaterThan(1.5 * scree.most[0]!);
  expect(real.eigenvalues[2]!).toBeLessThan(1.3 * scree.most[0]!);
  for (let d = 0; d < 5; d++) expect(scree.most[d]!).toBeGreaterThanOrEqual(scree.mean[d]!);
});

test('entries without a word are left out by name; what cannot be reduced says why', async () => {
  const preparation = centred;
  const table = tableOf([['a1 b1', '! !', '', 'a1 b1 c1', 'b1', 'c1']], ['text']);
  const { rows, rowsLeftOut } = await prepareWords(table, preparation, settings);
  expect([...rows]).toEqual([0, 3, 4, 5]);
  expect(rowsLeftOut).toEqual([
    { row: 1, step: 'empty', because: ['no word is left'] },
    { row: 2, step: 'missing', because: ['text'] },
  ]);
  const one = tableOf([['a1', 'a1 a1', 'a1']], ['text']);
  await expect(prepareWords(one, preparation, settings)).rejects.toThrow(/only one word is left/);
  const numbers = tableOf([[1, 2, 3]], ['text']);
  const letters = { ...settings, characters: 'letters' as const };
  await expect(prepareWords(numbers, preparation, letters)).rejects.toThrow(
    /no word is left.*without a letter/,
  );
  await expect(prepareWords(one, preparation, { ...settings, column: 'gone' })).rejects.toThrow(
    /not in the table/,
  );
  for (const stage of ['suitability', 'distribution'] as const) {
    const ask = stage === 'suitability' ? { kind: 'pearson' as const } : { measure: 'a1' };
    await expect(compute(table, { stage, preparation, ...ask } as never)).rejects.toThrow();
  }
});

test('as many dimensions as hold a share are found, and no fewer', async () => {
  const own = texts(400, 90, 6);
  const table = tableOf([own], ['text']);
  const preparation = centred;
  const share = 0.9;
  const ask = { ...kept(preparation), keep: { share }, leading: { share } };
  const found = await compute(table, { stage: 'components', ...ask });
  const all = await compute(table, { stage: 'components', ...kept(preparation), keep: 1000 });
  expect(all.eigenvalues.length).toBeGreaterThan(50);
  const running = (n: number) => all.shares.slice(0, n).reduce((sum, one) => sum + one, 0);
  expect(running(found.kept)).toBeGreaterThanOrEqual(share);
  expect(running(found.kept - 1)).toBeLessThan(share);
  // Beyond the fifty that are found at first.
  expect(found.kept).toBeGreaterThan(50);
});
