import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { LONGEST_NAME } from '@wold/core/limits';
import { markedLabels, withMarkedRows } from '@wold/core/recipe/edit/marks';
import { findColumn } from '@wold/core/table/table';
import { noticed } from '../store/noticeSlice';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { count } from '@wold/core/writeup/format';
import { useEdit, useRecipe } from '../store/useStudy';
import form from '../theme/form.module.css';
import styles from './Lens.module.css';

/** Makes selected rows a level of a label: a new one, one of marked rows, or one that stands in the file. */
export function LabelForm({ rows }: { rows: readonly number[] }) {
  const [open, setOpen] = useState(false);
  if (!open) {
    return <Button onClick={() => setOpen(true)}>Give a label</Button>;
  }
  return <Fields rows={rows} onDone={() => setOpen(false)} />;
}

function Fields({ rows, onDone }: { rows: readonly number[]; onDone: () => void }) {
  const table = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const marked = markedLabels(recipe).map(({ name }) => name);
  const labels = [
    ...marked,
    ...recipe.columns
      .filter(({ name, role }) => role === 'label' && !marked.includes(name))
      .map(({ name }) => name),
  ];
  const [label, setLabel] = useState(marked[0] ?? 'marked');
  const [level, setLevel] = useState('');
  const column = findColumn(table, label.trim());
  const levels = column?.kind === 'levels' ? column.levels.slice(0, 60) : [];
  const fits = label.trim() !== '' && level.trim() !== '';
  return (
    <form
      className={`${form.form} ${styles.reason}`}
      onSubmit={event => {
        event.preventDefault();
        if (!fits) return;
        const { recipe: next, label: name } = withMarkedRows(recipe, {
          fileKey: table.fileKey,
          rows,
          level: level.trim(),
          label: label.trim(),
        });
        edit(next, 'marked rows');
        dispatch(
          noticed({ kind: 'done', text: `${count(rows.length, 'row')}: ${name} is ${level.trim()} now.` }),
        );
        onDone();
      }}
      onKeyDown={event => event.key === 'Escape' && onDone()}
    >
      <Autocomplete
        freeSolo
        size="small"
        options={labels}
        inputValue={label}
        onInputChange={(_, typed) => setLabel(typed.slice(0, LONGEST_NAME))}
        renderInput={props => <TextField {...props} label="label, new or known" />}
      />
      <Autocomplete
        freeSolo
        size="small"
        options={levels}
        inputValue={level}
        onInputChange={(_, typed) => setLevel(typed.slice(0, LONGEST_NAME))}
        renderInput={props => <TextField {...props} autoFocus label="they are" />}
      />
      <div className={form.line}>
        <Button type="submit" variant="outlined" size="small" disabled={!fits}>
          Label {rows.length === 1 ? 'it' : 'them'}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}
