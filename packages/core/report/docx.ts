import {
  AlignmentType,
  BorderStyle,
  Document,
  HeadingLevel,
  ImageRun,
  Packer,
  Paragraph,
  Table,
  TableCell,
  TableRow,
  TextRun,
  WidthType,
} from 'docx';
import type { PrintTable } from '../writeup/printTable';
import { readText, type Numbered, type ReadReport, type ReadSection } from './edited';
import type { KeptFigure } from '../writeup/writeup';

/** A picture's pixels, for those who cannot draw it: PNG. */
export type AsPng = (figure: KeptFigure) => Promise<Uint8Array>;

const GREY = '6B6B6B';
/** Of screens, by which word processors measure. */
const PIXELS_PER_MM = 96 / 25.4;

/**
 * The report for word processors: heading styles, real tables whose heads repeat, captions in the caption style, pictures
 * as drawings with pixels for those who cannot show them.
 */
export async function reportDocx({ title, sections }: ReadReport, asPng: AsPng): Promise<Uint8Array> {
  const placed = await Promise.all(
    (['methods', 'results'] as const).map(async place => [
      heading(place === 'methods' ? 'Methods' : 'Results', HeadingLevel.HEADING_1),
      ...(await Promise.all(sections.map(section => sectionParts(section, place, asPng)))).flat(),
    ]),
  );
  const parts = [new Paragraph({ text: title, heading: HeadingLevel.TITLE }), ...placed.flat()];
  const made = new Document({
    title,
    creator: 'Wold',
    styles: {
      default: { document: { run: { font: 'Georgia', size: 22 } } },
      paragraphStyles: [
        {
          id: 'Caption',
          name: 'caption',
          basedOn: 'Normal',
          next: 'Normal',
          quickFormat: true,
          run: { size: 20 },
          paragraph: { spacing: { before: 240, after: 80 }, keepNext: true },
        },
      ],
    },
    sections: [{ children: parts }],
  });
  return new Uint8Array(await Packer.toArrayBuffer(made));
}

const heading = (text: string, level: (typeof HeadingLevel)[keyof typeof HeadingLevel]): Paragraph =>
  new Paragraph({ text, heading: level, keepNext: true });

async function sectionParts(
  section: ReadSection,
  place: 'methods' | 'results',
  asPng: AsPng,
): Promise<(Paragraph | Table)[]> {
  const sentences = section[place];
  const tables = place === 'results' ? section.tables : [];
  const figures = place === 'results' ? section.figures : [];
  if (sentences.length + tables.length + figures.length === 0) return [];
  const drawn = await Promise.all(figures.map(figure => figureParts(figure, asPng)));
  return [
    heading(section.title, HeadingLevel.HEADING_2),
    ...(sentences.length === 0
      ? []
      : [new Paragraph({ text: sentences.map(readText).join(' '), spacing: { after: 160 } })]),
    ...tables.flatMap(tableParts),
    ...drawn.flat(),
  ];
}

const NO_LINE = { style: BorderStyle.NONE, size: 0, color: 'auto' };
const LINE = { style: BorderStyle.SINGLE, size: 8, color: '000000' };
const THIN = { style: BorderStyle.SINGLE, size: 4, color: '000000' };

function tableParts({ number, of }: Numbered<PrintTable>): (Paragraph | Table)[] {
  const words = new Set(of.words);
  const cell = (text: string, at: number, { small = false, bottom = false, top = false } = {}) =>
    new TableCell({
      margins: { left: 60, right: 60 },
      borders: {
        left: NO_LINE,
        right: NO_LINE,
        top: top ? THIN : NO_LINE,
        bottom: bottom ? THIN : NO_LINE,
      },
      children: [
        new Paragraph({
          alignment: at === 0 || words.has(at - 1) ? AlignmentType.LEFT : AlignmentType.RIGHT,
          children: [new TextRun({ text, size: 18, ...(small ? { color: GREY } : {}) })],
        }),
      ],
    });
  const row = ({ name, wording, cells }: PrintTable['lines'][number], top = false) =>
    new TableRow({
      cantSplit: true,
      children: [
        cell(wording === undefined || wording === '' ? name : `${name}: ${wording}`, 0, { top }),
        ...cells.map(({ text, small }, at) => cell(text, at + 1, { small: small === true, top })),
      ],
    });
  return [
    new Paragraph({
      style: 'Caption',
      children: [
        new TextRun({ text: `Table ${number}`, bold: true }),
        new TextRun({ text: of.title, italics: true, break: 1 }),
      ],
    }),
    new Table({
      width: { size: 100, type: WidthType.PERCENTAGE },
      borders: {
        top: LINE,
        bottom: LINE,
        left: NO_LINE,
        right: NO_LINE,
        insideHorizontal: NO_LINE,
        insideVertical: NO_LINE,
      },
      rows: [
        new TableRow({
          tableHeader: true,
          children: of.head.map((head, at) => cell(head, at, { bottom: true })),
        }),
        ...of.lines.map(line => row(line)),
        ...(of.foot ?? []).map((line, at) => row(line, at === 0)),
      ],
    }),
    ...(of.note === ''
      ? []
      : [
          new Paragraph({
            spacing: { before: 60, after: 200 },
            children: [
              new TextRun({ text: 'Note. ', italics: true, size: 18 }),
              new TextRun({ text: of.note, size: 18 }),
            ],
          }),
        ]),
  ];
}

async function figureParts({ number, of }: Numbered<KeptFigure>, asPng: AsPng): Promise<Paragraph[]> {
  const pixels = {
    width: Math.round(of.width * PIXELS_PER_MM),
    height: Math.round(of.height * PIXELS_PER_MM),
  };
  return [
    new Paragraph({
      keepNext: true,
      children: [
        new ImageRun({
          type: 'svg',
          data: new TextEncoder().encode(of.svg),
          transformation: pixels,
          fallback: { type: 'png', data: await asPng(of) },
          altText: { title: of.title, description: of.caption, name: of.title },
        }),
      ],
    }),
    new Paragraph({
      style: 'Caption',
      children: [new TextRun({ text: `Figure ${number}. `, bold: true }), new TextRun({ text: of.caption })],
    }),
  ];
}
