import { useMemo, type MouseEvent, type ReactNode } from 'react';
import { entry, type Matrix } from '@wold/core/algebra/matrix';
import { leadingDimensions, ledgerOrder, POORLY_HELD } from '@wold/core/methods/leading';
import type { Factors } from '@wold/core/methods/factors/factors';
import { remarksOn, type Remarks } from '@wold/core/methods/factors/remarks';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient } from '@wold/core/writeup/format';
import type { ColumnWindow } from '../../../controls/useColumnWindow';
import { useNaming } from '../../../results/stages';
import { useRecipe } from '../../../store/useStudy';
import { useShortName } from '../../../store/useShortName';
import { LedgerCells } from '../../parts/meaning/LedgerCells';
import { LedgerTable } from '../../parts/meaning/LedgerTable';
import { MeasureName } from '../../parts/meaning/MeasureName';
import { PlacedLine } from '../../parts/meaning/PlacedLine';
import type { PlacedColumn } from '../../parts/meaning/placedColumns';
import { IntervalWords } from '../../parts/meaning/IntervalWords';
import { inBars, useIntervals, type IntervalAt } from '../../parts/meaning/useIntervals';
import { useMeasures } from '../../parts/meaning/useMeasures';
import { useWordings } from '../../parts/meaning/useWordings';
import { fadeFor, type FactorReduction } from '../results';
import { FactorHead } from './FactorHead';
import { factorQuantity, type FactorQuantity } from './quantity';
import styles from '../../parts/meaning/Ledger.module.css';
import own from './FactorLedger.module.css';

/** Pixels of the columns of communality and uniqueness. */
const TAIL = [104, 72];

interface FactorLedgerProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
  readonly quantity: FactorQuantity;
  /** Columns that are placed on the factors, with their correlations. */
  readonly placed: readonly PlacedColumn[];
}

/**
 * The ledger of factors: measures by factors, ordered by the leading factor and size; communality and uniqueness of each
 * measure, and at its foot how the factors correlate.
 */
export function FactorLedger({ reduction, factors, quantity, placed }: FactorLedgerProps) {
  const shortName = useShortName();
  const wordingOf = useWordings();
  const reversed = useReversed();
  const { chosen, select } = useMeasures();
  const { measures, rotated } = factors;
  const { pattern } = rotated;
  const kept = pattern.columns;
  const fade = fadeFor(reduction, factors);
  const figures = useMemo(() => factorQuantity(factors, quantity), [factors, quantity]);
  const remarks = useMemo(() => remarksOn(factors, fade), [factors, fade]);
  const intervals = useIntervals(reduction, figures.values);
  const order = useMemo(() => ledgerOrder(pattern), [pattern]);
  const leads = useMemo(() => leadingDimensions(pattern), [pattern]);
  const lined = useMemo(() => order.map(j => measures[j]!), [order, measures]);
  return (
    <LedgerTable
      label="Ledger of factors"
      measures={lined}
      kept={kept}
      tail={TAIL}
      wordingOf={wordingOf}
      head={across => <FactorHead reduction={reduction} factors={factors} across={across} />}
      line={({ place, across, letters }) => {
        const j = order[place]!;
        const measure = measures[j]!;
        const next = order[place + 1];
        return (
          <FactorLine
            key={measure}
            {...{ factors, figures, intervals, across, fade, j, place, remarks }}
            leaveOut={reduction.settings.small === 'leave out'}
            short={shortName(measure, letters)}
            wording={wordingOf(measure)}
            reversed={reversed.has(measure)}
            chosen={chosen.includes(measure)}
            last={next !== undefined && leads[next] !== leads[j]}
            onSelect={event => select(measure, event)}
          />
        );
      }}
      foot={({ across, letters }) => (
        <>
          {placed.map(column => (
            <PlacedLine
              key={`placed ${column.column}`}
              of={column}
              short={shortName(column.column, Math.max(8, letters - 8))}
              {...{ across, fade }}
              tail={TAIL.length}
              chosen={chosen.includes(column.column)}
              onSelect={event => select(column.column, event)}
            />
          ))}
          <FactorCorrelations reduction={reduction} factors={factors} across={across} />
        </>
      )}
      words={<FactorLedgerWords fade={fade} remarks={remarks} drawnAnew={intervals !== null} />}
    />
  );
}

/** The measures that are turned before anything is computed. */
function useReversed(): ReadonlySet<string> {
  const { columns } = useRecipe();
  return useMemo(
    () => new Set(columns.filter(({ reversed }) => reversed === true).map(({ name }) => name)),
    [columns],
  );
}

interface FactorLineProps {
  readonly factors: Factors;
  readonly figures: ReturnType<typeof factorQuantity>;
  readonly intervals: IntervalAt | null;
  readonly across: ColumnWindow;
  readonly fade: number;
  readonly leaveOut: boolean;
  readonly remarks: Remarks;
  /** Which measure, and which line of the ledger it has. */
  readonly j: number;
  readonly place: number;
  readonly short: string;
  readonly wording: string;
  readonly reversed: boolean;
  readonly chosen: boolean;
  /** Whether another factor leads in the next line. */
  readonly last: boolean;
  readonly onSelect: (event: MouseEvent) => void;
}

/** A measure on each factor, with its communality and its uniqueness. */
function FactorLine(props: FactorLineProps) {
  const { factors, figures, intervals, across, fade, leaveOut, remarks, j } = props;
  const { place, chosen, last, onSelect } = props;
  const { measures, rotated, communalities, uniquenesses } = factors;
  const { pattern } = rotated;
  const measure = measures[j]!;
  const fades = (d: number) => Math.abs(entry(pattern, j, d)) < fade;
  const crossing =
    fade > 0 ? Array.from({ length: pattern.columns }, (_, d) => d).filter(d => !fades(d)).length : 0;
  return (
    <tr aria-rowindex={place + 2} data-chosen={chosen} data-last={last} onClick={onSelect}>
      <MeasureName measure={measure} short={props.short} wording={props.wording} crossing={crossing}>
        {props.reversed && <Tag title="its answers are turned before anything is computed">reversed</Tag>}
        {crossing === 0 && <Tag title="at or above the threshold on no factor">none</Tag>}
        {remarks.heywood.includes(measure) && (
          <Tag title="Heywood case: its communality is 1 or more, which cannot be">Heywood</Tag>
        )}
      </MeasureName>
      <LedgerCells
        across={across}
        cell={d => {
          const figure = entry(figures.values, j, d);
          const out = leaveOut && fades(d);
          return {
            text: out ? '' : figures.write(figure),
            bar: out ? 0 : figure / figures.full,
            faded: fades(d),
            interval: out ? null : inBars(intervals?.(j, d), figures.full),
          };
        }}
      />
      <Communality share={communalities[j]!} column={pattern.columns + 2} />
      <td className={own.uniqueness} aria-colindex={pattern.columns + 3} data-bad={uniquenesses[j]! <= 1e-5}>
        {coefficient(uniquenesses[j]!)}
      </td>
    </tr>
  );
}

function Tag({ title, children }: { title: string; children: ReactNode }) {
  return (
    <span className={styles.tag} title={title}>
      {children}
    </span>
  );
}

function Communality({ share, column }: { share: number; column: number }) {
  const poor = share < POORLY_HELD;
  return (
    <td
      className={`${styles.held} ${own.communality}`}
      aria-colindex={column}
      data-poor={poor}
      title={poor ? 'communality below .4: the factors explain little of it' : undefined}
    >
      <span className={styles.heldBar}>
        <span style={{ width: `${100 * Math.max(0, Math.min(1, share))}%` }} />
      </span>
      {coefficient(share)}
      {poor && <span className="unseen">, low</span>}
    </td>
  );
}

interface FactorCorrelationsProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
  readonly across: ColumnWindow;
}

/** The correlations of the factors in the model and, apart from these, those of the estimated scores. */
function FactorCorrelations({ reduction, factors, across }: FactorCorrelationsProps) {
  const { rotated, scores } = factors;
  const m = rotated.pattern.columns;
  if (m < 2) return null;
  return (
    <>
      {rotated.oblique && (
        <CorrelationRows
          reduction={reduction}
          title="Φ: correlations of the factors in the model"
          matrix={rotated.phi}
          across={across}
        />
      )}
      {'coefficients' in scores && (
        <CorrelationRows
          reduction={reduction}
          title="Correlations of the estimated scores, which are not those of the factors"
          matrix={scores.correlations}
          across={across}
        />
      )}
    </>
  );
}

interface CorrelationRowsProps {
  readonly reduction: FactorReduction;
  readonly title: string;
  readonly matrix: Matrix;
  readonly across: ColumnWindow;
}

function CorrelationRows({ reduction, title, matrix, across }: CorrelationRowsProps) {
  const { names } = useNaming(reduction);
  return (
    <>
      <tr className={own.title}>
        <th scope="rowgroup" colSpan={across.places.length + 1 + TAIL.length}>
          {title}
        </th>
      </tr>
      {Array.from({ length: matrix.rows }, (_, a) => (
        <tr key={a} className={own.correlations}>
          <th scope="row" className={styles.measure}>
            {dimensionName(names, a + 1)}
          </th>
          <LedgerCells
            across={across}
            cell={b => {
              const value = entry(matrix, a, b);
              return {
                text: a === b ? '1' : coefficient(value),
                bar: a === b ? 0 : value,
                faded: a === b || Math.abs(value) < 0.3,
              };
            }}
          />
          <td colSpan={TAIL.length} />
        </tr>
      ))}
    </>
  );
}

/** What the ledger's marks mean. */
interface FactorLedgerWordsProps {
  readonly fade: number;
  readonly remarks: Remarks;
  readonly drawnAnew: boolean;
}

function FactorLedgerWords({ fade, remarks, drawnAnew }: FactorLedgerWordsProps) {
  return (
    <p className={`${styles.words} soft small`}>
      <strong>communality</strong>: the share of a measure’s variance that the factors explain, ▾ under .4 ·{' '}
      <strong>uniqueness</strong>: 1 less that, its own and error · <strong>two</strong>: at or above{' '}
      {coefficient(fade)} on two factors · <strong>none</strong>: on no factor
      {remarks.thin.length > 0 && (
        <>
          {' · '}
          <strong>thin</strong>: led by fewer than three measures, seldom found again
        </>
      )}
      {remarks.doublets.length > 0 && (
        <>
          {' · '}
          <strong>doublet</strong>: strong in two measures alone, which makes no factor
        </>
      )}
      {remarks.heywood.length > 0 && (
        <>
          {' · '}
          <strong>Heywood</strong>: a communality of 1 or more, which cannot be: keep fewer factors, or set it
          aside
        </>
      )}
      {drawnAnew && <IntervalWords />}
    </p>
  );
}
