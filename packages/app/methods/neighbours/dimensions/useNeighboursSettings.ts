import type { NeighboursSettings } from '@wold/core/methods/neighbours/settings';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useAccountOf } from '../../../results/stages';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe } from '../../../store/useStudy';
import type { NeighboursReduction } from '../results';

/** Changes settings of a reduction, each kind of change a step of its own on the way back. */
export function useSet(reduction: NeighboursReduction) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (change: Partial<NeighboursSettings>, of: string) =>
    edit(withSettings(recipe, reduction, change as NeighboursReduction['settings']), `${of} ${reduction.id}`);
}

/** Rows that the preparation leaves, or those of the table before that is known. */
export function useRowsUsed(reduction: NeighboursReduction): number {
  const table = useTable();
  const { value } = useAccountOf(reduction);
  return value?.rows.length ?? table.rows;
}
