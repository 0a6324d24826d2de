import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { currentJobs, onJobs, stopJob } from '../workers/pool';
import { percent } from '@wold/core/writeup/format';
import styles from './RunningWork.module.css';

/** Work shorter than this is not worth a word. */
const SHOWN_AFTER = 150;

/** What runs, how far it is, and a way to stop it. */
export function RunningWork() {
  const jobs = useSyncExternalStore(onJobs, currentJobs);
  const [, wake] = useState(0);
  const since = jobs[0]?.since;
  useEffect(() => {
    if (since === undefined) return undefined;
    const timer = setTimeout(
      () => wake(count => count + 1),
      Math.max(0, SHOWN_AFTER + since - performance.now()),
    );
    return () => clearTimeout(timer);
  }, [since]);
  // eslint-disable-next-line react-hooks/purity -- woken just when this turns true
  const job = since !== undefined && performance.now() - since >= SHOWN_AFTER - 1 ? jobs[0] : undefined;
  return (
    <div className={styles.work} role="status" aria-label="Running work">
      {job === undefined ? (
        <span className="soft small">nothing running</span>
      ) : (
        <>
          <span className="small">
            {job.label}{' '}
            {job.done > 0 && (job.size === null ? percent(job.done) : bytesRead(job.done, job.size))}
            {jobs.length > 1 && <span className="soft"> · {jobs.length - 1} waiting</span>}
          </span>
          <LinearProgress
            className={styles.bar}
            variant="determinate"
            aria-label={job.label}
            value={Math.round(100 * job.done)}
          />
          <Button className="small" onClick={() => stopJob(job.id)}>
            Stop
          </Button>
        </>
      )}
    </div>
  );
}

/** 34 of 131 MB */
function bytesRead(done: number, size: number): string {
  const [unit, name] = size >= 1e6 ? [1e6, 'MB'] : [1e3, 'kB'];
  return `${Math.round((done * size) / unit)} of\u00a0${Math.round(size / unit)}\u00a0${name}`;
}
