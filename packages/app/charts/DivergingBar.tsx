import type { CSSProperties } from 'react';
import styles from './DivergingBar.module.css';

interface DivergingBarProps {
  /** From −1 to 1; larger sizes fill the bar. */
  readonly value: number;
  readonly faded?: boolean;
}

/** A bar from a middle line, to the right where positive and to the left where negative. */
export function DivergingBar({ value, faded = false }: DivergingBarProps) {
  return (
    <span
      className={`${styles.alone} ${divergingClass(value)}`}
      style={divergingStyle(value)}
      data-faded={faded}
      aria-hidden="true"
    />
  );
}

/** The class of an element that has such a bar behind its content; `data-faded` fades it. */
export const divergingClass = (value: number): string =>
  `${styles.bar} ${value < 0 ? styles.negative : styles.positive}`;

/** Where the bar of an element of that class is. A background takes the page a fraction of what elements would. */
export function divergingStyle(value: number): CSSProperties {
  const width = Math.min(1, Math.abs(value)) * 50;
  const left = value < 0 ? 50 - width : 50;
  // Backgrounds are placed within the room that their own width leaves. The second is the middle line.
  return {
    backgroundSize: `max(1px, ${width}%) 14px, 1px 14px`,
    backgroundPosition: `${(100 * left) / (100 - width)}% 50%, 50% 50%`,
  };
}
