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

/** The same for an element that has an interval under its bar too. */
export const intervalClass = (value: number): string => `${divergingClass(value)} ${styles.interval}`;

/**
 * Where the bar of an element of that class is. A background takes the page a fraction of what elements would.
 *
 * @param interval from where to where a line under the bar reaches, each from −1 to 1
 */
export function divergingStyle(
  value: number,
  interval: { readonly low: number; readonly high: number } | null = null,
): CSSProperties {
  const bar = stretch(Math.min(0, value), Math.max(0, value));
  // The last is the middle line.
  if (interval === null) {
    return {
      backgroundSize: `max(1px, ${bar.width}%) 14px, 1px 14px`,
      backgroundPosition: `${bar.position}% 50%, 50% 50%`,
    };
  }
  const line = stretch(interval.low, interval.high);
  return {
    backgroundSize: `max(2px, ${line.width}%) 2px, max(1px, ${bar.width}%) 14px, 1px 14px`,
    backgroundPosition: `${line.position}% calc(50% + 9px), ${bar.position}% 50%, 50% 50%`,
  };
}

/** How wide a background is that reaches from one value to another, and where it is placed in the room that it leaves. */
function stretch(from: number, to: number): { readonly width: number; readonly position: number } {
  const [left, right] = [from, to].map(value => 50 + 50 * Math.max(-1, Math.min(1, value)));
  const width = right! - left!;
  return { width, position: width >= 100 ? 0 : (100 * left!) / (100 - width) };
}
