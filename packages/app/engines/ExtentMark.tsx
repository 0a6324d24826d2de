import Tooltip from '@mui/material/Tooltip';
import type { Extent } from '@wold/core/recipe/extent';
import { sampleOf } from '@wold/core/table/table';
import { useTable } from '../store/TableContext';
import styles from './ExtentMark.module.css';

interface ExtentMarkProps {
  /** Nothing stands where it is null. */
  readonly of: Extent | null;
  /** Whether it is one word, where room is scarce. */
  readonly short?: boolean;
}

/** Whether figures are of a whole table in its engine or of the sample of it that is at hand; it explains itself. */
export function ExtentMark({ of, short = false }: ExtentMarkProps) {
  const sample = sampleOf(useTable());
  if (of === null || sample === null) return null;
  const [all, some] = [sample.of, sample.rows].map(rows => rows.toLocaleString('en'));
  const why =
    of === 'whole'
      ? `Of all ${all} rows of ${sample.table}: from sums that its engine works out.`
      : `Of ${some} of ${all} rows, drawn by seed ${sample.seed}: what needs rows is of a sample.`;
  const text = of === 'whole' ? `all ${all} rows` : `sample of ${some}`;
  return (
    <Tooltip title={why}>
      <span className={short ? styles.word : styles.mark} data-of={of} tabIndex={short ? undefined : 0}>
        {short ? of : text}
        {!short && <span className="unseen">. {why}</span>}
      </span>
    </Tooltip>
  );
}
