import { neighboursPlacement } from '@wold/core/methods/neighbours/placement';
import { percent } from '@wold/core/writeup/format';
import { SmallMap } from '../../../readings/map/SmallMap';
import { Resulting } from '../../../readings/Problem';
import {
  useAgreementOfNothing,
  useLabelInHand,
  useMapAgreement,
  useMapOfNothing,
  useNeighbourMap,
  type NeighboursReduction,
} from '../results';
import styles from './TruenessReading.module.css';

const SIDE = { width: 330, height: 300 };

/** What nothing looks like: the same settings on measures that were dealt out anew. */
export function NothingView({ reduction }: { reduction: NeighboursReduction }) {
  const { value: map } = useNeighbourMap(reduction);
  const nothing = useMapOfNothing(reduction);
  return (
    <>
      <p className={styles.words}>
        The same settings on the same measures, each dealt out anew among the rows: how measures go together
        is gone, so that any shape on the right is the method’s.{' '}
        <span className="soft">What the left has and the right has not is the table’s.</span>
      </p>
      <Resulting reading={nothing}>
        {value => (
          <div className={styles.pair}>
            {map !== null && (
              <figure>
                <SmallMap reduction={reduction} placement={neighboursPlacement(map)} x={1} y={2} {...SIDE} />
                <figcaption className="small">the table</figcaption>
              </figure>
            )}
            <figure>
              <SmallMap reduction={reduction} placement={neighboursPlacement(value)} x={1} y={2} {...SIDE} />
              <figcaption className="small">its measures dealt out anew</figcaption>
            </figure>
          </div>
        )}
      </Resulting>
      <AgreementWords reduction={reduction} />
    </>
  );
}

function AgreementWords({ reduction }: { reduction: NeighboursReduction }) {
  const label = useLabelInHand(reduction);
  const { value: own } = useMapAgreement(reduction);
  const { value: nothing } = useAgreementOfNothing(reduction);
  if (label === null || own === null || nothing === null) return null;
  return (
    <p className={styles.words}>
      Of the {own.k} nearest <strong>{percent(own.onMap.share, 1)}</strong> have a row’s own {label} on the
      map of the table, <strong>{percent(nothing.share, 1)}</strong> on that of nothing; a label dealt out
      anew would give {percent(nothing.byChance, 1)}.
    </p>
  );
}
