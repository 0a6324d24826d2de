import Link from '@mui/material/Link';
import { useMemo } from 'react';
import { columnOf } from '@wold/core/algebra/matrix';
import type { Components } from '@wold/core/methods/components/components';
import { percent } from '@wold/core/writeup/format';
import { Picture } from '../../../pictures/Picture';
import type { RowPictures } from '../../../pictures/usePixels';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import styles from './LoadingPictures.module.css';

/** Dimensions that are drawn at most. */
const MOST = 60;

interface LoadingPicturesProps {
  readonly pictures: RowPictures;
  readonly components: Components;
  readonly names: readonly string[];
}

/** Each dimension’s loadings as a picture: a pixel that rows high on it have more of, or less. */
export function LoadingPictures({ pictures, components, names }: LoadingPicturesProps) {
  const dispatch = useAppDispatch();
  const { measures, loadings, heldBy, kept } = components;
  const shown = useMemo(() => {
    const places = new Map(measures.map((measure, j) => [measure, j]));
    return Array.from({ length: Math.min(kept, MOST) }, (_, d) => {
      const column = columnOf(loadings, d);
      return Float64Array.from(pictures.columns, name => column[places.get(name) ?? -1] ?? NaN);
    });
  }, [pictures, measures, loadings, kept]);
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Loadings as pictures">
      <p className="soft small">
        Each dimension’s loadings, on a scale of its own: blue where rows high on it are darker than the mean
        picture, brown where they are paler. A pixel that does not vary is blank.
      </p>
      <ul className={styles.pictures}>
        {shown.map((values, d) => {
          const reach = values.reduce((most, value) => Math.max(most, Math.abs(value) || 0), 0);
          return (
            <li key={names[d]}>
              <Picture
                {...pictures}
                values={values}
                least={-reach}
                most={reach}
                size={116}
                label={names[d]!}
              />
              <Link component="button" type="button" onClick={() => dispatch(selected({ dimension: d + 1 }))}>
                {names[d]}
              </Link>{' '}
              <span className="soft small">{percent(heldBy[d]!, 1)}</span>
            </li>
          );
        })}
      </ul>
      {kept > MOST && <p className="soft small">and {kept - MOST} more</p>}
    </div>
  );
}
