import { COLUMN_TYPES, type ColumnType } from '@wold/core/table/columnType';
import { count } from '../../charts/format';
import { TYPE_NAMES } from '../../lens/ColumnSheet';
import form from '../../theme/form.module.css';
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
          <input
            value={narrowing.pattern}
            placeholder="any name; * stands for anything"
            size={30}
            onChange={event => onNarrow({ ...narrowing, pattern: event.target.value })}
          />
        </label>
        <label>
          of type{' '}
          <select
            value={narrowing.type}
            onChange={event => onNarrow({ ...narrowing, type: event.target.value as Narrowing['type'] })}
          >
            <option value="any">any</option>
            {COLUMN_TYPES.map(other => (
              <option key={other} value={other}>
                {TYPE_NAMES[other]}
              </option>
            ))}
          </select>
        </label>
        <span className="soft">{count(left, 'column')}</span>
        <button
          type="button"
          className="action"
          aria-haspopup="menu"
          disabled={left === 0}
          onClick={event => onRoles(event.currentTarget)}
        >
          Role of {left === 1 ? 'it' : `all ${left.toLocaleString('en')}`}
        </button>
        <button type="button" className="action" disabled={left === 0} onClick={onSelect}>
          Select
        </button>
      </div>
    </div>
  );
}
