/** A figure inside a sentence: as it is printed, and where it comes from. */
export interface LiveFigure {
  /** Its own within the sentence. */
  readonly id: string;
  readonly text: string;
  /** The number of the question that shows it. */
  readonly question: number;
}

/** A sentence of a report. */
export interface Told {
  /** What it is about, whatever its figures: one of its own within the report. */
  readonly key: string;
  readonly parts: readonly (string | LiveFigure)[];
}

/** A figure for a sentence. */
export const live = (id: string, text: string, question: number): LiveFigure => ({ id, text, question });

/** A sentence with figures in it: told('rows')`${live('n', '286', 1)} rows were used.` */
export const told =
  (key: string) =>
  (texts: TemplateStringsArray, ...inside: readonly (LiveFigure | string)[]): Told => ({
    key,
    parts: joined(texts.flatMap((text, i) => (i < inside.length ? [text, inside[i]!] : [text]))),
  });

/** A sentence of parts. */
export const sentence = (key: string, parts: readonly (string | LiveFigure)[]): Told => ({
  key,
  parts: joined(parts),
});

/** Texts beside each other as one, none empty. */
function joined(parts: readonly (string | LiveFigure)[]): (string | LiveFigure)[] {
  const result: (string | LiveFigure)[] = [];
  for (const part of parts) {
    const last = result.at(-1);
    if (typeof part === 'string' && typeof last === 'string') result[result.length - 1] = last + part;
    else if (part !== '') result.push(part);
  }
  return result;
}

/** The sentence as it reads. */
export const plainText = ({ parts }: Pick<Told, 'parts'>): string =>
  parts.map(part => (typeof part === 'string' ? part : part.text)).join('');

/** A, B and C. */
export const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
