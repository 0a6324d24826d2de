import type { ReactNode } from 'react';
import { TakeOut } from '../outputs/TakeOut';
import { redone, undone } from '../store/studySlice';
import { useAppDispatch } from '../store/store';
import { useStudy } from '../store/useStudy';
import styles from './BriefBar.module.css';

/** The top of the screen: the question's settings as a sentence, and what works everywhere. */
export function BriefBar({ children, onKeys }: { children: ReactNode; onKeys: () => void }) {
  const dispatch = useAppDispatch();
  const { past, future } = useStudy();
  return (
    <header className={styles.bar}>
      <p className={styles.brief} role="group" aria-label="Brief">
        {children}
      </p>
      <div className={styles.tools}>
        <button
          type="button"
          disabled={past.length === 0}
          onClick={() => dispatch(undone())}
          aria-keyshortcuts="Control+Z"
          title="Undo (Ctrl Z)"
        >
          undo
        </button>
        <button
          type="button"
          disabled={future.length === 0}
          onClick={() => dispatch(redone())}
          aria-keyshortcuts="Control+Shift+Z"
          title="Redo (Ctrl Shift Z)"
        >
          redo
        </button>
        <button type="button" onClick={onKeys} aria-keyshortcuts="?" title="All keys (?)">
          keys
        </button>
        <TakeOut />
      </div>
    </header>
  );
}
