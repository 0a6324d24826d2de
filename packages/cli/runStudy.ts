import { arrangementOf } from '@wold/core/recipe/arrangementOf';
import { fitRecipe } from '@wold/core/recipe/fresh';
import { componentsOf, compute, preparationOf } from '@wold/core/recipe/run';
import { writeRecipe, type Recipe } from '@wold/core/recipe/schema';
import { arrangeWithScores, scoreColumnsOf } from '@wold/core/recipe/scoreColumns';
import type { Table } from '@wold/core/table/table';
import { reductionFiles, type OutputFile } from '@wold/core/writeup/files';

export interface StudyRun {
  readonly files: readonly OutputFile[];
  /** A line on the preparation and one on each reduction. */
  readonly lines: readonly string[];
}

/**
 * Every file of a study: those of each reduction, and the recipe as it was run.
 *
 * @throws Problem when the table does not fit the recipe or a reduction cannot be run
 */
export function runStudy(recipe: Recipe, source: Table): StudyRun {
  const fitted = fitRecipe(recipe, source);
  const table = arrangeWithScores(source, { ...arrangementOf(fitted), scores: scoreColumnsOf(fitted) });
  const memo = new Map<string, unknown>();
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
  const taken = new Set<string>();
  for (const reduction of fitted.reductions) {
    const components = compute(table, componentsOf(fitted, reduction), undefined, memo);
    // Reductions of one name would write over each other.
    const name = taken.has(reduction.name) ? `${reduction.name} ${reduction.id}` : reduction.name;
    taken.add(name);
    files.push(...reductionFiles({ table, name, names: reduction.names, account, components }));
    lines.push(`${reduction.name}: ${components.kept} of ${components.eigenvalues.length} dimensions kept`);
  }
  files.push({ name: 'recipe.json', text: writeRecipe(fitted) });
  return { files, lines };
}
