import { visitors } from './demo/visitors';
import { compute } from './recipe/compute';
import { withNewReduction, withSettings } from './recipe/edit/reductions';
import { freshRecipe } from './recipe/fresh';
import { reductionRequest } from './recipe/requests';
import { isBy, type Recipe, type ReductionBy } from './recipe/schema';
import { readDelimited } from './table/readDelimited';
import type { Table } from './table/table';
import type { Factors } from './methods/factors/factors';
import type { FactorsSettings } from './methods/factors/settings';

export const read = (text: string, name = 'made.csv'): Table =>
  readDelimited(new TextEncoder().encode(text), name);
export const made = visitors();
/** Without the codes of those who gave no answer. */
export const table = read(made.csv.replaceAll(/(?<=,)99(?=,|\n)/g, ''));

export type FactorReduction = ReductionBy<'factors'>;

export function byFactors(recipe: Recipe): FactorReduction {
  const found = recipe.reductions.find(reduction => isBy(reduction, 'factors'));
  if (found === undefined || !isBy(found, 'factors')) throw new Error('expected factors');
  return found;
}

/** A study of a table with a reduction by factors. */
export function studyOf(of: Table, change: Partial<FactorsSettings> = {}): Recipe {
  const fresh = freshRecipe(of);
  const { recipe } = withNewReduction(fresh, fresh.reductions[0]!, of.rows, 'factors');
  return withSettings(recipe, byFactors(recipe), change as FactorReduction['settings']);
}

export const factorsOf = (of: Table, recipe: Recipe): Promise<Factors> =>
  compute(of, reductionRequest(recipe, byFactors(recipe)));

export const three = studyOf(table, { keep: 3 });

/** The sum of the ends of a reversed measure’s scale, or null. */
export function reversalOf(recipe: Recipe, name: string): number | null {
  const column = recipe.columns.find(other => other.name === name)!;
  return column.reversed === true ? column.scale!.least + column.scale!.most : null;
}
