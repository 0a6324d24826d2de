import { useMemo } from 'react';
import { entry } from '@wold/core/algebra/matrix';
import type { ComparedSolution, Comparison } from '@wold/core/methods/factors/comparison';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient } from '@wold/core/writeup/format';
import { divergingClass, divergingStyle } from '../../../../charts/DivergingBar';
import { useNaming } from '../../../../results/stages';
import { useMeasures } from '../../../parts/meaning/useMeasures';
import { useWordings } from '../../../parts/meaning/useWordings';
import { fadeFor, useFactors, type FactorReduction } from '../../results';
import styles from './BesideView.module.css';

/** A communality that changes by so much is marked. */
const CHANGED = 0.1;
const MOST_MEASURES = 400;

/** Each measure in both solutions. */
export function MeasuresTable({
  reduction,
  comparison,
}: {
  reduction: FactorReduction;
  comparison: Comparison;
}) {
  const { names } = useNaming(reduction);
  const wordingOf = useWordings();
  const { chosen, select } = useMeasures();
  const { value } = useFactors(reduction);
  const fade = fadeFor(reduction, value);
  const { of, beside, factors, measures } = comparison;
  const here = factors.flatMap(match => (match.of === null ? [] : [match.of]));
  const there = factors.flatMap(({ beside: d }) => (d === null ? [] : [d]));
  // As they are matched, so that the same factor points the same way on both sides.
  const sign = useMemo(
    () => new Map(factors.map(({ beside: d, congruence }) => [d, congruence < 0 ? -1 : 1])),
    [factors],
  );
  const ordered = useMemo(
    () =>
      measures.toSorted(
        (a, b) => (a.leads ?? Infinity) - (b.leads ?? Infinity) || Number(b.moved) - Number(a.moved),
      ),
    [measures],
  );
  return (
    <table className={styles.measures} aria-label="Measures in both solutions">
      <thead>
        <tr>
          <td />
          <th scope="colgroup" colSpan={here.length}>
            here
          </th>
          <th scope="colgroup" colSpan={there.length} className={styles.there}>
            beside
          </th>
          <th scope="colgroup" colSpan={2}>
            communality
          </th>
        </tr>
        <tr>
          <th scope="col">measure</th>
          {here.map(d => (
            <th key={d} scope="col">
              {dimensionName(names, d + 1)}
            </th>
          ))}
          {there.map((d, index) => (
            <th key={d} scope="col" className={index === 0 ? styles.there : undefined}>
              factor {d + 1}
            </th>
          ))}
          <th scope="col">here</th>
          <th scope="col">beside</th>
        </tr>
      </thead>
      <tbody>
        {ordered.slice(0, MOST_MEASURES).map(one => {
          const { measure, moved, communality, communalityBeside } = one;
          const changed = Math.abs(communality - communalityBeside) >= CHANGED;
          return (
            <tr
              key={measure}
              data-moved={moved}
              data-chosen={chosen.includes(measure)}
              onClick={event => select(measure, event)}
            >
              <th scope="row" title={wordingOf(measure) || undefined}>
                <button type="button">{measure}</button>
                {moved && <span className={styles.tag}>moved</span>}
                {one.leads === null && <span className={styles.tag}>set aside here</span>}
                {one.leadsBeside === null && <span className={styles.tag}>set aside beside</span>}
              </th>
              <Loadings of={of} measure={measure} order={here} fade={fade} sign={ONE} first={false} />
              <Loadings of={beside} measure={measure} order={there} fade={fade} sign={sign} first />
              <td className="number">{coefficient(communality)}</td>
              <td className="number" data-changed={changed}>
                {coefficient(communalityBeside)}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const ONE: ReadonlyMap<number | null, number> = new Map();

interface LoadingsProps {
  readonly of: ComparedSolution;
  readonly measure: string;
  readonly order: readonly number[];
  readonly fade: number;
  /** What each factor is turned by. */
  readonly sign: ReadonlyMap<number | null, number>;
  readonly first: boolean;
}

function Loadings({ of: { pattern, measures }, measure, order, fade, sign, first }: LoadingsProps) {
  const j = measures.indexOf(measure);
  return (
    <>
      {order.map((d, index) => {
        const value = j < 0 ? NaN : (sign.get(d) ?? 1) * entry(pattern, j, d);
        const bar = Number.isNaN(value) ? 0 : value;
        return (
          <td
            key={d}
            className={`${styles.cell} ${divergingClass(bar)} ${first && index === 0 ? styles.there : ''}`}
            style={divergingStyle(bar)}
            data-faded={!(Math.abs(value) >= fade)}
          >
            <span>{coefficient(value)}</span>
          </td>
        );
      })}
    </>
  );
}
