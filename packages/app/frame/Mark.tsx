import Tooltip from '@mui/material/Tooltip';
import type { Answer } from '../readings/answer';
import styles from './Mark.module.css';

/** How far an answer can be taken as it is: not looked at, answered, out of date, wants attention. */
export function Mark({ answer, seen }: { answer: Answer; seen: boolean }) {
  if (answer.attention > 0) {
    return (
      <Tooltip title={answer.because}>
        <span className={styles.attention}>
          {answer.attention > 99 ? '99+' : answer.attention}
          <span className="unseen"> wants attention: {answer.because}</span>
        </span>
      </Tooltip>
    );
  }
  const state = !seen ? 'not yet looked at' : answer.stale ? 'out of date' : 'answered';
  return (
    <span className={styles.dot} data-state={state} title={state}>
      <span className="unseen">{state}</span>
    </span>
  );
}
