import { distinctNames } from '../../table/distinctNames';
import { entry } from '../../algebra/matrix';
import { coefficient, fixed } from '../../writeup/format';
import { escapeHtml, escapeMarkdown } from '../../writeup/html';
import { ledgerOrder } from '../leading';
import type { ReductionOutput } from '../work';
import type { Factors } from './factors';
import { factorName, methodsParagraph, resultsParagraph } from './paragraphs';
import { fadeOf } from './salience';
import type { FactorsSettings } from './settings';

type Output = ReductionOutput<Factors, FactorsSettings>;

/** A cell of a report: what it says, and whether it is under the threshold. */
interface ReportCell {
  readonly text: string;
  readonly small: boolean;
}

/** The pattern table, ready for print. */
export interface Report {
  readonly title: string;
  /** Of the columns after the measure's name. */
  readonly head: readonly string[];
  readonly lines: readonly {
    readonly measure: string;
    /** '' where it has none. */
    readonly wording: string;
    readonly cells: readonly ReportCell[];
  }[];
  /** Sums and reliabilities by factor. */
  readonly foot: readonly { readonly name: string; readonly cells: readonly string[] }[];
  /** Correlations of oblique factors, below the diagonal. */
  readonly phi: readonly { readonly name: string; readonly cells: readonly string[] }[];
  readonly note: string;
  readonly methods: string;
  readonly results: string;
}

/** The report of a reduction by factors. */
export function reportOf(output: Output): Report {
  const { result, names, settings, wordings } = output;
  const { rotated, communalities, uniquenesses, measures, structureSquares, reliabilities, n } = result;
  const { pattern, phi, oblique } = rotated;
  const m = pattern.columns;
  const header = distinctNames(
    Array.from({ length: m }, (_, d) => factorName(names, d + 1)),
    [],
  );
  const fade = fadeOf(settings, n);
  const whole = (text: string): ReportCell => ({ text, small: false });
  return {
    title: `${oblique ? 'Pattern loadings' : 'Loadings'} of ${measures.length} measures on ${m} common factor${m === 1 ? '' : 's'}`,
    head: [...header, 'communality', 'uniqueness'],
    lines: ledgerOrder(pattern).map(j => ({
      measure: measures[j]!,
      wording: wordings.get(measures[j]!) ?? '',
      cells: [
        ...header.map((_, d) => {
          const value = entry(pattern, j, d);
          const small = Math.abs(value) < fade;
          return { text: small && settings.small === 'leave out' ? '' : coefficient(value), small };
        }),
        whole(coefficient(communalities[j]!)),
        whole(coefficient(uniquenesses[j]!)),
      ],
    })),
    foot: [
      {
        name: oblique ? 'Sum of squared structure loadings' : 'Sum of squared loadings',
        cells: header.map((_, d) => fixed(structureSquares[d]!, 2)),
      },
      { name: 'Cronbach’s α', cells: reliabilities.map(({ alpha }) => coefficient(alpha)) },
      { name: 'McDonald’s ω', cells: reliabilities.map(({ omega }) => coefficient(omega)) },
    ],
    phi: oblique
      ? header.map((name, a) => ({
          name,
          cells: header.map((_, b) => (b < a ? coefficient(entry(phi, a, b)) : b === a ? '1' : '')),
        }))
      : [],
    note: `${oblique ? 'Sums of correlated factors overlap and do not add up; together they hold what the communalities add up to. ' : ''}Loadings under ${coefficient(fade)} are ${settings.small === 'leave out' ? 'left out' : 'grey, or in brackets'}. α and ω are of the measures that each factor leads, reversed where they load negatively.`,
    methods: methodsParagraph(output),
    results: resultsParagraph(output),
  };
}

/** The pattern table for spreadsheets, rounded as it is printed. */
export function reportRows(output: Output): string[][] {
  const { head, lines, foot, phi, note, methods, results } = reportOf(output);
  return [
    ['measure', 'wording', ...head],
    ...lines.map(({ measure, wording, cells }) => [measure, wording, ...cells.map(({ text }) => text)]),
    ...foot.map(({ name, cells }) => [name, '', ...cells]),
    ...phi.map(({ name, cells }) => [`Correlations, ${name}`, '', ...cells]),
    ['Note', note],
    ['Method', methods],
    ['Results', results],
  ];
}

/** The report in Markdown; small loadings in brackets. */
export function reportMarkdown(output: Output): string {
  const { title, head, lines, foot, phi, note, methods, results } = reportOf(output);
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
  const rule = (many: number) => line(['---', ...Array<string>(many).fill('---:')]);
  return [
    `**${title}**`,
    '',
    line(['measure', ...head.map(escapeMarkdown)]),
    rule(head.length),
    ...lines.map(({ measure, wording, cells }) =>
      line([
        escapeMarkdown(wording === '' ? measure : `${measure}: ${wording}`),
        ...cells.map(({ text, small }) => (small && text !== '' ? `(${text})` : text)),
      ]),
    ),
    ...foot.map(({ name, cells }) => line([name, ...cells, '', ''])),
    '',
    ...(phi.length === 0
      ? []
      : [
          '**Correlations of the factors**',
          '',
          line(['', ...phi.map(({ name }) => escapeMarkdown(name))]),
          rule(phi.length),
          ...phi.map(({ name, cells }) => line([escapeMarkdown(name), ...cells])),
          '',
        ]),
    `_${escapeMarkdown(note)}_`,
    '',
    escapeMarkdown(methods),
    '',
    escapeMarkdown(results),
    '',
  ].join('\n');
}

const STYLE = `body { font: 15px/1.45 serif; color: #000; background: #fff; max-width: 60em; margin: 2em auto; padding: 0 1em }
table { border-collapse: collapse; border-top: 1.5px solid #000; border-bottom: 1.5px solid #000; margin: 1em 0 }
caption { text-align: left; font-style: italic; padding-bottom: .4em }
th, td { padding: .15em .7em; text-align: right; font-weight: normal; font-variant-numeric: tabular-nums; vertical-align: top }
th:first-child { text-align: left; max-width: 28em }
thead th { border-bottom: 1px solid #000; vertical-align: bottom }
tfoot tr:first-child > * { border-top: 1px solid #000 }
.small { color: #767676 }`;

/** The report as a page of its own, which word processors take over whole. */
export function reportHtml(output: Output): string {
  const { title, head, lines, foot, phi, note, methods, results } = reportOf(output);
  const td = (text: string, small = false) => `<td${small ? ' class="small"' : ''}>${escapeHtml(text)}</td>`;
  const row = (name: string, cells: string) => `<tr><th scope="row">${escapeHtml(name)}</th>${cells}</tr>`;
  const heads = (names: readonly string[]) =>
    `<thead><tr><td></td>${names.map(name => `<th scope="col">${escapeHtml(name)}</th>`).join('')}</tr></thead>`;
  return `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<title>${escapeHtml(title)}</title>
<style>
${STYLE}
</style>
<table>
<caption>${escapeHtml(title)}</caption>
${heads(head)}
<tbody>
${lines
  .map(({ measure, wording, cells }) =>
    row(
      wording === '' ? measure : `${measure}: ${wording}`,
      cells.map(({ text, small }) => td(text, small)).join(''),
    ),
  )
  .join('\n')}
</tbody>
<tfoot>
${foot.map(({ name, cells }) => row(name, [...cells, '', ''].map(cell => td(cell)).join(''))).join('\n')}
</tfoot>
</table>
${
  phi.length === 0
    ? ''
    : `<table>
<caption>Correlations of the factors</caption>
${heads(phi.map(({ name }) => name))}
<tbody>
${phi.map(({ name, cells }) => row(name, cells.map(cell => td(cell)).join(''))).join('\n')}
</tbody>
</table>
`
}<p><em>${escapeHtml(note)}</em></p>
<h2>Method</h2>
<p>${escapeHtml(methods)}</p>
<h2>Results</h2>
<p>${escapeHtml(results)}</p>
</html>
`;
}
