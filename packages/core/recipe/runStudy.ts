import { quietHost, type Host } from '../host';
import { alsoFor, extensionOf, fileKindsOf, reductionFile } from '../methods/files';
import { METHOD_FILES, workOf } from '../methods/works';
import { arrangementOf } from './arrangementOf';
import { arrangeWithScores } from './arrangeWithScores';
import { compute, studyBench } from './compute';
import { extentOf } from './extent';
import { figuresOf, writeFigures } from './figures';
import { fitRecipe } from './fitRecipe';
import { outputOf } from './outputOf';
import {
  fullLayersFile,
  givesFullLayers,
  placementOf,
  SCENE_EXTENSIONS,
  SCENE_FILES,
  sceneFile,
} from './sceneFiles';
import { askOf, preparationFor, preparationOf, reductionRequest } from './requests';
import type { Components } from '../methods/components/components';
import type { Recipe, Reduction } from './schema';
import { scoreColumnsOf } from './scoreColumns';
import { writeRecipe } from './writeRecipe';
import type { AskFigures } from '../methods/work';
import { Problem, problemData } from '../problem';
import { doneTable, type DoneTable } from './sideBySide';
import type { Account, PreparationInput } from '../preparation/prepared';
import { STAGES } from './stages';
import type { Bench } from '../stages/bench';
import type { Memo } from '../stages/memo';
import { ownCount } from '../table/newRows';
import { UNLIKE } from '../use/placedAccount';
import type { FileSource } from '../table/fileSource';
import { hasCases, sampleOf, sceneOf, type Table } from '../table/table';
import type { OutputFile } from '../writeup/csv';
import { fileStems } from '../writeup/fileStem';

/** The kinds of files that a study gives. */
export const FILE_KINDS: readonly string[] = [...METHOD_FILES, ...SCENE_FILES, 'figures', 'recipe'];

export interface StudyRun {
  readonly files: readonly OutputFile[];
  /** A line on the preparation and one on each reduction. */
  readonly lines: readonly string[];
  /** Each reduction, and what came of it. */
  readonly reduced: readonly Reduced[];
  /** What is held side by side with other tables, where there are such. */
  readonly done: (name: string) => Promise<DoneTable>;
}

/** A reduction as it was done on a table. */
export interface Reduced {
  readonly recipe: Recipe;
  readonly reduction: Reduction;
  readonly account: Account;
  readonly result: object;
  readonly arranged: Table['arranged'];
}

/**
 * The files of a study: those of each reduction, all figures, and the recipe as it was run.
 *
 * @param only the kinds that are wanted
 * @param file that the table was read from, where layers of all pixels of a scene are to be had
 * @throws Problem when the table does not fit the recipe or a reduction cannot be run
 */
export async function runStudy(
  recipe: Recipe,
  source: Table,
  only: readonly string[] = FILE_KINDS,
  host: Host = quietHost,
  file: FileSource | null = null,
): Promise<StudyRun> {
  const fitted = fitRecipe(recipe, source);
  const memo: Memo = new Map<string, unknown>();
  const arrangement = { ...arrangementOf(fitted), scores: scoreColumnsOf(fitted) };
  const table = await arrangeWithScores(source, arrangement, memo);
  const preparation = preparationOf(fitted);
  const account = await compute(table, { stage: 'account', preparation }, host, memo);
  const aside = account.measuresSetAside
    .map(({ name, because }) => `, ${name} set aside (${because})`)
    .join('');
  const inUse =
    table.matrix === null || hasCases(table)
      ? `${account.rows.length} of ${table.rows} rows used`
      : `${table.matrix.kind}s of ${account.n ?? 'an unknown number of'} rows`;
  const lines = [`${inUse}, ${account.measures.length} measures${aside}`];
  if (extentOf(fitted, table) === 'whole') {
    lines.push(`of the whole ${account.n} rows with all ${account.measures.length} measures`);
    const before = sampleOf(table)!.of;
    if (account.wholeRows !== before) {
      lines.push(`the table has ${account.wholeRows} rows now, and had ${before} when the sample was taken`);
    }
  }
  const bench = studyBench(table, host, memo);
  for (const line of await newRowsLines(table, account, preparation, bench)) lines.push(line);
  const files: OutputFile[] = [];
  const reduced: Reduced[] = [];
  const stems = fileStems(fitted.reductions.map(({ name }) => name));
  for (const [index, reduction] of fitted.reductions.entries()) {
    const { method } = reduction.settings;
    const result = await compute(table, reductionRequest(fitted, reduction), host, memo);
    const ofIt = preparationFor(fitted, reduction);
    const used = await bench.need(STAGES.account, { preparation: ofIt });
    const output = outputOf(fitted, reduction, { table, account: used, result });
    for (const kind of fileKindsOf(method, table)) {
      if (!only.includes(kind)) continue;
      const also = alsoFor(
        method,
        kind,
        {
          settings: reduction.settings,
          ask: askOf(fitted, reduction),
          preparation: ofIt,
        },
        result,
      );
      const found = also === null ? null : await orNull(bench.need(also.stage, also.ask));
      const text = reductionFile(method, kind, output, found);
      files.push({ name: `${stems[index]!}-${kind}.${extensionOf(method, kind)}`, text });
    }
    const done: Reduced = { recipe: fitted, reduction, account: used, result, arranged: table.arranged };
    reduced.push(done);
    for (const picture of await picturesOf(done, source, table, only, host, file)) {
      files.push({ ...picture, name: `${stems[index]!}-${picture.name}` });
    }
    const some = ofIt === preparation ? '' : ` (${used.rows.length} rows)`;
    lines.push(`${reduction.name}${some}: ${workOf(method).line(result)}`);
  }
  if (only.includes('figures')) {
    files.push({
      name: 'figures.json',
      text: writeFigures(await figuresOf(table, fitted, host, memo)),
    });
  }
  if (only.includes('recipe')) files.push({ name: 'recipe.json', text: writeRecipe(fitted) });
  const find: AskFigures = async (stage, ask) => {
    try {
      return await bench.need(stage, ask);
    } catch (thrown) {
      if (!(thrown instanceof Problem)) throw thrown;
      return { problem: problemData(thrown) };
    }
  };
  return { files, lines, reduced, done: name => doneTable(name, fitted, find) };
}

/** The pictures of a reduction of a scene; none where the rows are no pixels. */
async function picturesOf(
  { recipe, reduction, account, result }: Reduced,
  read: Table,
  table: Table,
  only: readonly string[],
  host: Host,
  file: FileSource | null,
): Promise<OutputFile[]> {
  if (sceneOf(table) === null) return [];
  const placement = placementOf(reduction, result);
  const { names } = outputOf(recipe, reduction, { table, account, result });
  const files: OutputFile[] = [];
  for (const kind of SCENE_FILES) {
    if (!only.includes(kind)) continue;
    const full = kind === 'layers' && file !== null && givesFullLayers(table, reduction);
    const pieces = full
      ? await fullLayersFile(file, read, recipe, reduction, account, result as Components, names, host)
      : sceneFile(kind, table, reduction, placement, names);
    if (pieces !== null) files.push({ name: `${kind}.${SCENE_EXTENSIONS[kind]}`, pieces });
  }
  return files;
}

/** What is to be known of rows that were brought to be placed. */
async function newRowsLines(
  table: Table,
  account: Account,
  preparation: PreparationInput,
  { need }: Pick<Bench, 'need'>,
): Promise<string[]> {
  const { newRows } = table;
  if (newRows === undefined) return [];
  const own = ownCount(table);
  const placed = account.placedRows.filter(row => row >= own).length;
  const lacks = newRows.lacks.filter(name => account.measures.includes(name));
  const lines = [
    `${placed} of ${newRows.rows} rows of ${newRows.name} placed${lacks.length > 0 ? `; it lacks ${lacks.join(', ')}` : ''}`,
  ];
  const left = account.rowsLeftOut.filter(({ row }) => row >= own);
  if (left.length > 0) lines.push(`${left.length} of them left out for missing entries`);
  if (placed === 0) return lines;
  const { rows, usual, outside } = await need(STAGES.placedAccount, { preparation });
  const ofNew = [...rows.keys()].filter(i => rows[i]! >= own);
  const unlike = ofNew.filter(i => usual[i]! < UNLIKE).map(i => rows[i]! - own + 1);
  const out = ofNew.filter(i => outside[i]! > 0).length;
  if (out > 0) lines.push(`${out} lie outside the range of the rows in use in some measure`);
  if (unlike.length > 0) {
    lines.push(`${unlike.length} are unlike all rows in use: ${listed(unlike)} of the second table`);
  }
  return lines;
}

const MOST_LISTED = 20;

const listed = (rows: readonly number[]): string =>
  `row ${rows.slice(0, MOST_LISTED).join(', ')}${rows.length > MOST_LISTED ? ' …' : ''}`;

/** Null in place of what cannot be had. */
async function orNull<T>(result: Promise<T>): Promise<T | null> {
  try {
    return await result;
  } catch (thrown) {
    if (!(thrown instanceof Problem)) throw thrown;
    return null;
  }
}
