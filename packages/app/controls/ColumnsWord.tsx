import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Role } from '@wold/core/table/role';
import { count } from '@wold/core/writeup/format';
import { Word } from './Word';
import styles from './Word.module.css';

interface ColumnsWordProps {
  readonly settles: string;
  /** Names of the chosen columns. */
  readonly value: readonly string[];
  /** The word where none is chosen. */
  readonly none: string;
  readonly columns: readonly { readonly name: string; readonly role: Role }[];
  readonly onChange: (names: readonly string[]) => void;
}

/** Columns beyond this many are found by a part of their name. */
const MANY = 10;
const MOST_LISTED = 100;

/** A word that is one column or several. */
export function ColumnsWord({ settles, value, none, columns, onChange }: ColumnsWordProps) {
  const word =
    value.length === 0 ? none : value.length <= 3 ? value.join(' and ') : count(value.length, 'column');
  return (
    <Word settles={settles} panel={() => <ColumnsPanel {...{ value, columns, onChange }} />}>
      {word}
    </Word>
  );
}

function ColumnsPanel({
  value,
  columns,
  onChange,
}: Pick<ColumnsWordProps, 'value' | 'columns' | 'onChange'>) {
  const [find, setFind] = useState('');
  const found = columns.filter(({ name }) => name.toLowerCase().includes(find.toLowerCase()));
  return (
    <div className={styles.columns}>
      {columns.length > MANY && (
        <TextField
          label="find a column"
          value={find}
          autoFocus
          fullWidth
          onChange={event => setFind(event.target.value)}
        />
      )}
      <ul>
        {found.slice(0, MOST_LISTED).map(({ name, role }) => (
          <li key={name}>
            <FormControlLabel
              control={
                <Checkbox
                  size="small"
                  checked={value.includes(name)}
                  onChange={event =>
                    onChange(event.target.checked ? [...value, name] : value.filter(other => other !== name))
                  }
                />
              }
              label={
                <>
                  {name} <span className="soft small">{role}</span>
                </>
              }
            />
          </li>
        ))}
      </ul>
      {found.length > MOST_LISTED && (
        <p className="soft small">and {found.length - MOST_LISTED} more; find narrows them</p>
      )}
    </div>
  );
}
