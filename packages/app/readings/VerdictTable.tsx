import type { ReactNode } from 'react';
import styles from './suitability/SuitabilityReading.module.css';

/** A figure with what follows from it, and its rule. */
export interface TabledVerdict {
  readonly name: string;
  readonly value: string;
  /** Null where it speaks neither for nor against. */
  readonly good: boolean | null;
  readonly follows: string;
  readonly rule: string;
}

interface VerdictTableProps<V extends TabledVerdict> {
  readonly label: string;
  readonly verdicts: readonly V[];
  /** What stands before a figure's rule: its thresholds, say. */
  readonly before?: (verdict: V) => ReactNode;
}

/** Figures, each with what it says and the rule it is judged by. */
export function VerdictTable<V extends TabledVerdict>({ label, verdicts, before }: VerdictTableProps<V>) {
  return (
    <div className={styles.scroll} role="region" aria-label={`${label}, list`} tabIndex={0}>
      <table className={styles.verdicts} aria-label={label}>
        <thead>
          <tr>
            <th scope="col">figure</th>
            <th scope="col">value</th>
            <th scope="col">what follows</th>
            <th scope="col">rule and source</th>
          </tr>
        </thead>
        <tbody>
          {verdicts.map(verdict => {
            const { name, value, good, follows, rule } = verdict;
            return (
              <tr key={name} data-good={good}>
                <th scope="row">{name}</th>
                <td>
                  <span className={styles.mark} aria-hidden="true">
                    {good === null ? '·' : good ? '✓' : '!'}
                  </span>{' '}
                  {value}
                </td>
                <td>{follows}</td>
                <td className="soft small">
                  {before?.(verdict)}
                  {rule}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
