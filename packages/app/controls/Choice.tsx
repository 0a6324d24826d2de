import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useId } from 'react';
import styles from './Choice.module.css';

interface ChoiceProps<T extends string> {
  readonly label: string;
  /** Where the label stands; “unseen” where its surroundings say it. */
  readonly labelled?: 'above' | 'before' | 'unseen';
  readonly value: T;
  /** Each with its words. */
  readonly options: readonly (readonly [value: T, words: string])[];
  readonly title?: string;
  readonly autoFocus?: boolean;
  readonly onChoose: (value: T) => void;
}

/** One of a few values, chosen from a list that opens. */
export function Choice<T extends string>(props: ChoiceProps<T>) {
  const { label, labelled = 'above', value, options, title, autoFocus = false, onChoose } = props;
  const id = useId();
  return (
    <div className={styles.choice} data-labelled={labelled} title={title}>
      <span id={id} className={labelled === 'unseen' ? 'unseen' : 'soft'}>
        {label}
      </span>
      <Select
        labelId={id}
        size="small"
        autoFocus={autoFocus}
        value={value}
        onChange={event => onChoose(event.target.value as T)}
      >
        {options.map(([key, words]) => (
          <MenuItem key={key} value={key}>
            {words}
          </MenuItem>
        ))}
      </Select>
    </div>
  );
}
