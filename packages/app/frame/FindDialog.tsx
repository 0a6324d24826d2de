import OutlinedInput from '@mui/material/OutlinedInput';
import Dialog from '@mui/material/Dialog';
import { useMemo, useState, type KeyboardEvent } from 'react';
import { textAt } from '@wold/core/table/column';
import { rowName } from '../lens/rowName';
import { selected } from '../store/studySlice';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { useRecipe } from '../store/useStudy';
import styles from './FindDialog.module.css';

/** Something that can be done from anywhere. */
export interface Action {
  readonly name: string;
  readonly run: () => void;
  /** What it is, where that is no action. */
  readonly what?: string;
}

interface Found {
  readonly key: string;
  readonly name: string;
  readonly what: string;
  readonly run: () => void;
}

const MOST_FOUND = 12;
const MOST_OF_A_KIND = 6;

interface FindDialogProps {
  readonly actions: readonly Action[];
  readonly onClose: () => void;
}

/** Finds a column, a row or an action by a part of its name. */
export function FindDialog({ actions, onClose }: FindDialogProps) {
  return (
    <Dialog
      open
      onClose={onClose}
      maxWidth="sm"
      fullWidth
      aria-labelledby="find-title"
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
    >
      <Find actions={actions} onClose={onClose} />
    </Dialog>
  );
}

function Find({ actions, onClose }: FindDialogProps) {
  const [text, setText] = useState('');
  const [active, setActive] = useState(0);
  const found = useFound(text, actions);
  const chosen = Math.min(active, found.length - 1);

  function take(entry: Found | undefined): void {
    if (entry === undefined) return;
    onClose();
    entry.run();
  }

  function press(event: KeyboardEvent): void {
    if (event.key === 'Enter') take(found[chosen]);
    else if (event.key === 'ArrowDown') setActive(Math.min(found.length - 1, chosen + 1));
    else if (event.key === 'ArrowUp') setActive(Math.max(0, chosen - 1));
    else return;
    event.preventDefault();
  }

  return (
    <div className={styles.find}>
      <label htmlFor="find" id="find-title">
        Find a column, a row or an action
      </label>
      <OutlinedInput
        id="find"
        autoFocus
        autoComplete="off"
        value={text}
        onChange={event => {
          setText(event.target.value);
          setActive(0);
        }}
        onKeyDown={press}
        slotProps={{
          input: {
            role: 'combobox',
            'aria-expanded': found.length > 0,
            'aria-controls': 'found',
            'aria-activedescendant': found.length > 0 ? `found-${chosen}` : undefined,
          },
        }}
      />
      <ul id="found" role="listbox" aria-label="Found">
        {found.map((entry, index) => (
          <li
            key={entry.key}
            id={`found-${index}`}
            role="option"
            aria-selected={index === chosen}
            onClick={() => take(entry)}
          >
            <span>{entry.name}</span>
            <span className="soft small">{entry.what}</span>
          </li>
        ))}
      </ul>
      {text !== '' && found.length === 0 && <p className="soft">Nothing of that name.</p>}
    </div>
  );
}

/** The words of the brief in sight, by what they settle; each opens. */
function briefWords(): Action[] {
  const words = document.querySelectorAll<HTMLButtonElement>(
    '[role=group][aria-label=Brief] button[aria-description]',
  );
  return [...words].map(word => ({
    name: word.getAttribute('aria-description')!,
    what: `in the sentence: ${word.textContent}`,
    // After the dialog has given the focus back.
    run: () => void setTimeout(() => word.click(), 50),
  }));
}

function useFound(text: string, actions: readonly Action[]): Found[] {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  return useMemo(() => {
    const typed = text.trim().toLowerCase();
    const holds = (name: string) => name.toLowerCase().includes(typed);
    const doing = [...actions, ...briefWords()]
      .filter(({ name }) => holds(name))
      .map(({ name, run, what = 'action' }) => ({ key: `${what} ${name}`, name, what, run }));
    if (typed === '') return doing.slice(0, MOST_FOUND);
    const columns = recipe.columns
      .filter(({ name, wording = '' }) => holds(name) || holds(wording))
      .slice(0, MOST_OF_A_KIND)
      .map(({ name, role, wording }) => ({
        key: `column ${name}`,
        name,
        what: wording ?? role,
        run: () => dispatch(selected({ columns: [name] })),
      }));
    const rows = rowsNamed(typed).map(row => ({
      key: `row ${row}`,
      name: rowName(table, recipe, row),
      what: `row ${row + 1}`,
      run: () => dispatch(selected({ rows: [row] })),
    }));
    return [...columns, ...rows, ...doing].slice(0, MOST_FOUND);

    /** Rows by their number, or by what names or labels them. */
    function rowsNamed(part: string): number[] {
      const number = Number(part.replace(/^row\s*/, ''));
      if (Number.isInteger(number) && number >= 1 && number <= table.rows) return [number - 1];
      const naming = table.columns.filter((_, index) =>
        ['identity', 'text'].includes(recipe.columns[index]?.role ?? ''),
      );
      const rows: number[] = [];
      for (let row = 0; row < table.rows && rows.length < MOST_OF_A_KIND; row++) {
        if (naming.some(column => textAt(column, row).toLowerCase().includes(part))) rows.push(row);
      }
      return rows;
    }
  }, [text, actions, table, recipe, dispatch]);
}
