import type { PrintTable } from '../writeup/printTable';
import { escapeMarkdown } from '../writeup/html';
import { fileStem } from '../writeup/fileStem';
import { readText, type Numbered, type ReadReport, type ReadSection } from './edited';

/** The name of a picture's file beside the text. */
export const figureFile = ({ number, of }: ReadSection['figures'][number]): string =>
  `figure-${number}-${fileStem(of.title)}.svg`;

/** The report in Markdown; small loadings in brackets, pictures by their files. */
export function reportMarkdown({ title, sections }: ReadReport): string {
  return [
    `# ${escapeMarkdown(title)}`,
    '',
    '## Methods',
    '',
    ...sections.flatMap(section => sectionLines(section, 'methods')),
    '## Results',
    '',
    ...sections.flatMap(section => sectionLines(section, 'results')),
  ].join('\n');
}

function sectionLines(section: ReadSection, place: 'methods' | 'results'): string[] {
  const sentences = section[place];
  const tables = place === 'results' ? section.tables : [];
  const figures = place === 'results' ? section.figures : [];
  if (sentences.length + tables.length + figures.length === 0) return [];
  return [
    `### ${escapeMarkdown(section.title)}`,
    '',
    ...(sentences.length === 0 ? [] : [escapeMarkdown(sentences.map(readText).join(' ')), '']),
    ...tables.flatMap(tableLines),
    ...figures.flatMap(figure => [
      `![${escapeMarkdown(figure.of.title)}](${figureFile(figure)})`,
      '',
      `**Figure ${figure.number}.** ${escapeMarkdown(figure.of.caption)}`,
      '',
    ]),
  ];
}

function tableLines({ number, of }: Numbered<PrintTable>): string[] {
  const words = new Set(of.words);
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
  const row = ({ name, wording, cells }: PrintTable['lines'][number]) =>
    line([
      escapeMarkdown(wording === undefined || wording === '' ? name : `${name}: ${wording}`),
      ...cells.map(({ text, small }) => escapeMarkdown(small === true && text !== '' ? `(${text})` : text)),
    ]);
  return [
    `**Table ${number}. ${escapeMarkdown(of.title)}**`,
    '',
    line(of.head.map(escapeMarkdown)),
    line(of.head.map((_, at) => (at === 0 || words.has(at - 1) ? '---' : '---:'))),
    ...of.lines.map(row),
    ...(of.foot ?? []).map(row),
    '',
    ...(of.note === '' ? [] : [`_${escapeMarkdown(of.note)}_`, '']),
  ];
}

/** A printed table for spreadsheets, rounded as it is printed. */
export const printTableRows = ({ title, head, lines, foot, note }: PrintTable): string[][] => {
  const worded = lines.some(({ wording }) => wording !== undefined && wording !== '');
  const row = ({ name, wording, cells }: PrintTable['lines'][number]) => [
    name,
    ...(worded ? [wording ?? ''] : []),
    ...cells.map(({ text }) => text),
  ];
  return [
    [title],
    [head[0]!, ...(worded ? ['wording'] : []), ...head.slice(1)],
    ...lines.map(row),
    ...(foot ?? []).map(row),
    ...(note === '' ? [] : [['Note', note]]),
  ];
};
