import type { Tongue } from './languages';
import type { WordsSettings } from './settings';

/** A run of a text; the word that it counts for, or null. */
export interface MarkedRun {
  readonly text: string;
  readonly word: string | null;
}

/** What marks the words of texts. */
export type MarkText = (text: string) => readonly MarkedRun[];

/** Marks in texts the words of a vocabulary, in all forms that are joined in these. */
export function marker(settings: WordsSettings, tongue: Tongue, words: readonly string[]): MarkText {
  const segmenter = new Intl.Segmenter('en', { granularity: 'word' });
  const stemOf = (word: string) => (settings.stem === null ? word : tongue.stem(word.toLowerCase()));
  const joined = new Map(settings.joined.map(({ from, to }) => [stemOf(from), stemOf(to)]));
  const byStem = new Map(words.map(word => [stemOf(word), word]));
  const wordOf = (run: string): string | null => {
    const form = (settings.fold ? run.toLowerCase() : run).normalize('NFC');
    if (tongue.common.has(form.toLowerCase())) return null;
    const stem = stemOf(form);
    return byStem.get(joined.get(stem) ?? stem) ?? null;
  };
  return text =>
    [...segmenter.segment(text)].map(({ segment, isWordLike }) => ({
      text: segment,
      word: isWordLike === true ? wordOf(segment) : null,
    }));
}
