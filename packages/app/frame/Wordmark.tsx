import styles from './Wordmark.module.css';

/** The name and its sign: the line of the hills. */
export function Wordmark() {
  return (
    <span className={styles.wordmark}>
      <svg viewBox="0 0 32 24" aria-hidden="true">
        <path d="M2 15c5 0 6-9 11-9s5 6 9 6 4-5 8-6" />
        <path d="M2 20h28" />
      </svg>
      Wold
    </span>
  );
}
