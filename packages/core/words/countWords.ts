import { quietHost, stretch, type Host } from '../host';
import type { SparseRows } from '../algebra/sparseRows';
import { isMissing, textAt, type Column } from '../table/column';
import type { Tongue } from './languages';
import type { WordsSettings } from './settings';
import { splitter, type NotTaken } from './wordsOf';

/** Why words are left out, beside those that are not taken: too few entries hold them, or too many. */
export type LeftOut = NotTaken | 'rare' | 'frequent';

/** How often entries hold words. */
export interface WordCounts {
  /** In the order of their characters, which does not depend on that of the entries. */
  readonly words: readonly string[];
  /** Entries × words: how often each holds each. */
  readonly counts: SparseRows;
  /** The same of entries that have no say in which words there are. */
  readonly placed: SparseRows;
  /** How many entries hold each word, and how often it stands in all of them. */
  readonly entries: Float64Array;
  readonly times: Float64Array;
  /** Different words that were left out, by why. */
  readonly leftOut: readonly { readonly why: LeftOut; readonly words: number }[];
}

/** Pairs are written with this between their words. */
const BETWEEN = ' ';

/**
 * Counts the words of the entries in some rows.
 *
 * @param rows whose entries say which words there are
 * @param placed other rows, whose words are counted as far as the first have them
 * @param stands how many entries each of the first stands for; null where each is one
 */
export function countWords(
  column: Column,
  rows: Uint32Array,
  placed: Uint32Array,
  stands: Float64Array | null,
  settings: WordsSettings,
  tongue: Tongue,
  host: Host = quietHost,
): WordCounts {
  const { split, names, notTaken } = splitter(settings, tongue);
  const take = (of: Uint32Array, weightOf: (i: number) => number, part: Host): Tokens => {
    const starts = new Uint32Array(of.length + 1);
    const words: number[] = [];
    of.forEach((row, i) => {
      if (i % 256 === 0) part.progress(i / of.length);
      if (!isMissing(column, row)) split(textAt(column, row), weightOf(i), words);
      starts[i + 1] = words.length;
    });
    return { starts, words: Uint32Array.from(words) };
  };
  const singles = take(rows, i => stands?.[i] ?? 1, stretch(host, 0, 0.8));
  const singlesPlaced = take(placed, () => 0, stretch(host, 0.8, 0.9));
  const pairs = settings.pairs ? pairing(names(), new Set(settings.aside)) : null;
  const [own, others] = [withPairs(singles, pairs), withPairs(singlesPlaced, pairs)];
  const called = [...names(), ...(pairs?.names ?? [])];
  const { entries, times, all } = totals(own, called.length, stands);
  const isRare = (word: number) => entries[word]! < settings.fewest;
  const isFrequent = (word: number) => !isRare(word) && entries[word]! > settings.most * all;
  const numbers = [...called.keys()];
  const kept = numbers.filter(word => !isRare(word) && !isFrequent(word));
  kept.sort((a, b) => (called[a]! < called[b]! ? -1 : called[a]! > called[b]! ? 1 : a - b));
  const place = new Int32Array(called.length).fill(-1);
  kept.forEach((word, at) => (place[word] = at));
  const leftOut: (readonly [LeftOut, number])[] = [
    ...notTaken(),
    // Words that only placed entries hold were never there.
    ['rare', numbers.filter(word => isRare(word) && entries[word]! > 0).length],
    ['frequent', numbers.filter(isFrequent).length],
  ];
  return {
    words: kept.map(word => called[word]!),
    counts: sparseOf(own, place, kept.length),
    placed: sparseOf(others, place, kept.length),
    entries: Float64Array.from(kept, word => entries[word]!),
    times: Float64Array.from(kept, word => times[word]!),
    leftOut: leftOut.filter(([, words]) => words > 0).map(([why, words]) => ({ why, words })),
  };
}

/** The words of entries, one after the other, by their numbers. */
interface Tokens {
  readonly starts: Uint32Array;
  readonly words: Uint32Array;
}

interface Pairing {
  /** Behind the numbers of the words themselves; −1 for a pair that is set aside. */
  readonly numberOf: (first: number, second: number) => number;
  readonly names: readonly string[];
}

function pairing(singles: readonly string[], aside: ReadonlySet<string>): Pairing {
  const numbers = new Map<number, number>();
  const names: string[] = [];
  const n = singles.length;
  return {
    names,
    numberOf: (first, second) => {
      const key = first * n + second;
      const known = numbers.get(key);
      if (known !== undefined) return known;
      const name = `${singles[first]!}${BETWEEN}${singles[second]!}`;
      const number = aside.has(name) ? -1 : n + names.push(name) - 1;
      numbers.set(key, number);
      return number;
    },
  };
}

/** Each word, and each pair of words that follow each other. */
function withPairs({ starts, words }: Tokens, pairs: Pairing | null): Tokens {
  if (pairs === null) return { starts, words };
  const all: number[] = [];
  const ends = new Uint32Array(starts.length);
  for (let i = 0; i + 1 < starts.length; i++) {
    for (let e = starts[i]!; e < starts[i + 1]!; e++) {
      all.push(words[e]!);
      const pair = e > starts[i]! ? pairs.numberOf(words[e - 1]!, words[e]!) : -1;
      if (pair >= 0) all.push(pair);
    }
    ends[i + 1] = all.length;
  }
  return { starts: ends, words: Uint32Array.from(all) };
}

function totals({ starts, words }: Tokens, count: number, stands: Float64Array | null) {
  const [entries, times] = [new Float64Array(count), new Float64Array(count)];
  // The entry that held a word last, so that each counts once.
  const last = new Int32Array(count).fill(-1);
  let all = 0;
  for (let i = 0; i + 1 < starts.length; i++) {
    const weight = stands?.[i] ?? 1;
    all += weight;
    for (let e = starts[i]!; e < starts[i + 1]!; e++) {
      const word = words[e]!;
      times[word]! += weight;
      if (last[word] !== i) entries[word]! += weight;
      last[word] = i;
    }
  }
  return { entries, times, all };
}

/** @param place of each word among the columns, −1 for one that is left out */
function sparseOf({ starts, words }: Tokens, place: Int32Array, columns: number): SparseRows {
  const rows = starts.length - 1;
  const ends = new Uint32Array(rows + 1);
  const [places, values]: [number[], number[]] = [[], []];
  for (let i = 0; i < rows; i++) {
    const own = words.subarray(starts[i]!, starts[i + 1]!).map(word => place[word]! + 1);
    for (const at of own.sort()) {
      if (at === 0) continue;
      if (places.length > ends[i]! && places.at(-1) === at - 1) values[values.length - 1]!++;
      else {
        places.push(at - 1);
        values.push(1);
      }
    }
    ends[i + 1] = places.length;
  }
  return { rows, columns, starts: ends, places: Uint32Array.from(places), values: Float64Array.from(values) };
}
