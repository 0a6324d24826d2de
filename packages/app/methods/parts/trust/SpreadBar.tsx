import styles from './SpreadBar.module.css';

interface SpreadBarProps {
  /** Congruences from −1 to 1; NaN where there is none. */
  readonly low: number;
  readonly middle: number;
  readonly high: number;
  /** A value of its own among them. */
  readonly mark: number | null;
}

/** The least that is drawn: below it two dimensions have nothing to do with each other. */
const LEAST = 0;

const place = (value: number): string => `${100 * Math.min(1, Math.max(0, (value - LEAST) / (1 - LEAST)))}%`;

/** Where a figure from 0 to 1 lies over many draws. */
export function SpreadBar({ low, middle, high, mark }: SpreadBarProps) {
  if (Number.isNaN(middle)) return null;
  return (
    <span className={styles.track} aria-hidden="true">
      <span className={styles.range} style={{ left: place(low), right: `calc(100% - ${place(high)})` }} />
      <span className={styles.middle} style={{ left: place(middle) }} />
      {mark !== null && <span className={styles.mark} style={{ left: place(mark) }} />}
    </span>
  );
}
