import type { MouseEvent } from 'react';
import { missingCount, type Column } from '@wold/core/table/column';
import type { ColumnDescription } from '@wold/core/table/describe';
import type { Role } from '@wold/core/table/role';
import { HistogramPicture } from '../../charts/HistogramPicture';
import { percent } from '@wold/core/writeup/format';
import { useShortName } from '../../store/useShortName';
import styles from './Grid.module.css';

interface ColumnHeadProps {
  readonly id: string;
  readonly index: number;
  readonly left: number;
  readonly width: number;
  readonly column: Column;
  readonly rows: number;
  /** Null while it is not there yet. */
  readonly description: ColumnDescription | null;
  readonly role: Role;
  readonly active: boolean;
  readonly chosen: boolean;
  readonly onSelect: (event: MouseEvent) => void;
  readonly onRoles: (anchor: HTMLElement) => void;
}

/** The head of a column: its name, role, a small picture of what it holds, and what is missing. */
export function ColumnHead(props: ColumnHeadProps) {
  const shortName = useShortName();
  const { id, index, left, width, column, rows, description, role, active, chosen, onSelect, onRoles } =
    props;
  const missing = description?.missing ?? missingCount(column);
  return (
    <div
      id={id}
      className={styles.head}
      role="columnheader"
      aria-colindex={index + 2}
      aria-selected={chosen}
      data-active={active}
      data-role={role}
      style={{ left, width }}
      onClick={onSelect}
    >
      <span className={styles.name} title={column.name}>
        {shortName(column.name, 15)}
      </span>
      <button
        type="button"
        className={styles.role}
        tabIndex={-1}
        aria-haspopup="menu"
        aria-label={`Role of ${column.name}: ${role}`}
        title={
          description === null ? undefined : `guessed ${description.guess.role}: ${description.guess.reason}`
        }
        onClick={event => {
          event.stopPropagation();
          onRoles(event.currentTarget);
        }}
      >
        {role}
      </button>
      <span className={styles.picture}>
        {description === null ? null : description.kind === 'number' ? (
          <HistogramPicture histogram={description.histogram} width={96} height={30} />
        ) : (
          <Commonest of={description} />
        )}
      </span>
      <span className={styles.missing} title={`${missing} of ${rows} missing`}>
        <span style={{ width: percent(missing / rows, 2).replace('\u00a0', '') }} />
      </span>
      <span className={styles.missingCount}>{missing === 0 ? 'none missing' : `${missing} missing`}</span>
    </div>
  );
}

function Commonest({ of }: { of: Extract<ColumnDescription, { kind: 'levels' }> }) {
  if (of.distinct === 0) return <span className="soft">nothing</span>;
  if (of.distinct === of.present && of.present > 1) return <span className="soft">all different</span>;
  return (
    <>
      {of.commonest.slice(0, 2).map(({ level, count }) => (
        <span key={level} className={styles.level}>
          <span>{level}</span> {count}
        </span>
      ))}
    </>
  );
}
