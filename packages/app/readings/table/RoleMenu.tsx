import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { ROLES, canHaveRole, type Role } from '@wold/core/table/role';
import { findColumn } from '@wold/core/table/table';
import { count } from '@wold/core/writeup/format';
import { withRolesByHand } from '@wold/core/recipe/edit/words';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe } from '../../store/useStudy';
import styles from './RoleMenu.module.css';

const WHAT_FOR: Readonly<Record<Role, string>> = {
  measure: 'a number to be reduced',
  label: 'colours and groups the rows',
  identity: 'names a row',
  text: 'words to read',
  weight: 'how much a row counts',
  aside: 'kept out of everything',
};

interface RoleMenuProps {
  readonly names: readonly string[];
  readonly anchor: HTMLElement;
  readonly onClose: () => void;
}

/** Chooses the role of one or several columns. A letter leads to the role that starts with it. */
export function RoleMenu({ names, anchor, onClose }: RoleMenuProps) {
  const table = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  const columns = names.map(name => findColumn(table, name)!);
  const current = recipe.columns.find(column => column.name === names.at(-1))?.role;
  return (
    <Menu
      anchorEl={anchor}
      open
      onClose={onClose}
      slotProps={{
        list: {
          'aria-label':
            names.length === 1 ? `Role of ${names[0]}` : `Role of ${count(names.length, 'column')}`,
        },
      }}
    >
      {ROLES.map(role => (
        <MenuItem
          key={role}
          selected={role === current}
          disabled={!columns.every(column => canHaveRole(column, role))}
          onClick={() => {
            edit(withRolesByHand(recipe, names, role, table.rows), `role ${names.join()} ${role}`);
            onClose();
          }}
        >
          <span className={styles.role}>{role}</span>
          <span className="soft small">{WHAT_FOR[role]}</span>
        </MenuItem>
      ))}
    </Menu>
  );
}
