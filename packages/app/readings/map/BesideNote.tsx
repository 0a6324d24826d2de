import Button from '@mui/material/Button';
import { mostChanged } from '@wold/core/use/changedNeighbours';
import { percent } from '@wold/core/writeup/format';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import type { Beside } from './useBeside';
import styles from './MapReading.module.css';

/** Rows that are selected as those that changed most. */
const MOST = 20;

/** How a map beside the one in hand is to be read, and what changed between them. */
export function BesideNote({ beside: { over, left, changed } }: { beside: Beside }) {
  const dispatch = useAppDispatch();
  const most = changed === null ? [] : mostChanged(changed, MOST);
  return (
    <p className={`${styles.beside} small`} role="note" aria-label={`Beside ${over}`}>
      {left !== null && (
        <>
          <span title="Turned, mirrored and scaled as a whole, so that its rows come as near as they can">
            Laid over “{over}”: {percent(left)} of the spread is left.
          </span>{' '}
        </>
      )}
      {changed === null ? (
        'Too few rows are in both to tell what changed.'
      ) : (
        <>
          Of the {changed.k} nearest {percent(changed.mean)} stay.{' '}
          {most.length > 0 && (
            <Button className="small" onClick={() => dispatch(selected({ rows: most }))}>
              Select the {most.length} that changed most
            </Button>
          )}
        </>
      )}
    </p>
  );
}
