import Link from '@mui/material/Link';
import type { ReactNode } from 'react';
import { TakeOut } from '../outputs/TakeOut';
import { useUndo } from '../store/useUndo';
import { useStudy } from '../store/useStudy';
import styles from './BriefBar.module.css';

/** The top of the screen: the question's settings as a sentence, and what works everywhere. */
export function BriefBar({ children, onKeys }: { children: ReactNode; onKeys: () => void }) {
  const { undo, redo } = useUndo();
  const { past, future } = useStudy();
  return (
    <header className={styles.bar}>
      <p className={styles.brief} role="group" aria-label="Brief">
        {children}
      </p>
      <div className={styles.tools}>
        <Link
          component="button"
          type="button"
          disabled={past.length === 0}
          onClick={undo}
          aria-keyshortcuts="Control+Z"
          title="Undo (Ctrl Z)"
        >
          undo
        </Link>
        <Link
          component="button"
          type="button"
          disabled={future.length === 0}
          onClick={redo}
          aria-keyshortcuts="Control+Shift+Z"
          title="Redo (Ctrl Shift Z)"
        >
          redo
        </Link>
        <Link component="button" type="button" onClick={onKeys} aria-keyshortcuts="?" title="All keys (?)">
          keys
        </Link>
        <TakeOut />
      </div>
    </header>
  );
}
