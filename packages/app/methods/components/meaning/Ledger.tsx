import { givenName } from '@wold/core/writeup/dimensionName';
import { useMemo, type CSSProperties, type MouseEvent } from 'react';
import type { Components } from '@wold/core/methods/components/components';
import { leadCounts, leadingDimensions, ledgerOrder } from '@wold/core/methods/components/leading';
import type { Reduction } from '@wold/core/recipe/schema';
import { coefficient, percent } from '../../../charts/format';
import { EditableName } from '../../../controls/EditableName';
import { useColumnWindow } from '../../../controls/useColumnWindow';
import { useRowWindow } from '../../../controls/useRowWindow';
import { selected } from '../../../store/studySlice';
import { withDimensionName } from '@wold/core/recipe/edit/reductions';
import { useAppDispatch } from '../../../store/store';
import { useEdit, useRecipe, useSelection } from '../../../store/useStudy';
import { useShortName } from '../../../store/useShortName';
import { POORLY_HELD, THIN } from '../dimensions/cost';
import { LedgerCells } from './LedgerCells';
import type { PlacedColumn } from './placedColumns';
import { quantityOf, type Quantity } from './quantity';
import styles from './Ledger.module.css';

const ROW_HEIGHT = 24;
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
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const selection = useSelection();
  const { measures, kept, correlations, communalities, heldBy } = components;
  const {
    values: figures,
    full,
    write,
  } = useMemo(() => quantityOf(components, quantity), [components, quantity]);
  const order = useMemo(() => ledgerOrder(correlations), [correlations]);
  const leads = useMemo(() => leadingDimensions(correlations), [correlations]);
  const counts = useMemo(() => leadCounts(correlations), [correlations]);
  const { scroller, lines, above, below } = useRowWindow(order.length, ROW_HEIGHT);
  const across = useColumnWindow(scroller, kept, COLUMN_WIDTH, FEW_DIMENSIONS);

  function select(measure: string, event: MouseEvent): void {
    const adds = event.shiftKey || event.ctrlKey || event.metaKey;
    const others = selection.columns.filter(other => other !== measure).slice(-1);
    dispatch(selected({ columns: adds ? [...others, measure] : [measure] }));
  }

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
        style={{ '--column-width': `${COLUMN_WIDTH}px` } as CSSProperties}
        aria-label="Ledger of loadings"
        aria-rowcount={order.length + 1}
        aria-colcount={kept + 2}
      >
        <thead>
          <tr>
            <th scope="col" className={styles.measure}>
              <span className="unseen">measure</span>
            </th>
            {across.before > 0 && <td aria-hidden="true" style={{ minWidth: across.before }} />}
            {across.places.map(d => (
              <th
                key={d}
                scope="col"
                aria-colindex={d + 2}
                data-dimension="true"
                data-chosen={selection.dimension === d + 1}
              >
                <EditableName
                  name={givenName(reduction.names, d + 1) ?? ''}
                  label={`Name of dimension ${d + 1}`}
                  invitation="name it …"
                  className={styles.name!}
                  onName={name => edit(withDimensionName(recipe, reduction, d + 1, name), `name ${d + 1}`)}
                />
                <button
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
                </button>
              </th>
            ))}
            {across.after > 0 && <td aria-hidden="true" style={{ minWidth: across.after }} />}
            <th scope="col" className={styles.heldHead} aria-colindex={kept + 2}>
              held
            </th>
          </tr>
        </thead>
        <tbody>
          {above > 0 && <tr style={{ height: above }} aria-hidden="true" />}
          {lines.map(line => {
            const j = order[line.index]!;
            const measure = measures[j]!;
            const next = order[line.index + 1];
            const at = (d: number) => d * measures.length + j;
            const fades = (d: number) => Math.abs(correlations.values[at(d)]!) < reduction.settings.fade;
            const crossing =
              reduction.settings.fade > 0
                ? Array.from({ length: kept }, (_, d) => fades(d)).filter(faded => !faded).length
                : 0;
            const held = communalities[j]!;
            return (
              <tr
                key={measure}
                aria-rowindex={line.index + 2}
                data-chosen={selection.columns.includes(measure)}
                data-last={next !== undefined && leads[next] !== leads[j]}
                onClick={event => select(measure, event)}
              >
                <th scope="row" className={styles.measure}>
                  <button type="button" title={measure} aria-label={measure}>
                    {shortName(measure, kept > 3 ? 20 : 30)}
                  </button>
                  {crossing > 1 && (
                    <span
                      className={styles.tag}
                      title={`at or above the threshold on ${crossing} dimensions`}
                    >
                      {crossing === 2 ? 'two' : crossing === 3 ? 'three' : 'many'}
                    </span>
                  )}
                </th>
                <LedgerCells
                  across={across}
                  cell={d => {
                    const figure = figures.values[at(d)]!;
                    return { text: write(figure), bar: figure / full, faded: fades(d) };
                  }}
                />
                <td
                  className={styles.held}
                  aria-colindex={kept + 2}
                  data-poor={held < POORLY_HELD}
                  title={held < POORLY_HELD ? 'poorly held: communality below 0.4' : undefined}
                >
                  <span className={styles.heldBar}>
                    <span style={{ width: `${100 * Math.min(1, held)}%` }} />
                  </span>
                  {coefficient(held)}
                  {held < POORLY_HELD && <span className="unseen">, poorly held</span>}
                </td>
              </tr>
            );
          })}
          {below > 0 && <tr style={{ height: below }} aria-hidden="true" />}
          {placed.map(({ column, correlations: values }) => (
            <tr
              key={`placed ${column}`}
              data-placed="true"
              data-chosen={selection.columns.includes(column)}
              onClick={event => select(column, event)}
            >
              <th scope="row" className={styles.measure}>
                <button type="button" title={column} aria-label={column}>
                  {shortName(column, kept > 3 ? 14 : 22)}
                </button>
                <span className={styles.placed}>placed</span>
              </th>
              <LedgerCells
                across={across}
                cell={d => {
                  const value = values[d]!;
                  const known = !Number.isNaN(value);
                  return {
                    text: known ? coefficient(value) : '–',
                    bar: known ? value : 0,
                    faded: !(Math.abs(value) >= reduction.settings.fade),
                  };
                }}
              />
              <td className={styles.held} title="correlations; not among the measures that are reduced" />
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
