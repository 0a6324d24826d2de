import { useCallback, useEffect, useMemo, useState, type CSSProperties, type MouseEvent } from 'react';
import type { Components } from '@wold/core/methods/components/components';
import { leadCounts, leadingDimensions, ledgerOrder } from '@wold/core/methods/leading';
import type { ComponentsSettings } from '@wold/core/methods/components/settings';
import type { Reduction } from '@wold/core/recipe/schema';
import { coefficient, fixed } from '../../../charts/format';
import { useColumnWindow, type ColumnWindow } from '../../../controls/useColumnWindow';
import { useRowWindow } from '../../../controls/useRowWindow';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useRecipe, useSelection } from '../../../store/useStudy';
import { useShortName } from '../../../store/useShortName';
import { POORLY_HELD, THIN } from '../dimensions/cost';
import { LedgerCells } from './LedgerCells';
import { LedgerHead } from './LedgerHead';
import type { PlacedColumn } from './placedColumns';
import { quantityOf, type Quantity } from './quantity';
import { ledgerSizes } from './ledgerSizes';
import styles from './Ledger.module.css';

/** More dimensions than this have columns of one width, and only those in sight are drawn. */
const FEW_DIMENSIONS = 8;
const COLUMN_WIDTH = 150;

interface LedgerProps {
  readonly reduction: Reduction;
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
  const { order, leads } = useLedgerLines(quantity === 'pattern' ? figures.values : correlations);
  const [width, setWidth] = useState(0);
  const sizes = useMemo(
    () => ledgerSizes(width, kept, measures, wordingOf),
    [width, kept, measures, wordingOf],
  );
  const { scroller, lines, above, below } = useRowWindow(order.length, sizes.row);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry!.contentRect.width)));
    observer.observe(scroller.current!);
    return () => observer.disconnect();
  }, [scroller]);
  const across = useColumnWindow(scroller, kept, COLUMN_WIDTH, FEW_DIMENSIONS);
  return (
    <div
      ref={scroller}
      className={styles.scroller}
      tabIndex={0}
      role="region"
      aria-label="Ledger, scrollable"
    >
      <table
        className={styles.ledger}
        data-wide={kept > FEW_DIMENSIONS}
        style={
          {
            '--column-width': `${COLUMN_WIDTH}px`,
            '--name-width': `${sizes.name}px`,
            '--cell-width': `${sizes.cell}px`,
            '--row-height': `${sizes.row}px`,
          } as CSSProperties
        }
        aria-label="Ledger of loadings"
        aria-rowcount={order.length + 1}
        aria-colcount={kept + 2}
      >
        <LedgerHead reduction={reduction} components={components} across={across} />
        <tbody>
          {above > 0 && <tr style={{ height: above }} aria-hidden="true" />}
          {lines.map(line => {
            const j = order[line.index]!;
            const measure = measures[j]!;
            const next = order[line.index + 1];
            return (
              <MeasureLine
                key={measure}
                {...{ components, figures, across, fade, small, j }}
                place={line.index}
                short={shortName(measure, sizes.letters)}
                wording={wordingOf(measure)}
                chosen={chosen.includes(measure)}
                last={next !== undefined && leads[next] !== leads[j]}
                onSelect={event => select(measure, event)}
              />
            );
          })}
          {below > 0 && <tr style={{ height: below }} aria-hidden="true" />}
          {placed.map(column => (
            <PlacedLine
              key={`placed ${column.column}`}
              of={column}
              short={shortName(column.column, Math.max(8, sizes.letters - 8))}
              {...{ across, fade }}
              chosen={chosen.includes(column.column)}
              onSelect={event => select(column.column, event)}
            />
          ))}
        </tbody>
      </table>
      <LedgerWords components={components} fade={fade} />
    </div>
  );
}

/** What the ledger's marks mean. */
function LedgerWords({ components, fade }: { components: Components; fade: number }) {
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
    </p>
  );
}

/** The wording of each measure, '' where it has none. */
export function useWordings(): (measure: string) => string {
  const { columns } = useRecipe();
  const wordings = useMemo(
    () => new Map(columns.map(({ name, wording = '' }) => [name, wording])),
    [columns],
  );
  return useCallback(measure => wordings.get(measure) ?? '', [wordings]);
}

function useLedgerLines(correlations: Components['correlations']) {
  const order = useMemo(() => ledgerOrder(correlations), [correlations]);
  const leads = useMemo(() => leadingDimensions(correlations), [correlations]);
  return { order, leads };
}

/** The measures selected; a second one is added while a key is held. */
function useMeasures() {
  const dispatch = useAppDispatch();
  const { columns: chosen } = useSelection();
  function select(measure: string, event: MouseEvent): void {
    const adds = event.shiftKey || event.ctrlKey || event.metaKey;
    const others = chosen.filter(other => other !== measure).slice(-1);
    dispatch(selected({ columns: adds ? [...others, measure] : [measure] }));
  }
  return { chosen, select };
}

interface MeasureLineProps {
  readonly components: Components;
  readonly figures: ReturnType<typeof quantityOf>;
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
  const { components, figures, across, fade, small, j, place, short, wording, chosen, last, onSelect } =
    props;
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
          };
        }}
      />
      <Held share={components.communalities[j]!} column={kept + 2} />
    </tr>
  );
}

interface PlacedLineProps {
  readonly of: PlacedColumn;
  readonly short: string;
  readonly across: ColumnWindow;
  readonly fade: number;
  readonly chosen: boolean;
  readonly onSelect: (event: MouseEvent) => void;
}

/** A column that is placed on the dimensions, with its correlations. */
function PlacedLine({ of, short, across, fade, chosen, onSelect }: PlacedLineProps) {
  return (
    <tr data-placed="true" data-chosen={chosen} onClick={onSelect}>
      <th scope="row" className={styles.measure}>
        <button type="button" title={of.column} aria-label={of.column}>
          {short}
        </button>
        <span className={styles.placed}>placed</span>
      </th>
      <LedgerCells across={across} cell={d => placedCell(of.correlations[d]!, fade)} />
      <td className={styles.held} title="correlations; not among the measures that are reduced" />
    </tr>
  );
}

function placedCell(correlation: number, fade: number) {
  const known = !Number.isNaN(correlation);
  return {
    text: known ? coefficient(correlation) : '–',
    bar: known ? correlation : 0,
    faded: !(Math.abs(correlation) >= fade),
  };
}

interface MeasureNameProps {
  readonly measure: string;
  readonly short: string;
  readonly wording: string;
  /** On how many dimensions the measure is at or above the threshold. */
  readonly crossing: number;
}

function MeasureName({ measure, short, wording, crossing }: MeasureNameProps) {
  return (
    <th scope="row" className={styles.measure}>
      <button type="button" title={measure} aria-label={measure}>
        {short}
      </button>
      {crossing > 1 && (
        <span className={styles.tag} title={`at or above the threshold on ${crossing} dimensions`}>
          {crossing === 2 ? 'two' : crossing === 3 ? 'three' : 'many'}
        </span>
      )}
      {wording !== '' && <span className={styles.wording}>{wording}</span>}
    </th>
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
