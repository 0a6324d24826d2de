import type { Role } from '@wold/core/table/role';
import { withReduction } from '@wold/core/recipe/edit/reductions';
import { ColumnsWord } from '../../../controls/ColumnsWord';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { FactorWords } from '../dimensions/FactorsBrief';
import type { FactorReduction } from '../results';

/** What tells rows apart first. */
const ROLES: readonly Role[] = ['label', 'identity', 'text', 'aside', 'weight', 'measure'];

/** Common factors of …; repeats have the same visitor. */
export function FitBrief({ reduction }: { reduction: FactorReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { matrix } = useTable();
  return (
    <>
      <FactorWords reduction={reduction} />
      {matrix === null && (
        <>
          ; repeats have the same{' '}
          <ColumnsWord
            settles="The columns whose equal entries, all together, mark repeats"
            value={reduction.repeatsBy}
            none="entries in columns of your choice"
            columns={recipe.columns.toSorted((a, b) => ROLES.indexOf(a.role) - ROLES.indexOf(b.role))}
            onChange={repeatsBy =>
              edit(
                withReduction(recipe, reduction.id, { repeatsBy: [...repeatsBy] }),
                `repeats by ${reduction.id}`,
              )
            }
          />
        </>
      )}
      .
    </>
  );
}
