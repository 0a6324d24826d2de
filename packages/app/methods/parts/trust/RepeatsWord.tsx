import { withReduction } from '@wold/core/recipe/edit/reductions';
import type { Reduction } from '@wold/core/recipe/schema';
import type { Role } from '@wold/core/table/role';
import { ColumnsWord } from '../../../controls/ColumnsWord';
import { useEdit, useRecipe } from '../../../store/useStudy';

/** What tells rows apart first. */
const ROLES: readonly Role[] = ['label', 'identity', 'text', 'aside', 'weight', 'measure'];

/** The columns that mark rows that measure the same thing again. */
export function RepeatsWord({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (
    <ColumnsWord
      settles="The columns whose equal entries, all together, mark repeats"
      value={reduction.repeatsBy}
      none="entries in columns of your choice"
      columns={recipe.columns.toSorted((a, b) => ROLES.indexOf(a.role) - ROLES.indexOf(b.role))}
      onChange={repeatsBy =>
        edit(withReduction(recipe, reduction.id, { repeatsBy: [...repeatsBy] }), `repeats by ${reduction.id}`)
      }
    />
  );
}
