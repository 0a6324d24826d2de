import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { ended, type ProblemData } from '@wold/core/problem';
import type { Finding } from '../results/useResult';
import styles from './Problem.module.css';

/** What is wrong, where, and what to do. */
export function ProblemNote({ problem }: { problem: ProblemData }) {
  return (
    <Alert severity="error" className={styles.problem}>
      <strong>
        {problem.where === null ? sentence(problem.what) : `${problem.where}: ${ended(problem.what)}`}
      </strong>
      <p>{problem.remedy}</p>
    </Alert>
  );
}

/** The result of a reading, with what is the matter with it above; nothing but that before the first result. */
export function Resulting<T>({
  reading,
  children,
}: {
  reading: Finding<T>;
  children: (value: T) => ReactNode;
}) {
  const { value, stale, problem, paused, resume } = reading;
  // What was stopped on its way says itself how it goes on.
  const stopped = reading.stopped && !paused;
  return (
    <>
      {problem !== null && <ProblemNote problem={problem} />}
      {stopped && (
        <Alert severity="warning" role="status" className={styles.problem}>
          <strong>Stopped.</strong> <Button onClick={resume}>Run it after all</Button>
        </Alert>
      )}
      {value === null ? (
        problem === null && !stopped && <p className={`${styles.waiting} soft`}>Working …</p>
      ) : (
        <div
          className={styles.result}
          data-stale={stale && (problem !== null || stopped)}
          aria-busy={stale && problem === null && !stopped}
        >
          {stale && (problem !== null || stopped) && (
            <p className={`${styles.stale} small`}>Out of date: this is the last result that could be had.</p>
          )}
          {children(value)}
        </div>
      )}
    </>
  );
}

function sentence(text: string): string {
  return ended(text.charAt(0).toUpperCase() + text.slice(1));
}
