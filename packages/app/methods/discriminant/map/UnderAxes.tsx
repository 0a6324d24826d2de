import { LabelsUsed } from '../LabelsUsed';
import type { DiscriminantReduction } from '../results';
import styles from './UnderAxes.module.css';

/** What stands under the map: that it knows the label, and what its units are. */
export function UnderAxes({ reduction }: { reduction: DiscriminantReduction }) {
  return (
    <div className={styles.under}>
      <LabelsUsed reduction={reduction} />
      <p className="soft small">
        One unit is a standard deviation within the groups; shares are of what parts them. Rows without a
        known group are placed, and had no say.
      </p>
    </div>
  );
}
