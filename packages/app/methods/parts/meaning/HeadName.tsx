import { withDimensionName } from '@wold/core/recipe/edit/reductions';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { givenName } from '@wold/core/writeup/dimensionName';
import { EditableName } from '../../../controls/EditableName';
import { useNaming } from '../../../results/stages';
import { useEdit, useRecipe } from '../../../store/useStudy';
import styles from './Ledger.module.css';

interface HeadNameProps {
  readonly reduction: Reduction;
  readonly structure: Placement['structure'];
  /** Counted from 1, and what it is: "dimension", "factor". */
  readonly dimension: number;
  readonly noun: string;
}

/** The name of a dimension at the head of its column, which is given there. */
export function HeadName({ reduction, structure, dimension, noun }: HeadNameProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { names } = useNaming(reduction);
  return (
    <EditableName
      name={givenName(names, dimension) ?? ''}
      label={`Name of ${noun} ${dimension}`}
      invitation="name it …"
      className={styles.name!}
      onName={name =>
        edit(withDimensionName(recipe, reduction, dimension, name, structure), `name ${dimension}`)
      }
    />
  );
}
