import Link from '@mui/material/Link';
import { useMemo } from 'react';
import type { Discriminant } from '@wold/core/methods/discriminant/discriminant';
import { discriminantPlacement } from '@wold/core/methods/discriminant/placement';
import { leadCounts, leadingDimensions, ledgerOrder } from '@wold/core/methods/leading';
import { fixed, percent } from '@wold/core/writeup/format';
import type { ColumnWindow } from '../../../controls/useColumnWindow';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useShortName } from '../../../store/useShortName';
import { useSelection } from '../../../store/useStudy';
import { HeadName } from '../../parts/meaning/HeadName';
import { DIMENSION, LedgerHeads } from '../../parts/meaning/LedgerHeads';
import { LedgerCells } from '../../parts/meaning/LedgerCells';
import { LedgerTable } from '../../parts/meaning/LedgerTable';
import { MeasureName } from '../../parts/meaning/MeasureName';
import { IntervalWords } from '../../parts/meaning/IntervalWords';
import { inBars, useIntervals } from '../../parts/meaning/useIntervals';
import { useMeasures } from '../../parts/meaning/useMeasures';
import { useWordings } from '../../parts/meaning/useWordings';
import type { DiscriminantReduction } from '../results';
import { withoutGaps } from './order';
import { axesQuantity, type AxesQuantity } from './quantity';
import styles from '../../parts/meaning/Ledger.module.css';

const NO_TAIL: readonly number[] = [];

interface AxesLedgerProps {
  readonly reduction: DiscriminantReduction;
  readonly found: Discriminant;
  readonly quantity: AxesQuantity;
}

/**
 * The ledger of discriminant axes: measures by axes, ordered by the axis that they go with most within the groups. Cells
 * whose structure is below the threshold fade.
 */
export function AxesLedger({ reduction, found, quantity }: AxesLedgerProps) {
  const shortName = useShortName();
  const wordingOf = useWordings();
  const { chosen, select } = useMeasures();
  const { measures, kept } = found;
  const { fade } = reduction.settings;
  const by = useMemo(() => withoutGaps(found.structure), [found]);
  const figures = useMemo(() => axesQuantity(found, quantity), [found, quantity]);
  const intervals = useIntervals(reduction, figures.values);
  const order = useMemo(() => ledgerOrder(by), [by]);
  const leads = useMemo(() => leadingDimensions(by), [by]);
  const lined = useMemo(() => order.map(j => measures[j]!), [order, measures]);
  const p = measures.length;
  const fades = (j: number, d: number) => Math.abs(by.values[d * p + j]!) < fade;
  return (
    <LedgerTable
      label="Ledger of discriminant axes"
      measures={lined}
      kept={kept}
      tail={NO_TAIL}
      wordingOf={wordingOf}
      head={across => <Head reduction={reduction} found={found} across={across} />}
      line={({ place, across, letters }) => {
        const j = order[place]!;
        const measure = measures[j]!;
        const next = order[place + 1];
        const crossing =
          fade > 0 ? Array.from({ length: kept }, (_, d) => d).filter(d => !fades(j, d)).length : 0;
        return (
          <tr
            key={measure}
            aria-rowindex={place + 2}
            data-chosen={chosen.includes(measure)}
            data-last={next !== undefined && leads[next] !== leads[j]}
            onClick={event => select(measure, event)}
          >
            <MeasureName
              measure={measure}
              short={shortName(measure, letters)}
              wording={wordingOf(measure)}
              crossing={crossing}
            />
            <LedgerCells
              across={across}
              cell={d => {
                const value = figures.values.values[d * p + j]!;
                return {
                  text: figures.write(value),
                  bar: Number.isNaN(value) ? 0 : value / figures.full,
                  faded: fades(j, d),
                  interval: inBars(intervals?.(j, d), figures.full),
                };
              }}
            />
          </tr>
        );
      }}
      foot={() => null}
      words={
        <p className={`${styles.words} soft small`}>
          <strong>two</strong>: at or above {fixed(fade, 2).replace(/^0/, '')} on two axes within the groups ·
          shares are of what parts {found.label}
          {intervals !== null && <IntervalWords />}
        </p>
      }
    />
  );
}

interface HeadProps {
  readonly reduction: DiscriminantReduction;
  readonly found: Discriminant;
  readonly across: ColumnWindow;
}

/** Each axis's name, what it holds, and how many measures it leads. */
function Head({ reduction, found, across }: HeadProps) {
  const dispatch = useAppDispatch();
  const { dimension } = useSelection();
  const { structure } = discriminantPlacement(found);
  const counts = useMemo(() => leadCounts(withoutGaps(found.structure)), [found]);
  return (
    <LedgerHeads
      across={across}
      about={d => ({ ...DIMENSION, 'data-chosen': dimension === d + 1 })}
      head={d => (
        <>
          <HeadName {...{ reduction, structure }} dimension={d + 1} noun="axis" />
          <Link
            component="button"
            type="button"
            className={`${styles.share} soft`}
            aria-label={`Axis ${d + 1}, in the lens`}
            onClick={() => dispatch(selected({ dimension: d + 1 }))}
          >
            {d + 1} · {percent(found.shares[d]!)} · {counts[d]} {counts[d] === 1 ? 'leads' : 'lead'}
          </Link>
        </>
      )}
    />
  );
}
