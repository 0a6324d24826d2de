import { methodNamed } from '../methods/all';
import { namesOn } from '../methods/names';
import type { ReductionOutput } from '../methods/work';
import type { Account } from '../preparation/prepared';
import type { Table } from '../table/table';
import type { Recipe, Reduction } from './schema';

/**
 * What the files of a reduction are made of: its names where they are now, and the table without the columns of scores
 * that are in step with it, which stand in the files as its dimensions.
 */
export function outputOf(
  recipe: Recipe,
  reduction: Reduction,
  { table, account, result }: { readonly table: Table; readonly account: Account; readonly result: object },
): ReductionOutput<object> {
  const { structure } = methodNamed(reduction.settings.method).placement(result);
  const own = recipe.scores.filter(score => score.frozen === null && score.reduction === reduction.id);
  const doubled = new Set(own.map(({ name }) => name));
  return {
    settings: reduction.settings,
    wordings: new Map(recipe.columns.flatMap(({ name, wording }) => (wording ? [[name, wording]] : []))),
    table: { ...table, columns: table.columns.filter(({ name }) => !doubled.has(name)) },
    names: namesOn(reduction.names, structure).names,
    account,
    result,
  };
}
