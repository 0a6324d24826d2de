import Button from '@mui/material/Button';
import { useRef } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { hasCases } from '@wold/core/table/table';
import { ownCount } from '@wold/core/table/newRows';
import { UNLIKE, type PlacedAccount } from '@wold/core/use/placedAccount';
import { count, shortName } from '@wold/core/writeup/format';
import { screensOf } from '../../../methods/screens';
import { useAccount, usePlacedAccount } from '../../../results/stages';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useTable } from '../../../store/TableContext';
import { ProblemNote } from '../../Problem';
import { useNewRows } from './useNewRows';
import styles from './NewRows.module.css';

interface NewRowsProps {
  readonly reduction: Reduction;
  readonly placement: Placement;
}

/** Rows that had no say and are only placed: from a second file, or of this one; and how far they may be trusted. */
export function NewRows({ reduction, placement }: NewRowsProps) {
  const table = useTable();
  const { value: account } = useAccount();
  const { bring, letGo, working, problem } = useNewRows();
  const picker = useRef<HTMLInputElement>(null);
  const brought = table.newRows ?? null;
  const some = (account?.placedRows.length ?? 0) + placement.placedRows.length > 0;
  if (table.matrix !== null || !hasCases(table)) return null;
  return (
    <section className={styles.section} aria-label="Rows only placed">
      {(some || brought !== null) && <h2>Rows only placed</h2>}
      {brought !== null && <Brought onLetGo={letGo} />}
      {some && <Placed reduction={reduction} placement={placement} />}
      <Button className="small" disabled={working} onClick={() => picker.current?.click()}>
        {working ? 'Reading …' : brought === null ? 'Place new rows' : 'Place other rows'}
      </Button>
      <input
        ref={picker}
        type="file"
        hidden
        aria-label="File of new rows"
        onChange={event => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file !== undefined) void bring(file);
        }}
      />
      {problem !== null && <ProblemNote problem={problem} />}
    </section>
  );
}

const MOST_NAMED = 6;

const named = (names: readonly string[]): string =>
  names.length > MOST_NAMED
    ? `${names
        .slice(0, MOST_NAMED)
        .map(name => shortName(name, 24))
        .join(', ')} and ${names.length - MOST_NAMED} more`
    : names.map(name => shortName(name, 24)).join(', ');

/** What was brought, and what of its columns fits. */
function Brought({ onLetGo }: { onLetGo: () => void }) {
  const table = useTable();
  const { value: account } = useAccount();
  const newRows = table.newRows!;
  const own = ownCount(table);
  const lacks = newRows.lacks.filter(name => account?.measures.includes(name) ?? false);
  const left = account?.rowsLeftOut.filter(({ row }) => row >= own) ?? [];
  return (
    <>
      <p className="small">
        {count(newRows.rows, 'row')} of <strong>{shortName(newRows.name, 30)}</strong>.{' '}
        <Button className="small" onClick={onLetGo}>
          Let them go
        </Button>
      </p>
      {lacks.length > 0 && (
        <p className={`${styles.doubt} small`}>
          It lacks {count(lacks.length, 'measure')}: {named(lacks)}.
        </p>
      )}
      {left.length > 0 && (
        <p className={`${styles.doubt} small`}>
          {count(left.length, 'row')} left out, since entries are missing: fill gaps in question 2 to place{' '}
          {left.length === 1 ? 'it' : 'them'} all the same.
        </p>
      )}
      {newRows.unknown.length > 0 && <p className="soft small">Not known here: {named(newRows.unknown)}.</p>}
    </>
  );
}

function Placed({ reduction, placement }: NewRowsProps) {
  const { value: found } = usePlacedAccount();
  const dispatch = useAppDispatch();
  const { Placed: How } = screensOf(reduction.settings.method).map;
  const rows = [...placement.placedRows];
  return (
    <>
      {rows.length > 0 && (
        <p className="small">
          <Button className="small" onClick={() => dispatch(selected({ rows }))}>
            {count(rows.length, 'row')}
          </Button>{' '}
          drawn hollow.
        </p>
      )}
      {found !== null && found.rows.length > 0 && <Doubts found={found} />}
      {How === undefined ? (
        rows.length > 0 && (
          <p className="soft small">Placed by the dimensions themselves, as the rows in use are.</p>
        )
      ) : (
        <How reduction={reduction} />
      )}
    </>
  );
}

/** Rows that are unlike those in use. */
function Doubts({ found }: { found: PlacedAccount }) {
  const dispatch = useAppDispatch();
  const rowsWhere = (test: (i: number) => boolean) => [...found.rows].filter((_, i) => test(i));
  const unlike = rowsWhere(i => found.usual[i]! < UNLIKE);
  const outside = rowsWhere(i => found.outside[i]! > 0);
  const worst = [...found.beyond].sort((a, b) => b.above + b.below - a.above - a.below);
  return (
    <>
      {unlike.length > 0 ? (
        <p className={`${styles.doubt} small`}>
          <Button className="small" onClick={() => dispatch(selected({ rows: unlike }))}>
            {count(unlike.length, 'row')}
          </Button>{' '}
          {unlike.length === 1 ? 'is' : 'are'} unlike all rows in use: farther from the nearest than 99 in 100
          of these are. Where {unlike.length === 1 ? 'it lies' : 'they lie'} says little.
        </p>
      ) : (
        <p className="soft small">Each is as near to the rows in use as these are to each other.</p>
      )}
      {outside.length > 0 && (
        <p className="small">
          <Button className="small" onClick={() => dispatch(selected({ rows: outside }))}>
            {count(outside.length, 'row')}
          </Button>{' '}
          {outside.length === 1 ? 'lies' : 'lie'} outside what the rows in use span, in{' '}
          {named(worst.map(({ measure }) => measure))}.
        </p>
      )}
    </>
  );
}
