import Button from '@mui/material/Button';
import type { ColumnDescription, Remark } from '@wold/core/table/describe';
import type { Recipe } from '@wold/core/recipe/schema';
import { figure, fixed, percent } from '@wold/core/writeup/format';
import type { ShortName } from '../../charts/namesApart';
import { TYPE_NAMES } from '../../lens/ColumnSheet';
import { columnFigures } from './columnFigures';
import styles from './ColumnList.module.css';

interface ColumnLineProps {
  readonly description: ColumnDescription;
  /** What the recipe says of it. */
  readonly said: Recipe['columns'][number];
  /** Its place in the list, counted from 0. */
  readonly place: number;
  readonly chosen: boolean;
  /** Whether it may hold codes for missing entries. */
  readonly undecided: boolean;
  readonly shortName: ShortName;
  readonly onSelect: () => void;
  readonly onRoles: (anchor: HTMLElement) => void;
}

/** A column in figures. */
export function ColumnLine(props: ColumnLineProps) {
  const { description, said, place, chosen, undecided, shortName } = props;
  const { name, remark } = description;
  return (
    <tr aria-rowindex={place + 2} data-chosen={chosen}>
      <th scope="row">
        <button type="button" title={name} onClick={props.onSelect}>
          {shortName(name, 24)}
        </button>
        {remark !== null && <span className={styles.remark}>{remarkWords(remark, shortName)}</span>}
        {undecided && <span className={styles.remark}>missing codes?</span>}
        {isBeyond(description, said.scale) && <span className={styles.impossible}>beyond its scale</span>}
      </th>
      <td title={description.type.reason}>{TYPE_NAMES[said.type ?? description.type.type]}</td>
      <td>
        <Button
          aria-haspopup="menu"
          aria-label={`Role of ${name}: ${said.role}`}
          onClick={event => props.onRoles(event.currentTarget)}
        >
          {said.role}
        </Button>
      </td>
      {columnFigures.map(({ key, of }) => {
        const value = of(description);
        const shown = key === 'skewness' || key === 'kurtosis' ? fixed : figure;
        return <td key={key}>{value === null ? '' : shown(value, shown === fixed ? 2 : 4)}</td>;
      })}
    </tr>
  );
}

function remarkWords(remark: Remark, shortName: ShortName): string {
  if (remark.kind === 'constant') return 'constant';
  if (remark.kind === 'near-constant') return `${percent(remark.share)} the same`;
  return `same as ${shortName(remark.of, 20)}`;
}

/** Whether a column has an entry that its scale does not. */
function isBeyond(
  description: ColumnDescription,
  scale: { readonly least: number; readonly most: number } | undefined,
): boolean {
  if (scale === undefined || description.kind !== 'number') return false;
  return description.least < scale.least || description.most > scale.most;
}
