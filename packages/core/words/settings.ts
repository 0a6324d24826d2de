import type { Language } from './languages';

/** What an entry's count of a word is made into. */
export const WEIGHINGS = ['tf-idf', 'counts', 'log counts', 'presence'] as const;
export type Weighing = (typeof WEIGHINGS)[number];

/** How a column of text is split into words, which then are the measures. */
export interface WordsSettings {
  readonly column: string;
  /** Whether capitals and small letters are the same. */
  readonly fold: boolean;
  readonly characters: 'letters' | 'letters and digits';
  /** Whose common words are left out; null for none. */
  readonly common: Language | null;
  /** Characters of the shortest word that is taken. */
  readonly shortest: number;
  /** In which language forms of a word are joined, by their stem; null for none. */
  readonly stem: Language | null;
  /** Whether two words that follow each other are a word as well. */
  readonly pairs: boolean;
  /** Words in fewer entries, or in a larger share of them, are left out. */
  readonly fewest: number;
  readonly most: number;
  readonly weighing: Weighing;
  /** Whether every entry is brought to unit length. */
  readonly unitLength: boolean;
  /** Words that are left out by hand, and words that are taken for another. */
  readonly aside: readonly string[];
  readonly joined: readonly { readonly from: string; readonly to: string }[];
}

/** Entries below which every word is taken, and below which two entries are enough. */
const [FEW, SOME] = [30, 500];

/** A column split in the plainest way. @param rows of the table: of a few entries every word is taken */
export const plainWords = (column: string, rows: number): WordsSettings => ({
  column,
  fold: true,
  characters: 'letters',
  common: 'english',
  shortest: 2,
  stem: null,
  pairs: false,
  fewest: rows < FEW ? 1 : rows < SOME ? 2 : 3,
  most: rows < FEW ? 0.9 : 0.5,
  weighing: 'tf-idf',
  unitLength: true,
  aside: [],
  joined: [],
});
