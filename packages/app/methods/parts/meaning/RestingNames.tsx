import Button from '@mui/material/Button';
import type { Naming } from '@wold/core/methods/names';
import { withDimensionName, withoutName } from '@wold/core/recipe/edit/reductions';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { coefficient } from '@wold/core/writeup/format';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useNaming } from '../../../results/stages';
import styles from './MeaningReading.module.css';

interface RestingNamesProps {
  readonly reduction: Reduction;
  readonly structure: Placement['structure'];
}

/** Names whose dimension is not found again, and what to do with them. */
export function RestingNames({ reduction, structure }: RestingNamesProps) {
  const { rest, names } = useNaming(reduction);
  if (rest.length === 0) return null;
  return (
    <ul className={styles.resting} aria-label="Names without a dimension">
      {rest.map(one => (
        <Resting key={one.given.name} {...{ reduction, structure, one, names }} />
      ))}
    </ul>
  );
}

interface RestingProps extends RestingNamesProps {
  readonly one: Naming['rest'][number];
  readonly names: Naming['names'];
}

function Resting({ reduction, structure, one: { given, nearest }, names }: RestingProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { dimension, congruence } = nearest;
  const free = !names.some(named => named.dimension === dimension);
  const give = () => {
    const without = withoutName(recipe, reduction, given);
    const now = without.reductions.find(({ id }) => id === reduction.id)!;
    edit(withDimensionName(without, now, dimension, given.name, structure), `name ${dimension}`);
  };
  return (
    <li className="small">
      <strong>“{given.name}”</strong> was given to a dimension that is not found again; dimension {dimension}{' '}
      comes nearest (congruence {coefficient(congruence)}).
      {free && <Button onClick={give}>Give it to dimension {dimension}</Button>}
      <Button onClick={() => edit(withoutName(recipe, reduction, given), `name ${given.name}`)}>
        Let it go
      </Button>
    </li>
  );
}
