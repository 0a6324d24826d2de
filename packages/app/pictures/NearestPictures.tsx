import Link from '@mui/material/Link';
import { useMemo } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import { rowName } from '../lens/rowName';
import { usePlacement } from '../results/stages';
import { selected } from '../store/studySlice';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { useHand, useRecipe } from '../store/useStudy';
import lens from '../lens/Lens.module.css';
import { RowPicture } from './RowPicture';
import type { RowPictures } from './usePixels';
import styles from './Picture.module.css';

const NEAREST = 8;

/** The pictures of the rows that lie nearest to one by the reduction in hand, in all its dimensions. */
export function NearestPictures({ pictures, row }: { pictures: RowPictures; row: number }) {
  const table = useTable();
  const recipe = useRecipe();
  const dispatch = useAppDispatch();
  const { value } = usePlacement(useHand());
  const near = useMemo(() => (value === null ? [] : nearestTo(value, row)), [value, row]);
  if (near.length === 0) return null;
  return (
    <>
      <h3 className={lens.section}>Nearest to it</h3>
      <div className={styles.row}>
        {near.map(other => (
          <figure key={other}>
            <Link
              component="button"
              type="button"
              aria-label={`Select ${rowName(table, recipe, other)}`}
              onClick={() => dispatch(selected({ rows: [other] }))}
            >
              <RowPicture pictures={pictures} row={other} size={56} label={rowName(table, recipe, other)} />
            </Link>
            <figcaption className="soft">{rowName(table, recipe, other)}</figcaption>
          </figure>
        ))}
      </div>
    </>
  );
}

function nearestTo({ rows, at }: Placement, row: number): number[] {
  const own = rows.indexOf(row);
  if (own < 0) return [];
  const found: { readonly place: number; readonly square: number }[] = [];
  for (let place = 0; place < rows.length; place++) {
    if (place === own) continue;
    let square = 0;
    for (let d = 0; d < at.columns; d++) {
      square += (at.values[d * at.rows + place]! - at.values[d * at.rows + own]!) ** 2;
    }
    if (found.length === NEAREST && square >= found[NEAREST - 1]!.square) continue;
    found.push({ place, square });
    found.sort((a, b) => a.square - b.square);
    found.length = Math.min(found.length, NEAREST);
  }
  return found.map(({ place }) => rows[place]!);
}
