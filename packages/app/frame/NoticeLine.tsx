import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Snackbar from '@mui/material/Snackbar';
import { restoreStudy } from '../storage/studies';
import { dismissed } from '../store/noticeSlice';
import { useAppDispatch, useAppSelector } from '../store/store';
import styles from './NoticeLine.module.css';

/** What has just happened, and how to undo it. */
export function NoticeLine() {
  const dispatch = useAppDispatch();
  const notice = useAppSelector(state => state.notice);
  const restores = notice?.restores;
  return (
    <Snackbar
      className={styles.place}
      open={notice !== null}
      autoHideDuration={notice?.kind === 'done' ? 12_000 : null}
      onClose={(_, reason) => reason !== 'clickaway' && dispatch(dismissed())}
    >
      <div className={styles.notice} data-kind={notice?.kind} role="status">
        <span>{notice?.text}</span>
        {restores !== undefined && (
          <Button onClick={() => void restoreStudy(restores).then(() => dispatch(dismissed()))}>Undo</Button>
        )}
        <Link
          component="button"
          type="button"
          className="soft"
          onClick={() => dispatch(dismissed())}
          aria-label="Dismiss"
        >
          ×
        </Link>
      </div>
    </Snackbar>
  );
}
