import { componentsOf, compute, preparationOf, type Memo } from '@wold/core/recipe/run';
import { figuresOf, writeFigures } from '@wold/core/recipe/figures';
import { arrangementOf } from '@wold/core/recipe/arrangementOf';
import { fitRecipe } from '@wold/core/recipe/fresh';
import { writeRecipe, type Recipe } from '@wold/core/recipe/schema';
import { arrangeWithScores, scoreColumnsOf } from '@wold/core/recipe/scoreColumns';
import type { Table } from '@wold/core/table/table';
import { fileStems, reductionFiles, type OutputFile } from '@wold/core/writeup/files';

/** The kinds of files that a study gives. */
export const FILE_KINDS = ['scores', 'loadings', 'coefficients', 'eigenvalues', 'figures', 'recipe'] as const;
export type FileKind = (typeof FILE_KINDS)[number];

export interface StudyRun {
  readonly files: readonly OutputFile[];
  /** A line on the preparation and one on each reduction. */
  readonly lines: readonly string[];
}

/**
 * The files of a study: those of each reduction, all figures, and the recipe as it was run.
 *
 * @param only the kinds that are wanted
 * @throws Problem when the table does not fit the recipe or a reduction cannot be run
 */
export function runStudy(recipe: Recipe, source: Table, only: readonly FileKind[] = FILE_KINDS): StudyRun {
  const fitted = fitRecipe(recipe, source);
  const memo: Memo = new Map<string, unknown>();
  const table = arrangeWithScores(source, { ...arrangementOf(fitted), scores: scoreColumnsOf(fitted) }, memo);
  const account = compute(table, { stage: 'account', preparation: preparationOf(fitted) }, undefined, memo);
  const aside = account.measuresSetAside
    .map(({ name, because }) => `, ${name} set aside (${because})`)
    .join('');
  const used =
    table.matrix === null
      ? `${account.rows.length} of ${table.rows} rows used`
      : `${table.matrix.kind}s of ${account.n ?? 'an unknown number of'} rows`;
  const lines = [`${used}, ${account.measures.length} measures${aside}`];
  const files: OutputFile[] = [];
  const stems = fileStems(fitted.reductions.map(({ name }) => name));
  fitted.reductions.forEach((reduction, index) => {
    const components = compute(table, componentsOf(fitted, reduction), undefined, memo);
    const output = { table, stem: stems[index]!, names: reduction.names, account, components };
    for (const file of reductionFiles(output)) if (only.includes(file.kind)) files.push(file);
    lines.push(`${reduction.name}: ${components.kept} of ${components.eigenvalues.length} dimensions kept`);
  });
  if (only.includes('figures')) {
    files.push({ name: 'figures.json', text: writeFigures(figuresOf(table, fitted, undefined, memo)) });
  }
  if (only.includes('recipe')) files.push({ name: 'recipe.json', text: writeRecipe(fitted) });
  return { files, lines };
}
