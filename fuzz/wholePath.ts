import { Problem } from '@wold/core/problem';
import { freshRecipe, freshReduction } from '@wold/core/recipe/fresh';
import { readStudyFile } from '@wold/core/recipe/studyFile';
import type { Recipe, Reduction } from '@wold/core/recipe/schema';
import { editedReport } from '@wold/core/report/edited';
import { reportOf } from '@wold/core/report/gather';
import { reportHtml } from '@wold/core/report/html';
import { readCodebook } from '@wold/core/table/codebook';
import { bytesSource } from '@wold/core/table/fileSource';
import { readTable } from '@wold/core/table/readTable';
import type { Table } from '@wold/core/table/table';
import { runStudy } from '../packages/core/recipe/runStudy';
import type { Bytes } from './corpus';

/** What came of a file: it was read and reduced, or refused with what to do, or something is wrong with Wold. */
export type Verdict =
  | { readonly kind: 'done' | 'refused'; readonly what: string }
  | { readonly kind: 'wrong'; readonly what: string };

/** Beyond so many entries a table is read and not reduced: that would tell of time, not of faults. */
const MOST_ENTRIES = 20_000;
const MOST_COLUMNS = 60;
/** What is no number, written where numbers are due. */
const NO_NUMBER = /(^|[\s,[:>])-?(NaN|Infinity)($|[\s,\]}<])/m;

/** A file through all of Wold: read, described, prepared, reduced by every method, reported, and written out. */
export async function wholePath(bytes: Bytes, name: string): Promise<Verdict> {
  try {
    const { table, recipe } = await opened(bytes, name);
    const odd = table.columns.find(column => {
      const entries = column.kind === 'number' ? column.values.length : column.codes.length;
      return entries !== table.rows || (column.missing?.length ?? table.rows) !== table.rows;
    });
    if (odd !== undefined) return wrong(`column ${odd.name} has not as many entries as there are rows`);
    const notFinite = table.columns.find(
      column => column.kind === 'number' && column.values.some(value => !Number.isFinite(value)),
    );
    if (notFinite !== undefined) return wrong(`column ${notFinite.name} holds what is no number`);
    if (table.rows * table.columns.length > MOST_ENTRIES || table.columns.length > MOST_COLUMNS) {
      return { kind: 'done', what: 'read' };
    }
    if (recipe === null) readCodebookOf(table);
    return await reduced(table, recipe ?? allMethods(table), new TextDecoder('latin1').decode(bytes));
  } catch (thrown) {
    return refusedOrWrong(thrown);
  }
}

/** A study file's table and recipe, or a table. */
async function opened(bytes: Bytes, name: string): Promise<{ table: Table; recipe: Recipe | null }> {
  if (!name.endsWith('.wold')) return { table: await readTable(bytesSource(bytes), name), recipe: null };
  const [study] = readStudyFile(bytes, name);
  if (study === undefined || study.table === null)
    throw new Problem('a study without its table', 'Open its table.', name);
  const table = await readTable(
    bytesSource(study.table.bytes.slice()),
    study.table.name,
    undefined,
    study.recipe?.reading,
  );
  return { table, recipe: study.recipe === null ? null : quick(study.recipe) };
}

/** Any table may be taken for a codebook. */
function readCodebookOf(table: Table): void {
  try {
    readCodebook(table);
  } catch (thrown) {
    if (!(thrown instanceof Problem)) throw thrown;
  }
}

/** The recipe that a study starts with, and every method with few draws. */
function allMethods(table: Table): Recipe {
  const fresh = freshRecipe(table);
  const label = fresh.columns.find(({ role }) => role === 'label')?.name ?? null;
  const measures = fresh.columns.filter(({ role }) => role === 'measure').length;
  const words = fresh.preparation.words !== null;
  const more = (['factors', 'discriminant', 'neighbours'] as const).map(method =>
    freshReduction(method, '1', method, label, { rows: table.rows, measures, label, words }),
  );
  return quick({ ...fresh, reductions: [...fresh.reductions, ...more] });
}

const quick = (recipe: Recipe): Recipe => ({
  ...recipe,
  reductions: recipe.reductions.map(reduction =>
    quickly({ ...reduction, resamples: { ...reduction.resamples, times: 10 } }),
  ),
});

function quickly(reduction: Reduction): Reduction {
  const { settings } = reduction;
  if (settings.method === 'neighbours') {
    const tsne = { ...settings.tsne, iterations: 260, perplexity: Math.min(settings.tsne.perplexity, 5) };
    return { ...reduction, settings: { ...settings, tsne } } as Reduction;
  }
  if (!('retention' in settings)) return reduction;
  return {
    ...reduction,
    settings: { ...settings, retention: { ...settings.retention, simulations: 20 } },
  } as Reduction;
}

/** @param text the file's own, where what is no number may stand as an entry */
async function reduced(table: Table, recipe: Recipe, text: string): Promise<Verdict> {
  const ends: string[] = [];
  // One at a time: where one reduction cannot be had, others can.
  for (const reduction of recipe.reductions) {
    const one = { ...recipe, reductions: [reduction] };
    try {
      const { files } = await runStudy(one, table);
      for (const file of files) {
        if ('text' in file && NO_NUMBER.test(file.text) && !/NaN|Inf/i.test(text))
          return wrong(`no number in ${file.name}`);
      }
      const report = editedReport(await reportOf(table, one), one.writeup);
      if (NO_NUMBER.test(reportHtml(report)) && !/NaN|Inf/i.test(text))
        return wrong(`no number in the report of ${reduction.name}`);
      ends.push(`${reduction.name} done`);
    } catch (thrown) {
      const end = refusedOrWrong(thrown);
      if (end.kind === 'wrong') return { ...end, what: `${reduction.name}: ${end.what}` };
      ends.push(`${reduction.name} refused`);
    }
  }
  return { kind: 'done', what: ends.join(', ') };
}

const wrong = (what: string): Verdict => ({ kind: 'wrong', what });

function refusedOrWrong(thrown: unknown): Verdict {
  if (thrown instanceof Problem && !thrown.what.startsWith('Wold failed'))
    return { kind: 'refused', what: thrown.what };
  return wrong(thrown instanceof Error ? (thrown.stack ?? thrown.message) : String(thrown));
}
