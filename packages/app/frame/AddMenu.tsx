import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { METHODS } from '@wold/core/methods/lists/methods';
import { withNewReduction, withReductionCopied } from '@wold/core/recipe/edit/reductions';
import { rowsFor } from '@wold/core/recipe/fresh';
import { wordsOf } from '../methods/words';
import { useAccountOf } from '../results/stages';
import { tookInHand } from '../store/studySlice';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { useEdit, useHand, useRecipe } from '../store/useStudy';
import styles from './Shelf.module.css';

interface AddMenuProps {
  readonly anchor: HTMLElement;
  readonly onClose: () => void;
}

/** Asks what is to be added to the shelf, and when one chooses which. */
export function AddMenu({ anchor, onClose }: AddMenuProps) {
  const dispatch = useAppDispatch();
  const recipe = useRecipe();
  const edit = useEdit();
  const hand = useHand();
  const table = useTable();
  const { value: account } = useAccountOf(hand);
  // A new one starts by what suits the rows that are used.
  const rows = Math.min(rowsFor(table), account?.rows.length ?? Infinity);
  function add(added: { readonly recipe: typeof recipe; readonly id: string }): void {
    onClose();
    edit(added.recipe, 'reductions');
    dispatch(tookInHand(added.id));
  }
  return (
    <Menu anchorEl={anchor} open onClose={onClose} slotProps={{ list: { 'aria-label': 'What to add' } }}>
      {METHODS.map(({ name, title }) => (
        <MenuItem
          key={name}
          className={styles.choice}
          onClick={() => add(withNewReduction(recipe, hand, rows, name))}
        >
          <strong>{title}</strong>
          <span className="soft small">{wordsOf(name).when}</span>
        </MenuItem>
      ))}
      <MenuItem className={styles.choice} onClick={() => add(withReductionCopied(recipe, hand))}>
        <strong>{hand.name} once more</strong>
        <span className="soft small">with all its settings, to change one of them and compare</span>
      </MenuItem>
    </Menu>
  );
}
