import { useMemo } from 'react';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { count, percent } from '@wold/core/writeup/format';
import { useComponents, useRebuiltColumn } from '../results';
import { Scatter } from '../../../lens/Scatter';
import styles from '../../../lens/Lens.module.css';

const MOST_POINTS = 800;

/** A measure as the kept dimensions rebuild it, against what it is. */
export function RebuiltColumn({ hand, measure }: { hand: ReductionBy<'components'>; measure: string }) {
  const { value, stale } = useRebuiltColumn(hand, measure);
  const { value: components } = useComponents(hand);
  const points = useMemo(() => {
    if (value === null) return [];
    const step = Math.max(1, Math.ceil(value.rows.length / MOST_POINTS));
    return [...value.treated.keys()]
      .filter(i => i % step === 0 && !Number.isNaN(value.treated[i]!))
      .map(i => [value.treated[i]!, value.rebuilt[i]!] as const);
  }, [value]);
  if (value === null || components === null || stale || points.length === 0) return null;
  const held = components.communalities[components.measures.indexOf(measure)];
  return (
    <>
      <h3 className={styles.section}>Rebuilt from {count(components.kept, 'dimension')}</h3>
      <Scatter points={points} x="treated" y="rebuilt" equal />
      {held !== undefined && <p className="soft small">{percent(held)} of its variance is held.</p>}
    </>
  );
}
