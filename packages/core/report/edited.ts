import type { PrintTable } from '../writeup/printTable';
import type { LiveFigure, Told } from '../writeup/told';
import type { Report, ReportSection } from './report';
import { PLACES, type KeptFigure, type SentencePlace, type Writeup } from '../writeup/writeup';

/** A figure in a sentence as it is read. */
export interface ReadFigure extends LiveFigure {
  /** The sentence that it comes from. */
  readonly from: string;
  /** How it read when the report was last taken as read, where that differs; else null. */
  readonly was: string | null;
}

/** A part of a sentence: text, a figure, or a figure that the report no longer has. */
export type ReadPart = string | ReadFigure | { readonly lost: string };

export interface ReadSentence {
  readonly key: string;
  readonly parts: readonly ReadPart[];
  /** Whether it is as it grew, in other words, or one's own. */
  readonly by: 'grown' | 'edited' | 'added';
}

/** A table or a picture with its number. */
export interface Numbered<Of> {
  readonly number: number;
  readonly of: Of;
}

export interface ReadSection extends Pick<ReportSection, 'key' | 'title' | 'reduction'> {
  readonly methods: readonly ReadSentence[];
  readonly results: readonly ReadSentence[];
  readonly tables: readonly Numbered<PrintTable>[];
  readonly figures: readonly Numbered<KeptFigure>[];
  /** What is left out, to be taken in again. */
  readonly out: readonly { readonly key: string; readonly text: string }[];
}

/** A report as it is read: with what was edited, moved, left out and added. */
export interface ReadReport {
  readonly title: string;
  readonly sections: readonly ReadSection[];
  readonly checks: readonly (Report['checks'][number] & { readonly met: boolean })[];
  /** Figures that differ from when the report was last taken as read. */
  readonly changed: number;
}

/** The name of a figure over all sentences. */
export const figureKey = (sentence: string, id: string): string => `${sentence}/${id}`;

/** All figures of a report, as they are to be remembered when it is taken as read. */
export const figuresIn = ({ sections }: Report): { readonly figure: string; readonly text: string }[] =>
  sections
    .flatMap(({ methods, results }) => [...methods, ...results])
    .flatMap(({ key, parts }) =>
      parts.flatMap(part =>
        typeof part === 'string' ? [] : [{ figure: figureKey(key, part.id), text: part.text }],
      ),
    );

/** The report with what an analyst made of it. Figures stay live in sentences of other words. */
export function editedReport(report: Report, writeup: Writeup): ReadReport {
  const all = new Map(
    report.sections
      .flatMap(({ methods, results }) => [...methods, ...results])
      .flatMap(({ key, parts }) =>
        parts.flatMap(part =>
          typeof part === 'string' ? [] : [[figureKey(key, part.id), { part, key }] as const],
        ),
      ),
  );
  const before = writeup.seen && new Map(writeup.seen.map(({ figure, text }) => [figure, text]));
  const out = new Set(writeup.out);
  const read = (part: LiveFigure, from: string): ReadFigure => {
    const was = before?.get(figureKey(from, part.id));
    return { ...part, from, was: was === undefined || was === part.text ? null : was };
  };
  const inWords = (key: string, text: string): ReadPart[] =>
    text.split(/(\{[^{}]*\})/).flatMap((piece): ReadPart[] => {
      if (piece === '') return [];
      if (!piece.startsWith('{') || !piece.endsWith('}')) return [piece];
      const name = piece.slice(1, -1);
      const found = all.get(figureKey(key, name)) ?? all.get(name);
      return found === undefined ? [{ lost: name }] : [read(found.part, found.key)];
    });
  const grown = ({ key, parts }: Told): ReadSentence => {
    const edited = writeup.edited.find(one => one.key === key);
    if (edited !== undefined) return { key, by: 'edited', parts: inWords(key, edited.text) };
    return {
      key,
      by: 'grown',
      parts: parts.map(part => (typeof part === 'string' ? part : read(part, key))),
    };
  };
  const sentencesOf = (section: ReportSection, place: SentencePlace): ReadSentence[] => {
    const own = section[place].map(grown);
    const added = writeup.added.filter(one => one.section === section.key && one.place === place);
    const listed = own.slice();
    for (const { key, after, text } of added) {
      const at = after === null ? 0 : listed.findIndex(one => one.key === after) + 1;
      // One that followed a sentence that is no longer there comes last.
      listed.splice(after !== null && at === 0 ? listed.length : at, 0, {
        key,
        by: 'added',
        parts: inWords(key, text),
      });
    }
    const order = writeup.order.find(one => one.section === section.key && one.place === place);
    return order === undefined ? listed : inOrder(listed, order.keys);
  };
  let [tables, figures] = [0, 0];
  const sections = report.sections.map((section): ReadSection => {
    const sentences = { methods: sentencesOf(section, 'methods'), results: sentencesOf(section, 'results') };
    const kept = writeup.figures.filter(figure => figure.section === section.key);
    const leftOut = [
      ...[...sentences.methods, ...sentences.results].map(one => ({ key: one.key, text: readText(one) })),
      ...section.tables.map(({ key, title }) => ({ key, text: `Table: ${title}` })),
    ].filter(({ key }) => out.has(key));
    const isIn = ({ key }: { readonly key: string }) => !out.has(key);
    return {
      key: section.key,
      title: section.title,
      reduction: section.reduction,
      methods: sentences.methods.filter(isIn),
      results: sentences.results.filter(isIn),
      tables: section.tables.filter(isIn).map(of => ({ number: ++tables, of })),
      figures: kept.map(of => ({ number: ++figures, of })),
      out: leftOut,
    };
  });
  const there = new Set(
    sections.flatMap(section => [
      ...PLACES.flatMap(place => section[place].map(({ key }) => key)),
      ...section.tables.map(({ of }) => of.key),
    ]),
  );
  const pictured = new Set(sections.filter(section => section.figures.length > 0).map(({ key }) => key));
  return {
    title: report.title,
    sections,
    checks: [
      ...report.checks.map(check => ({ ...check, met: check.at !== null && there.has(check.at) })),
      ...report.sections
        .filter(({ reduction }) => reduction !== null)
        .map(({ key }) => ({
          what: 'a picture of what was found',
          at: null,
          remedy: 'Keep a chart for the write-up, in its menu.',
          question: 6,
          section: key,
          met: pictured.has(key),
        })),
    ],
    changed: sections
      .flatMap(({ methods, results }) => [...methods, ...results])
      .flatMap(({ parts }) => parts)
      .filter(part => typeof part !== 'string' && 'was' in part && part.was !== null).length,
  };
}

/** Sentences in the order of their keys; those that it does not know stay behind the one that they followed. */
function inOrder(sentences: readonly ReadSentence[], keys: readonly string[]): ReadSentence[] {
  const known = new Set(keys);
  const byKey = new Map(sentences.map(one => [one.key, one]));
  const result = keys.flatMap(key => byKey.get(key) ?? []);
  sentences.forEach((one, place) => {
    if (known.has(one.key)) return;
    const before = sentences[place - 1]?.key;
    const at = before === undefined ? 0 : result.findIndex(({ key }) => key === before) + 1;
    result.splice(at, 0, one);
  });
  return result;
}

/** A sentence as it reads. */
export const readText = ({ parts }: Pick<ReadSentence, 'parts'>): string =>
  parts
    .map(part => (typeof part === 'string' ? part : 'lost' in part ? `{${part.lost}}` : part.text))
    .join('');

/** A sentence as it is edited: figures by their names in braces. */
export const editableText = ({ key, parts }: ReadSentence): string =>
  parts
    .map(part => {
      if (typeof part === 'string') return part;
      if ('lost' in part) return `{${part.lost}}`;
      return `{${part.from === key ? part.id : figureKey(part.from, part.id)}}`;
    })
    .join('');
