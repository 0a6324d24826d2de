import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { COLUMN_TYPES, type ColumnType } from '@wold/core/table/columnType';
import { count } from '@wold/core/writeup/format';
import { TYPE_NAMES } from '../../lens/ColumnSheet';
import form from '../../theme/form.module.css';
import { Choice } from '../../controls/Choice';
import styles from './ColumnList.module.css';

/** Which columns are listed. */
export interface Narrowing {
  /** A part of their names or wordings; * stands for anything. */
  readonly pattern: string;
  readonly type: ColumnType | 'any';
}

interface ColumnFilterProps {
  readonly narrowing: Narrowing;
  readonly onNarrow: (narrowing: Narrowing) => void;
  /** How many columns that leaves. */
  readonly left: number;
  readonly onRoles: (anchor: HTMLElement) => void;
  readonly onSelect: () => void;
}

/** Narrows the list of columns by name and type, and does something to all that are left. */
export function ColumnFilter({ narrowing, onNarrow, left, onRoles, onSelect }: ColumnFilterProps) {
  return (
    <div className={`${form.form} ${styles.narrow}`}>
      <div className={form.line}>
        <label>
          named{' '}
          <OutlinedInput
            value={narrowing.pattern}
            placeholder="any name; * stands for anything"
            onChange={event => onNarrow({ ...narrowing, pattern: event.target.value })}
            slotProps={{ input: { size: 30 } }}
          />
        </label>
        <Choice
          label="of type"
          labelled="before"
          value={narrowing.type}
          options={[['any', 'any'], ...COLUMN_TYPES.map(other => [other, TYPE_NAMES[other]] as const)]}
          onChoose={type => onNarrow({ ...narrowing, type })}
        />
        <span className="soft">{count(left, 'column')}</span>
        <Button aria-haspopup="menu" disabled={left === 0} onClick={event => onRoles(event.currentTarget)}>
          Role of {left === 1 ? 'it' : `all ${left.toLocaleString('en')}`}
        </Button>
        <Button disabled={left === 0} onClick={onSelect}>
          Select
        </Button>
      </div>
    </div>
  );
}
