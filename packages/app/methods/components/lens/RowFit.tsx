import { DivergingBar } from '../../../charts/DivergingBar';
import { count, figure, percent } from '@wold/core/writeup/format';
import type { ReductionBy } from '@wold/core/recipe/schema';
import type { RowPart } from '@wold/core/methods/components/distances';
import { useComponents, useDistances, useRowParts } from '../results';
import { isBeyond, rowDistances } from '../trust/odd';
import { useShortName } from '../../../store/useShortName';
import { Fact } from '../../../lens/Fact';
import styles from '../../../lens/Lens.module.css';

const MOST_LISTED = 6;

/** How a row fits the kept dimensions: its distances, the measures that make them, and its entries rebuilt. */
export function RowFit({ hand, row }: { hand: ReductionBy<'components'>; row: number }) {
  const shortName = useShortName();
  const { value: distances } = useDistances(hand);
  const { value: parts, stale } = useRowParts(hand, row);
  const { value: components } = useComponents(hand);
  const own = rowDistances(distances).find(other => other.row === row);
  if (distances === null || own === undefined || parts === null || components === null || stale) return null;
  const { t2Limit, qLimit } = distances;
  const against = (value: number, limit: number | null) =>
    limit === null
      ? figure(value, 3)
      : `${figure(value, 3)}, ${isBeyond(value, limit) ? 'beyond' : 'within'} ${figure(limit, 3)}`;
  const byQ = [...parts].sort((a, b) => b.q - a.q).slice(0, MOST_LISTED);
  return (
    <>
      <h3 className={styles.section}>How it fits {count(components.kept, 'dimension')}</h3>
      <dl className={styles.facts}>
        <Fact name="T², far out" value={against(own.t2, t2Limit)} />
        <Fact name="Q, off them" value={against(own.q, qLimit)} />
      </dl>
      {isBeyond(own.t2, t2Limit) && <FarOutBy parts={parts} t2={own.t2} />}
      <p className="soft small">Entries that the dimensions rebuild worst</p>
      <table className={styles.values} aria-label="Entries and what the dimensions rebuild of them">
        <thead>
          <tr>
            <th scope="col">measure</th>
            <th scope="col">treated</th>
            <th scope="col">rebuilt</th>
            <th scope="col" title="its part of Q">
              of Q
            </th>
          </tr>
        </thead>
        <tbody>
          {byQ.map(({ measure, treated, treatedRebuilt, q }) => (
            <tr key={measure}>
              <th scope="row" title={measure}>
                {shortName(measure, 14)}
              </th>
              <td>{figure(treated, 3)}</td>
              <td>{figure(treatedRebuilt, 3)}</td>
              <td>{percent(own.q > 0 ? q / own.q : 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

interface FarOutByProps {
  readonly parts: readonly RowPart[];
  readonly t2: number;
}

/** The measures that make a row far out. */
function FarOutBy({ parts, t2 }: FarOutByProps) {
  const shortName = useShortName();
  const strongest = [...parts].sort((a, b) => b.t2 - a.t2).slice(0, MOST_LISTED);
  return (
    <>
      <p className="soft small">Far out by</p>
      <table className={styles.bars} aria-label="Measures that make it far out">
        <tbody>
          {strongest.map(({ measure, t2: part }) => (
            <tr key={measure}>
              <th scope="row" title={measure}>
                {shortName(measure, 16)}
              </th>
              <td>
                <DivergingBar value={part / t2} />
              </td>
              <td className="number">{percent(part / t2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
