import Link from '@mui/material/Link';
import { useMemo } from 'react';
import type { Components } from '@wold/core/methods/components/components';
import { componentsPlacement } from '@wold/core/methods/components/placement';
import { leadCounts, THIN } from '@wold/core/methods/leading';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { percent } from '@wold/core/writeup/format';
import type { ColumnWindow } from '../../../controls/useColumnWindow';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useSelection } from '../../../store/useStudy';
import { HeadName } from '../../parts/meaning/HeadName';
import { DIMENSION, LedgerHeads } from '../../parts/meaning/LedgerHeads';
import styles from '../../parts/meaning/Ledger.module.css';

interface LedgerHeadProps {
  readonly reduction: ReductionBy<'components'>;
  readonly components: Components;
  readonly across: ColumnWindow;
}

/** Each dimension's name, what it holds, and how many measures it leads. */
export function LedgerHead({ reduction, components, across }: LedgerHeadProps) {
  const dispatch = useAppDispatch();
  const { dimension } = useSelection();
  const { kept, correlations, heldBy } = components;
  const { structure } = componentsPlacement(components);
  const counts = useMemo(() => leadCounts(correlations), [correlations]);
  return (
    <LedgerHeads
      across={across}
      about={d => ({ ...DIMENSION, 'data-chosen': dimension === d + 1 })}
      head={d => (
        <>
          <HeadName {...{ reduction, structure }} dimension={d + 1} noun="dimension" />
          <Link
            component="button"
            type="button"
            className={`${styles.share} soft`}
            aria-label={`Dimension ${d + 1}, in the lens`}
            onClick={() => dispatch(selected({ dimension: d + 1 }))}
          >
            {d + 1} · {percent(heldBy[d]!, 1)} ·{' '}
            <span className={counts[d]! < THIN ? styles.thin : undefined}>
              {counts[d]} {counts[d] === 1 ? 'leads' : 'lead'}
              {counts[d]! < THIN && ', thin'}
            </span>
          </Link>
        </>
      )}
      tail={
        <>
          <th scope="col" className={styles.heldHead} aria-colindex={kept + 2}>
            held
          </th>
        </>
      }
    />
  );
}
