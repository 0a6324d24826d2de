import Link from '@mui/material/Link';
import { useLayoutEffect, useRef, useState } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import { withMap } from '@wold/core/recipe/edit/reductions';
import type { Reduction } from '@wold/core/recipe/schema';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { shortName } from '@wold/core/writeup/format';
import { useNaming } from '../../results/stages';
import { useEdit, useRecipe } from '../../store/useStudy';
import { SmallMap } from './SmallMap';
import styles from './Planes.module.css';

/** Dimensions of which all planes are shown. */
const MOST = 6;
const GAP = 14;
const CAPTION = 30;

interface PlanesProps {
  readonly reduction: Reduction;
  readonly placement: Placement;
  /** Leads to the large map. */
  readonly onLarge: () => void;
}

/** All planes of two of the first dimensions at once; a click makes one large. */
export function Planes({ reduction, placement, onLarge }: PlanesProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { names } = useNaming(reduction);
  const room = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width));
    observer.observe(room.current!);
    return () => observer.disconnect();
  }, []);
  const kept = Math.min(MOST, placement.at.columns);
  const planes = Array.from({ length: kept }, (_, x) =>
    Array.from({ length: kept - x - 1 }, (__, k) => [x + 1, x + k + 2] as const),
  ).flat();
  const across = planes.length <= 3 ? Math.min(planes.length, width > 900 ? 3 : 2) : width > 900 ? 4 : 3;
  const side = Math.floor((width - GAP * (across - 1)) / across);
  const name = (d: number) => shortName(dimensionName(names, d), 18);
  return (
    <div className={styles.planes} tabIndex={0} role="region" aria-label="Planes, scrollable">
      <div
        ref={room}
        className={styles.grid}
        style={{ gridTemplateColumns: `repeat(${across}, 1fr)`, gap: GAP }}
      >
        {side > 0 &&
          planes.map(([x, y]) => (
            <Link
              key={`${x} ${y}`}
              component="button"
              type="button"
              className={styles.plane}
              aria-label={`Dimensions ${x} and ${y}, large`}
              aria-pressed={reduction.map.x === x && reduction.map.y === y}
              onClick={() => {
                edit(withMap(recipe, reduction, { x, y }), `map ${reduction.id}`);
                onLarge();
              }}
            >
              <span className="small">
                {name(x)} → · {name(y)} ↑
              </span>
              <SmallMap
                {...{ reduction, placement, x, y }}
                width={side - 2}
                height={Math.round(side * 0.8) - CAPTION}
              />
            </Link>
          ))}
      </div>
      {placement.at.columns > MOST && (
        <p className="soft small">
          Of the first {MOST} of {placement.at.columns} dimensions.
        </p>
      )}
    </div>
  );
}
