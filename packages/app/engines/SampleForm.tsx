import OutlinedInput from '@mui/material/OutlinedInput';
import { useState } from 'react';
import { Choice } from '../controls/Choice';
import form from '../theme/form.module.css';
import { LEAST_SAMPLED, MOST_SAMPLED, type SampleChoice } from './sources';
import styles from './SourceDialog.module.css';

interface SampleFormProps {
  readonly choice: SampleChoice;
  /** Columns that may tell rows apart. */
  readonly keys: readonly string[];
  readonly onChoice: (choice: SampleChoice) => void;
}

const ALL = '\0all';
const LARGEST_SEED = 2 ** 31;

/** How many rows come back, and by what they are drawn. */
export function SampleForm({ choice, keys, onChoice }: SampleFormProps) {
  return (
    <div>
      <div className={styles.sample}>
        <WholeNumber
          label="Rows of the sample"
          value={choice.rows}
          least={LEAST_SAMPLED}
          most={MOST_SAMPLED}
          onNumber={rows => onChoice({ ...choice, rows })}
        />
        <WholeNumber
          label="Seed"
          value={choice.seed}
          least={0}
          most={LARGEST_SEED}
          onNumber={seed => onChoice({ ...choice, seed })}
        />
        <Choice
          label="Rows are told apart by"
          value={choice.key ?? ALL}
          options={[[ALL, 'all columns together'], ...keys.map((name): [string, string] => [name, name])]}
          onChoose={key => onChoice({ ...choice, key: key === ALL ? null : key })}
        />
      </div>
      <p className="soft small">A column without repeats draws the same rows in every engine.</p>
    </div>
  );
}

interface WholeNumberProps {
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly onNumber: (value: number) => void;
}

function WholeNumber({ label, value, least, most, onNumber }: WholeNumberProps) {
  const [text, setText] = useState(value.toLocaleString('en'));
  const read = (typed: string): number => (typed.trim() === '' ? NaN : Number(typed.replace(/[\s,]/g, '')));
  const fits = (number: number): boolean => Number.isInteger(number) && number >= least && number <= most;
  return (
    <label className={form.field}>
      <span className="soft">{label}</span>
      <OutlinedInput
        value={text}
        error={!fits(read(text))}
        inputProps={{
          inputMode: 'numeric',
          title: `From ${least.toLocaleString('en')} to ${most.toLocaleString('en')}`,
        }}
        onChange={event => {
          setText(event.target.value);
          const next = read(event.target.value);
          if (fits(next)) onNumber(next);
        }}
      />
    </label>
  );
}
