import { LONGEST_WORD } from '../limits';
import type { WordsSettings } from './settings';
import type { Tongue } from './languages';

/** Why a word is not taken, before it is known how many entries hold it. */
export type NotTaken = 'no letters' | 'short' | 'long' | 'common' | 'set aside';

const LETTERS = /^[\p{L}\p{M}'’·.\-\u00ad]*$/u;
const HAS_LETTER = /\p{L}/u;
const HAS_LETTER_OR_DIGIT = /[\p{L}\p{N}]/u;

/** Takes texts apart into words. */
export interface Splitter {
  /**
   * Adds the numbers of the words of a text, in their order, to a list; a word that is not taken is passed over.
   *
   * @param stands how many entries the text stands for, which has a say in what a word is called
   */
  readonly split: (text: string, stands: number, to: number[]) => void;
  /** By number, each word as it is called. Forms that are joined are called by the commonest of them. */
  readonly names: () => string[];
  /** How many different words were not taken, by why. */
  readonly notTaken: () => Map<NotTaken, number>;
}

/** A run of characters that is a word. */
interface Found {
  readonly number: number;
  /** The form that it counts for in the word's name; null where it is taken for another word. */
  readonly form: string | null;
}

/**
 * Words as the platform's own segmenter finds them (Unicode Standard Annex 29), so that scripts without spaces work, in
 * the form that the settings ask for.
 */
export function splitter(settings: WordsSettings, tongue: Tongue): Splitter {
  const segmenter = new Intl.Segmenter('en', { granularity: 'word' });
  const stemOf = (word: string) => (settings.stem === null ? word : tongue.stem(word.toLowerCase()));
  const aside = new Set(settings.aside.map(stemOf));
  const joined = new Map(settings.joined.map(({ from, to }) => [stemOf(from), to]));
  /** Numbers of words by the stem of all of their forms. */
  const numbers = new Map<string, number>();
  const words: { readonly name: string; readonly forms: Map<string, number> }[] = [];
  const passedOver = new Map<string, NotTaken>();
  const known = new Map<string, Found | null>();

  function numberOf(stem: string, name: string): number {
    const number = numbers.get(stem) ?? words.push({ name, forms: new Map() }) - 1;
    numbers.set(stem, number);
    return number;
  }

  function lookUp(run: string): Found | null {
    const form = (settings.fold ? run.toLowerCase() : run).normalize('NFC');
    const stem = stemOf(form);
    const to = joined.get(stem);
    const into = to === undefined ? stem : stemOf(to);
    const why = whyNot(form, settings, tongue) ?? (aside.has(stem) || aside.has(into) ? 'set aside' : null);
    if (why === null) return { number: numberOf(into, to ?? form), form: to === undefined ? form : null };
    passedOver.set(form, why);
    return null;
  }

  function split(text: string, stands: number, to: number[]): void {
    for (const { segment, isWordLike } of segmenter.segment(text)) {
      if (isWordLike !== true) continue;
      let word = known.get(segment);
      if (word === undefined) {
        // A word that long is not taken whatever follows.
        word = lookUp(segment.slice(0, 4 * LONGEST_WORD));
        known.set(segment, word);
      }
      if (word === null) continue;
      to.push(word.number);
      if (word.form === null) continue;
      const { forms } = words[word.number]!;
      forms.set(word.form, (forms.get(word.form) ?? 0) + stands);
    }
  }

  function notTaken(): Map<NotTaken, number> {
    const counts = new Map<NotTaken, number>();
    for (const why of passedOver.values()) counts.set(why, (counts.get(why) ?? 0) + 1);
    return counts;
  }

  return { split, names: () => words.map(({ name, forms }) => commonest(forms) ?? name), notTaken };
}

function whyNot(form: string, { characters, shortest }: WordsSettings, { common }: Tongue): NotTaken | null {
  const letters = characters === 'letters';
  if (letters ? !LETTERS.test(form) || !HAS_LETTER.test(form) : !HAS_LETTER_OR_DIGIT.test(form)) {
    return 'no letters';
  }
  const length = [...form].length;
  if (length < shortest) return 'short';
  if (length > LONGEST_WORD) return 'long';
  return common.has(form.toLowerCase()) ? 'common' : null;
}

/** The form met most often; of those met as often the first of the alphabet. */
function commonest(forms: ReadonlyMap<string, number>): string | null {
  let best: string | null = null;
  for (const [form, times] of forms) {
    const most = best === null ? -1 : forms.get(best)!;
    if (times > most || (times === most && form < best!)) best = form;
  }
  return best;
}
