import { withReduction } from '@wold/core/recipe/edit/reductions';
import type { Reduction } from '@wold/core/recipe/schema';
import { hasCases } from '@wold/core/table/table';
import { ConditionsWord } from '../../../readings/table/ConditionsWord';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe } from '../../../store/useStudy';

/** Which of the study's rows a reduction takes in. */
export function OwnRowsWord({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const table = useTable();
  if (!hasCases(table)) return null;
  return (
    <>
      {' in '}
      <ConditionsWord
        settles="Which rows are reduced"
        none="all rows"
        joined=" and "
        why="This reduction leaves out rows that do not meet every condition; others keep them."
        action="Reduce only these"
        conditions={reduction.only}
        onConditions={only =>
          edit(
            withReduction(recipe, reduction.id, { only: only as Reduction['only'] }),
            `rows of ${reduction.id}`,
          )
        }
      />
    </>
  );
}
