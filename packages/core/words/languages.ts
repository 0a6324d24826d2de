/** Languages whose common words and word forms are known, by the packaged lists and the Snowball stemmers (Porter 2001). */
export const LANGUAGES = [
  'danish',
  'dutch',
  'english',
  'finnish',
  'french',
  'german',
  'hungarian',
  'italian',
  'norwegian',
  'portuguese',
  'romanian',
  'russian',
  'spanish',
  'swedish',
  'turkish',
] as const;
export type Language = (typeof LANGUAGES)[number];

type CommonWords = Promise<{ readonly stopwords: readonly string[] }>;
type Stemmer = Promise<{ readonly stemmer: (word: string) => string }>;

// Each is loaded only where it is asked for.
const LOADED: Readonly<Record<Language, readonly [() => CommonWords, () => Stemmer]>> = {
  danish: [() => import('@orama/stopwords/danish'), () => import('@orama/stemmers/danish')],
  dutch: [() => import('@orama/stopwords/dutch'), () => import('@orama/stemmers/dutch')],
  english: [() => import('@orama/stopwords/english'), () => import('@orama/stemmers/english')],
  finnish: [() => import('@orama/stopwords/finnish'), () => import('@orama/stemmers/finnish')],
  french: [() => import('@orama/stopwords/french'), () => import('@orama/stemmers/french')],
  german: [() => import('@orama/stopwords/german'), () => import('@orama/stemmers/german')],
  hungarian: [() => import('@orama/stopwords/hungarian'), () => import('@orama/stemmers/hungarian')],
  italian: [() => import('@orama/stopwords/italian'), () => import('@orama/stemmers/italian')],
  norwegian: [() => import('@orama/stopwords/norwegian'), () => import('@orama/stemmers/norwegian')],
  portuguese: [() => import('@orama/stopwords/portuguese'), () => import('@orama/stemmers/portuguese')],
  romanian: [() => import('@orama/stopwords/romanian'), () => import('@orama/stemmers/romanian')],
  russian: [() => import('@orama/stopwords/russian'), () => import('@orama/stemmers/russian')],
  spanish: [() => import('@orama/stopwords/spanish'), () => import('@orama/stemmers/spanish')],
  swedish: [() => import('@orama/stopwords/swedish'), () => import('@orama/stemmers/swedish')],
  turkish: [() => import('@orama/stopwords/turkish'), () => import('@orama/stemmers/turkish')],
};

/** What is known of the languages that a splitting asks for. */
export interface Tongue {
  /** Common words in small letters. */
  readonly common: ReadonlySet<string>;
  /** The stem of a word in small letters; the word itself where forms are not joined. */
  readonly stem: (word: string) => string;
}

/** @param common whose words are left out @param stem whose forms are joined; null for neither */
export async function tongueOf(common: Language | null, stem: Language | null): Promise<Tongue> {
  const words = common === null ? [] : (await LOADED[common][0]()).stopwords;
  const stemmer = stem === null ? null : (await LOADED[stem][1]()).stemmer;
  return {
    common: new Set(words.map(word => word.toLowerCase())),
    stem: stemmer ?? (word => word),
  };
}
