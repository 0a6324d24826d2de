import { PLAIN_PRINT, type PrintStyle } from './print';

/** A sentence of one's own. */
export interface AddedSentence {
  readonly key: string;
  readonly section: string;
  readonly place: SentencePlace;
  /** The sentence that it follows; null for the first. */
  readonly after: string | null;
  readonly text: string;
}

/** A picture that was kept for the report, as it was drawn. */
export interface KeptFigure {
  readonly key: string;
  /** The section that it stands in. */
  readonly section: string;
  readonly title: string;
  readonly caption: string;
  /** In millimetres. */
  readonly width: number;
  readonly height: number;
  readonly svg: string;
  /** What the study was when it was drawn: another makes it out of date. */
  readonly of: string;
}

export const PLACES = ['methods', 'results'] as const;
export type SentencePlace = (typeof PLACES)[number];

/** What an analyst makes of the report that grows from a study. */
export interface Writeup {
  readonly style: PrintStyle;
  /** Keys of sentences, tables and pictures that are left out. */
  readonly out: readonly string[];
  /** Sentences in other words: {id} stands for the figure of that id of the sentence, {key/id} for that of another. */
  readonly edited: readonly { readonly key: string; readonly text: string }[];
  readonly added: readonly AddedSentence[];
  /** Sentences in another order. */
  readonly order: readonly {
    readonly section: string;
    readonly place: SentencePlace;
    readonly keys: readonly string[];
  }[];
  readonly figures: readonly KeptFigure[];
  /** Figures as they were when the report was last taken as read, by the sentence's key and the figure's id; null before. */
  readonly seen: readonly { readonly figure: string; readonly text: string }[] | null;
}

export const PLAIN_WRITEUP = {
  style: { ...PLAIN_PRINT },
  out: [],
  edited: [],
  added: [],
  order: [],
  figures: [],
  seen: null,
} satisfies Writeup;
