import { unzipSync, strFromU8 } from 'fflate';
import { reportDocx } from './docx';
import { editedReport, readText } from './edited';
import { reportOf } from './gather';
import { reportHtml } from './html';
import { printTableRows, reportMarkdown } from './markdown';
import type { Report } from './report';
import { sherdsStudy, withEdits } from '../testReport';

let report: Report;
beforeAll(async () => {
  report = await reportOf(sherdsStudy.table, sherdsStudy.recipe);
}, 60_000);

describe('files hold every figure that the report shows', () => {
  const figure = {
    key: 'f',
    section: 'components-1',
    title: 'Scree & <plot>',
    caption: 'What each holds.',
    width: 80,
    height: 60,
    svg: '<svg xmlns="http://www.w3.org/2000/svg" width="10" height="8"><path d="M0 0"/></svg>',
    of: 'x',
  };
  const readNow = () => editedReport(report, withEdits({ figures: [figure] }));
  const pieces = () => {
    const { sections } = readNow();
    return {
      sentences: sections.flatMap(({ methods, results }) => [...methods, ...results]).map(readText),
      tables: sections.flatMap(({ tables }) => tables),
    };
  };
  const plain = (text: string) => text.replace(/\u00a0/g, ' ');

  test('HTML', () => {
    const html = reportHtml(readNow());
    const page = plain(html.replace(/&#(\d+);/g, (_, code: string) => String.fromCodePoint(Number(code))));
    const { sentences, tables } = pieces();
    for (const text of sentences) expect(page).toContain(plain(text));
    for (const { of, number } of tables) {
      expect(page).toContain(`Table ${number}`);
      for (const { cells } of of.lines) for (const { text } of cells) expect(page).toContain(plain(text));
    }
    expect(html).toContain('width="80mm" height="60mm" role="img" aria-label="Scree &#38; &#60;plot&#62;"');
    expect(html.match(/<caption>/g)).toHaveLength(tables.length);
    expect(html.match(/scope="row"/g)!.length).toBe(
      tables.reduce((sum, { of }) => sum + of.lines.length + (of.foot?.length ?? 0), 0),
    );
  });

  test('Markdown, and tables for spreadsheets', () => {
    const text = plain(reportMarkdown(readNow()).replace(/\\(.)/g, '$1'));
    const { sentences, tables } = pieces();
    for (const one of sentences) expect(text).toContain(plain(one).replace(/\s+/g, ' '));
    for (const { of } of tables) {
      const rows = printTableRows(of);
      for (const { name, cells } of of.lines) {
        expect(text).toContain(
          `| ${cells.map(({ text: t, small }) => plain(small === true && t !== '' ? `(${t})` : t)).join(' | ')} |`,
        );
        expect(rows.some(row => row[0] === name && row.at(-1) === cells.at(-1)!.text)).toBe(true);
      }
    }
    expect(text).toContain('(figure-1-scree-plot.svg)');
  });

  test('DOCX: real tables, heading and caption styles, the drawing with pixels beside it', async () => {
    const png = Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10);
    const bytes = await reportDocx(readNow(), () => Promise.resolve(png));
    const files = unzipSync(bytes);
    const xml = strFromU8(files['word/document.xml']!);
    const text = plain(
      xml
        .replace(/<\/w:p>/g, '\n')
        .replace(/<[^>]+>/g, '')
        .replace(/&amp;/g, '&')
        .replace(/&lt;/g, '<')
        .replace(/&gt;/g, '>')
        .replace(/&apos;/g, '’')
        .replace(/&quot;/g, '"'),
    );
    const { sentences, tables } = pieces();
    for (const one of sentences) expect(text).toContain(plain(one));
    for (const { of } of tables)
      for (const { cells } of of.lines) for (const { text: t } of cells) expect(text).toContain(plain(t));
    expect(xml.match(/<w:tbl>/g)).toHaveLength(tables.length);
    expect(xml.match(/<w:tblHeader\/>/g)).toHaveLength(tables.length);
    expect(xml).toContain('w:val="Heading1"');
    expect(xml.match(/w:val="Caption"/g)).toHaveLength(tables.length + 1);
    expect(
      Object.keys(files)
        .filter(name => name.startsWith('word/media/'))
        .map(name => name.split('.').at(-1))
        .sort(),
    ).toEqual(['png', 'svg']);
  });
});
