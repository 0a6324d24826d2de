import type { Reduction } from '@wold/core/recipe/schema';
import type { Halves, Part, Spread } from '@wold/core/trust/halves';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, count, per100 } from '@wold/core/writeup/format';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { useNaming } from '../../../results/stages';
import { SpreadBar } from './SpreadBar';
import { halvesNumbers } from './resamplesNumbers';
import styles from './TrustReading.module.css';

interface HalvesViewProps {
  readonly reduction: Reduction;
  readonly value: Halves;
}

/** Each dimension in a part of the rows against the same in the others. */
export function HalvesView({ reduction, value }: HalvesViewProps) {
  const { names: named } = useNaming(reduction);
  const { by, parts, leftOut } = value;
  const names = parts[0]!.random.map((_, d) => dimensionName(named, d + 1));
  const alike = coefficient(reduction.resamples.alike);
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Dimensions of halves">
      <div className={styles.out}>
        <TakeOutMenu
          label="Dimensions of halves"
          fileStem={`${fileStem(reduction.name)}-halves`}
          numbers={() => halvesNumbers(value, names)}
        />
      </div>
      <p className={`${styles.words} soft`}>
        {by === null
          ? `The rows are halved at random, ${parts[0]!.done} times; each dimension found in the one half is held against the same in the other by Tucker’s congruence, and alike from ${alike} on. Half of the rows tell less than all: what holds here will hold.`
          : `The dimensions of the rows of each ${by} are held against those of all other rows by Tucker’s congruence. The grey bars are random parts of the same sizes: below them the two differ by more than chance.`}
      </p>
      {parts.map(part => (
        <PartTable key={part.level ?? ''} part={part} names={names} by={by} />
      ))}
      {leftOut.length > 0 && (
        <p className="soft small">
          {count(leftOut.length, 'level')} left out, of too few rows or beyond the twelve largest:{' '}
          {leftOut.slice(0, 8).join(', ')}
          {leftOut.length > 8 && ' …'}.
        </p>
      )}
    </div>
  );
}

interface PartTableProps {
  readonly part: Part;
  readonly names: readonly string[];
  readonly by: string | null;
}

function PartTable({ part, names, by }: PartTableProps) {
  const { level, units, others, congruence, random, flat, done } = part;
  const what =
    by === null ? 'Halves at random' : `${level}: ${count(units, 'row')} against ${count(others, 'other')}`;
  return (
    <>
      {by !== null && <h2 className={styles.section}>{what}</h2>}
      {by !== null && congruence === null && (
        <p className="soft small">Its rows, or the others, have no such dimensions by themselves.</p>
      )}
      <table className={styles.table} aria-label={what}>
        <thead>
          <tr>
            <th scope="col">dimension</th>
            {by !== null && <th scope="col">congruence</th>}
            <th scope="col">
              <span className="unseen">drawn</span>
            </th>
            <th scope="col">{by === null ? 'median' : 'random parts'}</th>
            <th scope="col">95 %</th>
            <th scope="col">alike</th>
          </tr>
        </thead>
        <tbody>
          {names.map((name, d) => {
            const spread = random[d]!;
            const own = congruence?.[d] ?? null;
            return (
              <tr key={d}>
                <th scope="row">{name}</th>
                {by !== null && (
                  <td data-beyond={own !== null && own < spread.low}>
                    {own === null ? '–' : coefficient(own)}{' '}
                    <span className="soft small">{own === null ? '' : verdict(own, spread)}</span>
                  </td>
                )}
                <td>
                  <SpreadBar low={spread.low} middle={spread.median} high={spread.high} mark={own} />
                </td>
                <td>{coefficient(spread.median)}</td>
                <td>
                  {coefficient(spread.low)} to {coefficient(spread.high)}
                </td>
                <td>{per100(spread.again)} of 100</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {flat > 0 && (
        <p className="soft small">
          {flat} of {done} random parts had no such dimensions.
        </p>
      )}
    </>
  );
}

const verdict = (own: number, { low }: Spread): string => (own < low ? 'beyond chance' : 'by chance');
