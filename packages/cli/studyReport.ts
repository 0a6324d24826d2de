import { encode } from 'fast-png';
import { extname, join } from 'node:path';
import type { Host } from '@wold/core/host';
import { Problem } from '@wold/core/problem';
import { arrangeWithScores } from '@wold/core/recipe/arrangeWithScores';
import { arrangementOf } from '@wold/core/recipe/arrangementOf';
import { fitRecipe } from '@wold/core/recipe/fitRecipe';
import type { Recipe } from '@wold/core/recipe/schema';
import { scoreColumnsOf } from '@wold/core/recipe/scoreColumns';
import { reportDocx } from '@wold/core/report/docx';
import { drawnFrom } from '@wold/core/report/drawnFrom';
import { editedReport, type ReadReport } from '@wold/core/report/edited';
import { reportOf } from '@wold/core/report/gather';
import { reportHtml } from '@wold/core/report/html';
import { figureFile, printTableRows, reportMarkdown } from '@wold/core/report/markdown';
import type { Table } from '@wold/core/table/table';
import { picturesOf } from './pictures/pictures';
import { csv } from '@wold/core/writeup/csv';
import { fileStem } from '@wold/core/writeup/fileStem';
import { count } from '@wold/core/writeup/format';

/** What is to be written, and lines that say what it holds. */
export interface StudyReport {
  readonly files: readonly { readonly path: string; readonly content: string | Uint8Array }[];
  readonly lines: readonly string[];
}

/**
 * The report of a study as a file, by the ending of its name.
 *
 * @throws Problem for an ending that it cannot be written with
 */
export async function studyReport(
  recipe: Recipe,
  source: Table,
  out: string,
  host: Host,
): Promise<StudyReport> {
  const ending = extname(out).toLowerCase();
  if (!['.docx', '.html', '.md', ''].includes(ending)) {
    throw new Problem(
      `a report cannot be written as ${ending}`,
      'Choose .docx, .html, .md or a folder.',
      out,
    );
  }
  const fitted = fitRecipe(recipe, source);
  const memo = new Map<string, unknown>();
  const arrangement = { ...arrangementOf(fitted), scores: scoreColumnsOf(fitted) };
  const table = await arrangeWithScores(source, arrangement, memo);
  const report = await reportOf(table, fitted, host, memo, true);
  const writeup = { ...fitted.writeup, figures: await picturesOf(table, fitted, host, memo) };
  const read = editedReport(report, writeup);
  const tables = read.sections.flatMap(section => section.tables);
  const figures = read.sections.flatMap(section => section.figures);
  const old = figures.filter(({ of }) => of.of !== drawnFrom(fitted, table.key, of.section));
  const missing = read.checks.filter(({ met }) => !met);
  return {
    files: await filesOf(read, out, ending),
    lines: [
      `${count(tables.length, 'table')} and ${count(figures.length, 'figure')} in ${out}`,
      ...(old.length === 0
        ? []
        : [`${count(old.length, 'figure')} drawn before the study changed: keep again in Wold`]),
      ...missing.map(({ what, remedy }) => `missing: ${what}${remedy === '' ? '' : ` (${remedy})`}`),
    ],
  };
}

async function filesOf(read: ReadReport, out: string, ending: string): Promise<StudyReport['files']> {
  if (ending === '.docx') {
    // Where no browser is there to draw, word processors draw the picture themselves.
    const white = encode({ width: 2, height: 2, data: new Uint8Array(12).fill(255), channels: 3 });
    return [{ path: out, content: await reportDocx(read, () => Promise.resolve(white)) }];
  }
  if (ending === '.html') return [{ path: out, content: reportHtml(read) }];
  const figures = read.sections.flatMap(section => section.figures);
  const folder = ending === '.md' ? join(out, '..') : out;
  if (ending === '.md') {
    return [
      { path: out, content: reportMarkdown(read) },
      ...figures.map(figure => ({ path: join(folder, figureFile(figure)), content: figure.of.svg })),
    ];
  }
  return read.sections
    .flatMap(section => section.tables)
    .map(({ number, of }) => ({
      path: join(folder, `table-${number}-${fileStem(of.title)}.csv`),
      content: csv(printTableRows(of)),
    }));
}
