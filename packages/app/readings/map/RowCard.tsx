import { useMemo, type CSSProperties } from 'react';
import { textAt } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { figure, fixed, shortName } from '@wold/core/writeup/format';
import { setsApart } from '../../lens/apart';
import { rowName } from '../../lens/rowName';
import { RowPicture } from '../../pictures/RowPicture';
import { usePixels } from '../../pictures/usePixels';
import { useAccount, usePlacement } from '../../results/stages';
import { useTable } from '../../store/TableContext';
import { useHand, useRecipe } from '../../store/useStudy';
import { EntryText, useStrongWords } from '../texts/EntryText';
import { useSplit } from '../texts/useSplit';
import type { Points } from './points';
import styles from './MapReading.module.css';

/** Measures on the card of a row: those in which it is furthest from the mean. */
const MOST_APART = 3;

interface RowCardProps {
  readonly points: Points;
  readonly index: number;
  /** The column that colours the rows, or null. */
  readonly colour: string | null;
  readonly style: CSSProperties;
}

/** Which row a point is, what colours it, where it lies, and what it differs in most. */
export function RowCard({ points, index, colour, style }: RowCardProps) {
  const table = useTable();
  const recipe = useRecipe();
  const row = points.rows[index]!;
  const pictures = usePixels();
  const by = colour === null ? undefined : findColumn(table, colour);
  const split = useSplit();
  const hand = useHand();
  const { value: placement } = usePlacement(hand);
  const strong = useStrongWords(hand, placement, row);
  const { value: account } = useAccount();
  const apart = useMemo(
    () => (account === null || pictures !== null ? [] : setsApart(table, account, [row])),
    [table, account, row, pictures],
  );
  return (
    <div className={styles.card} style={style}>
      {pictures !== null && (
        <RowPicture pictures={pictures} row={row} size={84} label={rowName(table, recipe, row)} />
      )}
      <strong>{rowName(table, recipe, row)}</strong>
      {split !== null && <EntryText row={row} strong={strong} most={300} />}
      <dl>
        {by !== undefined && (
          <div>
            <dt className="soft">{colour}</dt>
            <dd>{textAt(by, row) || '–'}</dd>
          </div>
        )}
        <div>
          <dt className="soft">at</dt>
          <dd>
            {fixed(points.x[index]!, 2)}
            {!points.flat && `, ${fixed(points.y[index]!, 2)}`}
          </dd>
        </div>
        {apart
          .slice(0, MOST_APART)
          .filter(({ deviation }) => Number.isFinite(deviation))
          .map(({ measure, mean, deviation }) => (
            <div key={measure}>
              <dt className="soft">{shortName(measure, 24)}</dt>
              <dd>
                {figure(mean)}
                <span className="soft">
                  , {fixed(Math.abs(deviation), 1)} sd {deviation < 0 ? 'below' : 'above'}
                </span>
              </dd>
            </div>
          ))}
      </dl>
    </div>
  );
}
