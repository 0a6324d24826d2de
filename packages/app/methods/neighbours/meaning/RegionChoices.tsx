import Button from '@mui/material/Button';
import type { Apart } from '@wold/core/methods/neighbours/settings';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { findColumn } from '@wold/core/table/table';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe, useSelection } from '../../../store/useStudy';
import { useLabelInHand, type NeighboursReduction } from '../results';
import styles from './ApartReading.module.css';

const MOST = 24;

/** Regions to start with: the selected rows, and the levels of the label that colours the map. */
export function RegionChoices({ reduction }: { reduction: NeighboursReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const table = useTable();
  const { rows } = useSelection();
  const label = useLabelInHand(reduction);
  const column = label === null ? undefined : findColumn(table, label);
  const set = (apart: Apart) => edit(withSettings(recipe, reduction, { apart }), `region ${reduction.id}`);
  return (
    <>
      <p className="soft">
        A map of neighbours has no loadings. Which rows are to be held against all others? Choose here or in
        the sentence above, or draw around some on the map of question 6.
      </p>
      <p className={styles.choices}>
        {rows.length > 0 && <Button onClick={() => set('selected')}>The selected rows</Button>}
        {column?.kind === 'levels' &&
          column.levels.slice(0, MOST).map(level => (
            <Button key={level} onClick={() => set({ column: column.name, level })}>
              {column.name} {level}
            </Button>
          ))}
      </p>
    </>
  );
}
