import type { ReductionBy } from '@wold/core/recipe/schema';
import type { Agreement } from '@wold/core/methods/components/agreement';
import { EQUAL, FAIR } from '@wold/core/algebra/congruence';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient, count } from '@wold/core/writeup/format';
import { useNaming } from '../../../results/stages';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { fileStem } from '@wold/core/writeup/fileStem';
import { agreementNumbers } from './takenOut';
import styles from '../../parts/trust/TrustReading.module.css';

const MOST_PAIRS = 60;

interface AgreementTableProps {
  readonly reduction: ReductionBy<'components'>;
  readonly label: string;
  readonly value: Agreement;
}

/** The same dimensions found in each group by itself, against those of all rows and between groups. */
export function AgreementTable({ reduction, label, value }: AgreementTableProps) {
  const { names } = useNaming(reduction);
  const { groups, pairs, leftOut } = value;
  const kept = groups[0]!.turned.length;
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Agreement between groups">
      <div className={styles.out}>
        <TakeOutMenu
          label="Agreement between groups"
          fileStem={`${fileStem(reduction.name)}-groups`}
          numbers={() =>
            agreementNumbers(
              value,
              Array.from({ length: kept }, (_, d) => dimensionName(names, d + 1)),
            )
          }
        />
      </div>
      <p className={`${styles.words} soft`}>
        The same components, found in each {label} by itself and turned as near to those of all rows as they
        can be (Schönemann 1966). Tucker’s congruence from .95 on is taken for equal, from .85 for fairly
        similar (Lorenzo-Seva and ten Berge 2006). Beneath it, as found: the group’s own dimension that is
        most like it.
      </p>
      <table className={styles.table} aria-label="Congruence of groups with all rows">
        <thead>
          <tr>
            <th scope="col">{label}</th>
            <th scope="col">rows</th>
            {Array.from({ length: kept }, (_, d) => (
              <th key={d} scope="col">
                {dimensionName(names, d + 1)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {groups.map(({ level, rows, turned, asFound }) => (
            <tr key={level}>
              <th scope="row">{level}</th>
              <td>{rows}</td>
              {turned.map((congruence, d) => (
                <td key={d} data-beyond={congruence < FAIR}>
                  {coefficient(congruence)} <span className="soft">{inBand(congruence)}</span>
                  <br />
                  <span className="soft small">
                    {coefficient(asFound[d]!.value)} with its {asFound[d]!.with + 1}
                  </span>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <BetweenGroups pairs={pairs} />
      {leftOut.length > 0 && (
        <p className="soft small">
          {count(leftOut.length, 'group')} left out:{' '}
          {leftOut
            .slice(0, 8)
            .map(({ level, why }) => `${level} (${why})`)
            .join(', ')}
          {leftOut.length > 8 && ' …'}.
        </p>
      )}
    </div>
  );
}

function inBand(congruence: number): string {
  if (congruence >= EQUAL) return 'equal';
  return congruence >= FAIR ? 'fair' : 'differs';
}

interface BetweenGroupsProps {
  readonly pairs: Agreement['pairs'];
}

function BetweenGroups({ pairs }: BetweenGroupsProps) {
  const worst = [...pairs].sort((a, b) => a.least - b.least);
  return (
    <>
      <h2 className={styles.section}>Between groups</h2>
      <table className={styles.table} aria-label="Congruence between groups">
        <thead>
          <tr>
            <th scope="col">pair</th>
            <th scope="col">least congruence of a dimension</th>
          </tr>
        </thead>
        <tbody>
          {worst.slice(0, MOST_PAIRS).map(({ a, b, least }) => (
            <tr key={`${a} ${b}`}>
              <th scope="row">
                {a} and {b}
              </th>
              <td data-beyond={least < FAIR}>
                {coefficient(least)} <span className="soft">{inBand(least)}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {worst.length > MOST_PAIRS && (
        <p className="soft small">and {worst.length - MOST_PAIRS} that agree better</p>
      )}
    </>
  );
}
