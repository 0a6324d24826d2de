import { prepared, type OfPreparation } from '../preparation/stages';
import { stage } from '../stages/stage';
import type { RelatedWords } from './relatedWords';
import type { ShuffledScree } from './shuffledScree';
import type { Vocabulary } from './vocabulary';
import type { WordsApart } from './wordsApart';

/** The words of a text, and the level of a label that each leans to. */
export const vocabulary = stage<OfPreparation & { readonly label: string | null }, Vocabulary>(
  'vocabulary',
  1,
  'light',
  [prepared],
);

/** What speaks for reducing words. */
export const relatedWords = stage<OfPreparation, RelatedWords>('relatedWords', 1, 'heavy', [prepared]);

/** Words in which some rows differ from the others. */
export const wordsApart = stage<OfPreparation & { readonly among: readonly number[] }, WordsApart>(
  'wordsApart',
  1,
  'light',
  [prepared],
);

/** Rows of the table whose entries hold a word, those that are used and those that are only placed. */
export const entriesWith = stage<OfPreparation & { readonly word: string }, Uint32Array>(
  'entriesWith',
  1,
  'light',
  [prepared],
);

/** Eigenvalues of words that are dealt out anew among the entries. */
export const shuffledScree = stage<
  OfPreparation & { readonly leading: number; readonly shuffles: number; readonly seed: number },
  ShuffledScree
>('shuffledScree', 1, 'long', [prepared]);
