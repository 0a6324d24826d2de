import { UNLIKE_GROUPS } from '@wold/core/methods/discriminant/told';
import { percent } from '@wold/core/writeup/format';
import { Fact } from '../../../lens/Fact';
import { useDiscriminant, useTold, type DiscriminantReduction } from '../results';
import styles from '../../../lens/Lens.module.css';

/** The group that a row has, and those that it is told to be of. */
export function RowTold({ hand, row }: { hand: DiscriminantReduction; row: number }) {
  const { value: found } = useDiscriminant(hand);
  const { value: told, stale } = useTold(hand);
  if (found === null || told === null || stale || told.as.length !== found.rows.length) return null;
  const { levels } = told;
  const used = found.rows.indexOf(row);
  if (used >= 0) {
    const out = told.heldOutAs[used]!;
    return (
      <>
        <h3 className={styles.section}>Its group by {hand.name}</h3>
        <dl className={styles.facts}>
          <Fact name={found.label} value={levels[found.group[used]!]!} />
          <Fact
            name="told by the axes"
            value={`${levels[told.as[used]!]!}, ${percent(told.likely[used]!)}`}
          />
          {out >= 0 && <Fact name="told where held out" value={levels[out]!} />}
        </dl>
      </>
    );
  }
  const { placed } = told;
  const place = placed.rows.indexOf(row);
  if (place < 0) return null;
  const usual = placed.usual[place]!;
  return (
    <>
      <h3 className={styles.section}>Its group by {hand.name}</h3>
      <dl className={styles.facts}>
        <Fact name="most likely" value={`${levels[placed.as[place]!]!}, ${percent(placed.likely[place]!)}`} />
        <Fact name="as far out or farther" value={usual < UNLIKE_GROUPS ? 'under 1 %' : percent(usual, 1)} />
      </dl>
      <p className="soft small">
        {usual < UNLIKE_GROUPS
          ? 'It is like no group: hardly a row held out lies so far from every centre.'
          : 'Of the rows held out, so many lie as far from the nearest group’s centre.'}
      </p>
    </>
  );
}
