import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { useState } from 'react';
import { withMadeColumn } from '@wold/core/recipe/edit/columns';
import { useEdit, useRecipe } from '../store/useStudy';
import form from '../theme/form.module.css';
import styles from './Lens.module.css';

/** Makes a label from a number: bins of about equal count, or with given edges. */
export function BinsForm({ name }: { name: string }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('4');
  const numbers = text
    .split(/[;\s]+/)
    .filter(part => part !== '')
    .map(part => Number(part.replace(',', '.')));
  const asBins =
    numbers.length === 1 && Number.isInteger(numbers[0]) && numbers[0]! >= 2 && numbers[0]! <= 20;
  const asEdges = numbers.length > 1 && numbers.every(Number.isFinite);
  if (!open) {
    return <Button onClick={() => setOpen(true)}>Make a label of it</Button>;
  }
  return (
    <form
      className={`${form.form} ${styles.reason}`}
      onSubmit={event => {
        event.preventDefault();
        if (!asBins && !asEdges) return;
        const how = asBins
          ? ({ kind: 'quantiles', bins: numbers[0]! } as const)
          : ({ kind: 'edges', edges: numbers } as const);
        edit(
          withMadeColumn(recipe, { name: `${name}, binned`.slice(0, 80), from: name, how }),
          'made column',
        );
        setOpen(false);
      }}
    >
      <label className={form.field}>
        <span className="soft small">
          A number of bins of about equal count, or two or more edges with blanks between them. Enter makes
          the label “{name}, binned”.
        </span>
        <OutlinedInput
          autoFocus
          fullWidth
          value={text}
          onChange={event => setText(event.target.value)}
          onKeyDown={event => event.key === 'Escape' && setOpen(false)}
          slotProps={{ input: { 'aria-invalid': !asBins && !asEdges } }}
        />
      </label>
    </form>
  );
}
