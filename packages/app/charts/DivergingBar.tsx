import styles from './DivergingBar.module.css';

interface DivergingBarProps {
  /** From −1 to 1; larger sizes fill the bar. */
  readonly value: number;
  readonly faded?: boolean;
}

/** A bar from a middle line, to the right where positive and to the left where negative. */
export function DivergingBar({ value, faded = false }: DivergingBarProps) {
  const width = Math.min(1, Math.abs(value)) * 50;
  const left = value < 0 ? 50 - width : 50;
  return (
    <span className={styles.bar} data-faded={faded} aria-hidden="true">
      <span
        data-sign={value < 0 ? 'negative' : 'positive'}
        style={{ left: `${left}%`, width: `${width}%` }}
      />
    </span>
  );
}
