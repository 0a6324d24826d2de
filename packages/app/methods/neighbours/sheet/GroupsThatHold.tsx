import { findColumn } from '@wold/core/table/table';
import { leastOf, mostOf } from '@wold/core/algebra/extremes';
import { count, percent, shortName } from '@wold/core/writeup/format';
import { useTable } from '../../../store/TableContext';
import styles from './SheetReading.module.css';

/** Of each level the share of its rows' nearest that are of it, on one map. */
export type LevelShares = readonly { readonly code: number; readonly rows: number; readonly share: number }[];

/** From this share on the rows of a level hold together. */
export const HOLDS = 0.8;
const MOST_LISTED = 24;

interface GroupsThatHoldProps {
  readonly label: string;
  /** Of each map that is there. */
  readonly shares: readonly LevelShares[];
  /** Maps on the sheet. */
  readonly of: number;
}

/** Which groups of a label stay together whatever the settings, and which only on some maps. */
export function GroupsThatHold({ label, shares, of }: GroupsThatHoldProps) {
  const column = findColumn(useTable(), label);
  if (column?.kind !== 'levels' || shares.length === 0) return null;
  const groups = shares[0]!
    .map(({ code, rows }) => {
      const own = shares.map(levels => levels.find(level => level.code === code)?.share ?? NaN);
      return {
        name: column.levels[code]!,
        rows,
        least: leastOf(own),
        most: mostOf(own),
        held: own.filter(share => share >= HOLDS).length,
      };
    })
    .sort((a, b) => b.least - a.least);
  const all = groups.filter(({ held }) => held === shares.length);
  return (
    <section className={styles.groups} aria-label="Groups that hold">
      <h2>
        {count(all.length, 'group')} of {label} {all.length === 1 ? 'holds' : 'hold'} together on{' '}
        {shares.length === of ? 'every map' : `each of ${shares.length} of ${of} maps so far`}
      </h2>
      <table>
        <thead>
          <tr>
            <th scope="col">{label}</th>
            <th scope="col">rows</th>
            <th
              scope="col"
              title="The share of the nearest of its rows that are of it, on the worst and the best map"
            >
              its own among the nearest
            </th>
            <th scope="col">holds on</th>
          </tr>
        </thead>
        <tbody>
          {groups.slice(0, MOST_LISTED).map(({ name, rows, least, most, held }) => (
            <tr key={name} data-held={held === shares.length}>
              <th scope="row" title={name}>
                {shortName(name, 26)}
              </th>
              <td>{rows.toLocaleString('en')}</td>
              <td>
                {percent(least)} to {percent(most)}
              </td>
              <td>{held === shares.length ? 'all' : `${held} of ${shares.length}`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft small">
        A group holds where {percent(HOLDS)} of the nearest of its rows are of it. One that holds on every map
        is no whim of a setting.
        {groups.length > MOST_LISTED && ` The first ${MOST_LISTED} of ${groups.length} are listed.`}
      </p>
    </section>
  );
}
