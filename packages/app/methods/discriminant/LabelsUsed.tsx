import { percent } from '@wold/core/writeup/format';
import { useTold, type DiscriminantReduction } from './results';
import styles from './LabelsUsed.module.css';

/** The warning that a picture knows the label that colours it, with what it tells right of rows that it does not know. */
export function LabelsUsed({ reduction }: { reduction: DiscriminantReduction }) {
  const { value } = useTold(reduction);
  return (
    <p className={styles.used} role="note">
      <strong>The label was used to make these axes.</strong> Groups lie apart here even where noise alone
      makes them.
      {value !== null && (
        <>
          {' '}
          Of rows held out,{' '}
          {value.heldOut === null ? 'none can be told' : `${percent(value.heldOut.right, 1)} are told right`},
          by the axes themselves {percent(value.apparent.right, 1)}; the largest group is{' '}
          {percent(value.chance, 1)}.
        </>
      )}
    </p>
  );
}
