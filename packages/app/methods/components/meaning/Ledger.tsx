import { useMemo, type MouseEvent } from 'react';
import type { Components } from '@wold/core/methods/components/components';
import { leadCounts, leadingDimensions, ledgerOrder, POORLY_HELD, THIN } from '@wold/core/methods/leading';
import type { ComponentsSettings } from '@wold/core/methods/components/settings';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { coefficient, fixed } from '@wold/core/writeup/format';
import type { ColumnWindow } from '../../../controls/useColumnWindow';
import { useShortName } from '../../../store/useShortName';
import { LedgerCells } from '../../parts/meaning/LedgerCells';
import { LedgerHead } from './LedgerHead';
import type { PlacedColumn } from '../../parts/meaning/placedColumns';
import { quantityOf, type Quantity } from './quantity';
import { IntervalWords } from '../../parts/meaning/IntervalWords';
import { inBars, useIntervals, type IntervalAt } from '../../parts/meaning/useIntervals';
import { useMeasures } from '../../parts/meaning/useMeasures';
import { useWordings } from '../../parts/meaning/useWordings';
import { LedgerTable } from '../../parts/meaning/LedgerTable';
import { MeasureName } from '../../parts/meaning/MeasureName';
import { PlacedLine } from '../../parts/meaning/PlacedLine';
import styles from '../../parts/meaning/Ledger.module.css';

/** Pixels of the column that says what is held. */
const TAIL = [122];

interface LedgerProps {
  readonly reduction: ReductionBy<'components'>;
  readonly components: Components;
  readonly quantity: Quantity;
  /** Columns that are placed on the dimensions, with their correlations. */
  readonly placed: readonly PlacedColumn[];
}

/**
 * The ledger: columns by dimensions, each entry a number on a diverging bar; ordered by leading dimension and size.
 * Cells whose correlation is below the threshold fade. Placed columns stand at its foot.
 */
export function Ledger({ reduction, components, quantity, placed }: LedgerProps) {
  const shortName = useShortName();
  const wordingOf = useWordings();
  const { chosen, select } = useMeasures();
  const { measures, kept, correlations } = components;
  const { fade, small } = reduction.settings;
  const figures = useMemo(() => quantityOf(components, quantity), [components, quantity]);
  // The pattern of oblique dimensions is read by itself.
  const intervals = useIntervals(reduction, figures.values);
  const { order, leads } = useLedgerLines(quantity === 'pattern' ? figures.values : correlations);
  const lined = useMemo(() => order.map(j => measures[j]!), [order, measures]);
  return (
    <LedgerTable
      label="Ledger of loadings"
      measures={lined}
      kept={kept}
      tail={TAIL}
      wordingOf={wordingOf}
      head={across => <LedgerHead reduction={reduction} components={components} across={across} />}
      line={({ place, across, letters }) => {
        const j = order[place]!;
        const measure = measures[j]!;
        const next = order[place + 1];
        return (
          <MeasureLine
            key={measure}
            {...{ components, figures, intervals, across, fade, small, j, place }}
            short={shortName(measure, letters)}
            wording={wordingOf(measure)}
            chosen={chosen.includes(measure)}
            last={next !== undefined && leads[next] !== leads[j]}
            onSelect={event => select(measure, event)}
          />
        );
      }}
      foot={({ across, letters }) =>
        placed.map(column => (
          <PlacedLine
            key={`placed ${column.column}`}
            of={column}
            short={shortName(column.column, Math.max(8, letters - 8))}
            {...{ across, fade }}
            tail={1}
            chosen={chosen.includes(column.column)}
            onSelect={event => select(column.column, event)}
          />
        ))
      }
      words={<LedgerWords components={components} fade={fade} drawnAnew={intervals !== null} />}
    />
  );
}

/** What the ledger's marks mean. */
function LedgerWords({
  components,
  fade,
  drawnAnew,
}: {
  components: Components;
  fade: number;
  drawnAnew: boolean;
}) {
  const thin = leadCounts(components.correlations).some(count => count < THIN);
  return (
    <p className={`${styles.words} soft small`}>
      <strong>held</strong>: the share of a measure’s variance that the dimensions hold (communality), ▾ under{' '}
      {fixed(POORLY_HELD, 1).replace(/^0/, '')} · <strong>two</strong>: at or above{' '}
      {fixed(fade, 2).replace(/^0/, '')} on two dimensions
      {thin && (
        <>
          {' · '}
          <strong>thin</strong>: led by fewer than three measures, seldom found again
        </>
      )}
      {drawnAnew && <IntervalWords />}
    </p>
  );
}

function useLedgerLines(correlations: Components['correlations']) {
  const order = useMemo(() => ledgerOrder(correlations), [correlations]);
  const leads = useMemo(() => leadingDimensions(correlations), [correlations]);
  return { order, leads };
}

interface MeasureLineProps {
  readonly components: Components;
  readonly figures: ReturnType<typeof quantityOf>;
  readonly intervals: IntervalAt | null;
  readonly across: ColumnWindow;
  readonly fade: number;
  readonly small: ComponentsSettings['small'];
  /** Which measure, and which line of the ledger it has. */
  readonly j: number;
  readonly place: number;
  readonly short: string;
  readonly wording: string;
  readonly chosen: boolean;
  /** Whether another dimension leads in the next line. */
  readonly last: boolean;
  readonly onSelect: (event: MouseEvent) => void;
}

/** A measure in figures on each dimension, with the share of its variance that they hold. */
function MeasureLine(props: MeasureLineProps) {
  const { components, figures, intervals, across, fade, small, j, place } = props;
  const { short, wording, chosen, last, onSelect } = props;
  const { measures, kept, correlations } = components;
  const at = (d: number) => d * measures.length + j;
  const fades = (d: number) => Math.abs(correlations.values[at(d)]!) < fade;
  const crossing =
    fade > 0 ? Array.from({ length: kept }, (_, d) => fades(d)).filter(faded => !faded).length : 0;
  return (
    <tr aria-rowindex={place + 2} data-chosen={chosen} data-last={last} onClick={onSelect}>
      <MeasureName measure={measures[j]!} short={short} wording={wording} crossing={crossing} />
      <LedgerCells
        across={across}
        cell={d => {
          const figure = figures.values.values[at(d)]!;
          const leftOut = small === 'leave out' && fades(d);
          return {
            text: leftOut ? '' : figures.write(figure),
            bar: leftOut ? 0 : figure / figures.full,
            faded: fades(d),
            interval: leftOut ? null : inBars(intervals?.(j, d), figures.full),
          };
        }}
      />
      <Held share={components.communalities[j]!} column={kept + 2} />
    </tr>
  );
}

/** The share of a measure's variance that the dimensions hold. */
function Held({ share, column }: { share: number; column: number }) {
  const poor = share < POORLY_HELD;
  return (
    <td
      className={styles.held}
      aria-colindex={column}
      data-poor={poor}
      title={poor ? 'poorly held: communality below 0.4' : undefined}
    >
      <span className={styles.heldBar}>
        <span style={{ width: `${100 * Math.min(1, share)}%` }} />
      </span>
      {coefficient(share)}
      {poor && <span className="unseen">, poorly held</span>}
    </td>
  );
}
