import { coefficient, percent } from '@wold/core/writeup/format';
import { Fact } from '../../../lens/Fact';
import { useMapAgreement, useMapQuality, useNeighbourMap, type NeighboursReduction } from '../results';
import styles from '../../../lens/Lens.module.css';

/** How true the map is for a row. */
export function RowNeighbours({ hand, row }: { hand: NeighboursReduction; row: number }) {
  const { value: map, stale } = useNeighbourMap(hand);
  const { value: quality } = useMapQuality(hand);
  const { value: agreement } = useMapAgreement(hand);
  const at = map === null || stale ? -1 : map.rows.indexOf(row);
  if (at < 0 || quality === null || quality.keptEach.length !== map!.rows.length) return null;
  const trust = quality.trustworthinessEach[at]!;
  const agreed = agreement?.onMap.each[at] ?? NaN;
  return (
    <>
      <h3 className={styles.section}>Its neighbours on the map</h3>
      <dl className={styles.facts}>
        <Fact name={`of its ${quality.k} nearest kept`} value={percent(quality.keptEach[at]!)} />
        {!Number.isNaN(trust) && (
          <>
            <Fact name="trustworthiness" value={coefficient(trust)} />
            <Fact name="continuity" value={coefficient(quality.continuityEach[at]!)} />
          </>
        )}
        {!Number.isNaN(agreed) && (
          <Fact name={`of these with its ${agreement!.label}`} value={percent(agreed)} />
        )}
      </dl>
    </>
  );
}
