import type { PrintTable } from '../writeup/printTable';
import { escapeHtml } from '../writeup/html';
import { readText, type Numbered, type ReadReport, type ReadSection } from './edited';
import type { KeptFigure } from '../writeup/writeup';

const STYLE = `body { font: 16px/1.5 Georgia, serif; color: #000; background: #fff; max-width: 46em; margin: 2em auto; padding: 0 1em }
h1, h2, h3 { line-height: 1.25 }
table { border-collapse: collapse; border-top: 1.5px solid #000; border-bottom: 1.5px solid #000; margin: 1.4em 0 .3em; font-size: .86em }
caption { text-align: left; padding-bottom: .4em; font-size: 1.1em }
caption em { display: block }
th, td { padding: .12em .7em; text-align: right; font-weight: normal; font-variant-numeric: tabular-nums; vertical-align: top }
th[scope=row], .word { text-align: left; max-width: 26em }
thead th { border-bottom: 1px solid #000; vertical-align: bottom }
tfoot tr:first-child > * { border-top: 1px solid #000 }
.small { color: #6b6b6b }
.note { font-size: .82em; margin-top: 0 }
.wide { overflow-x: auto }
figure { margin: 1.4em 0 } figure svg { max-width: 100%; height: auto }
figcaption { font-size: .9em }
@media print { body { max-width: none; margin: 0 } table, figure { break-inside: avoid } h2, h3 { break-after: avoid } }`;

/** The report as one page: headings, real tables with captions, pictures inside it. */
export function reportHtml({ title, sections }: ReadReport): string {
  const e = escapeHtml;
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${e(title)}</title>
<style>
${STYLE}
</style>
</head>
<body>
<main>
<h1>${e(title)}</h1>
<h2>Methods</h2>
${sections
  .map(section => sectionHtml(section, 'methods'))
  .filter(Boolean)
  .join('\n')}
<h2>Results</h2>
${sections
  .map(section => sectionHtml(section, 'results'))
  .filter(Boolean)
  .join('\n')}
</main>
</body>
</html>
`;
}

function sectionHtml(section: ReadSection, place: 'methods' | 'results'): string {
  const sentences = section[place];
  const results = place === 'results';
  const tables = results ? section.tables : [];
  const figures = results ? section.figures : [];
  if (sentences.length + tables.length + figures.length === 0) return '';
  return [
    `<h3>${escapeHtml(section.title)}</h3>`,
    ...(sentences.length === 0 ? [] : [`<p>${escapeHtml(sentences.map(readText).join(' '))}</p>`]),
    ...tables.map(tableHtml),
    ...figures.map(figureHtml),
  ].join('\n');
}

function tableHtml({ number, of }: Numbered<PrintTable>): string {
  const e = escapeHtml;
  const words = new Set(of.words);
  const td = ({ text, small }: { text: string; small?: boolean }, at: number) => {
    const classes = [...(small === true ? ['small'] : []), ...(words.has(at) ? ['word'] : [])];
    return `<td${classes.length > 0 ? ` class="${classes.join(' ')}"` : ''}>${e(text)}</td>`;
  };
  const row = ({ name, wording, cells }: PrintTable['lines'][number]) =>
    `<tr><th scope="row">${e(wording === undefined || wording === '' ? name : `${name}: ${wording}`)}</th>${cells.map(td).join('')}</tr>`;
  return `<div class="wide">
<table>
<caption><strong>Table ${number}</strong><em>${e(of.title)}</em></caption>
<thead><tr>${of.head.map((head, at) => `<th scope="col"${at === 0 || words.has(at - 1) ? ' class="word"' : ''}>${e(head)}</th>`).join('')}</tr></thead>
<tbody>
${of.lines.map(row).join('\n')}
</tbody>
${of.foot === undefined ? '' : `<tfoot>\n${of.foot.map(row).join('\n')}\n</tfoot>\n`}</table>
</div>
${of.note === '' ? '' : `<p class="note"><em>Note.</em> ${e(of.note)}</p>`}`;
}

/** The drawing with its own size in millimetres; it is one that the program drew, and holds no script. */
function figureHtml({ number, of }: Numbered<KeptFigure>): string {
  const { svg, width, height, title, caption } = of;
  const sized = svg.replace(
    /^<svg\b[^>]*?>/,
    open =>
      `${open.replace(/\s(width|height|role|aria-label)="[^"]*"/g, '').slice(0, -1)} width="${width}mm" height="${height}mm" role="img" aria-label="${escapeHtml(title)}">`,
  );
  return `<figure>
${sized}
<figcaption><strong>Figure ${number}.</strong> ${escapeHtml(caption)}</figcaption>
</figure>`;
}
