import { coefficient, percent } from '@wold/core/writeup/format';
import { CourseBar } from '../course/CourseBar';
import { useMapAgreement, useMapQuality, type NeighboursReduction } from '../results';
import styles from './UnderMap.module.css';

/** What stands under the map: how far it is, how true it is, and what may be read from it. */
export function UnderMap({ reduction }: { reduction: NeighboursReduction }) {
  const quality = useMapQuality(reduction);
  const agreement = useMapAgreement(reduction);
  const judged = quality.value !== null && !quality.stale ? quality.value : null;
  const agreed = agreement.value !== null && !agreement.stale ? agreement.value : null;
  return (
    <div className={styles.under}>
      <CourseBar reduction={reduction} />
      <p>
        {judged !== null && (
          <>
            Trustworthiness {coefficient(judged.trustworthiness)} · continuity{' '}
            {coefficient(judged.continuity)} · {percent(judged.kept)} of the {judged.k} nearest kept
          </>
        )}
        {agreed !== null && (
          <>
            {judged !== null && ' · '}
            {agreed.label} agrees among {percent(agreed.onMap.share)} of them, {percent(agreed.inTable.share)}{' '}
            in the table
          </>
        )}
      </p>
      <p className="soft small">
        Read who is near whom, and which groups there are. Axes, distances between groups, their sizes and how
        dense they are mean nothing here.
      </p>
    </div>
  );
}
