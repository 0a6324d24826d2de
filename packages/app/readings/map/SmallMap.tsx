import { useMemo } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { PointsLayer } from '../../points/PointsLayer';
import { useAppSelector } from '../../store/store';
import { useSelection } from '../../store/useStudy';
import { useMode } from '../../theme/ThemeMode';
import { pointsOf } from './points';
import { pointsDrawn } from './pointsDrawn';
import { useColumnColouring } from './useColumnColouring';
import { toPixel } from './view';
import styles from './SmallMap.module.css';

interface SmallMapProps {
  /** Whose colours and selection it has. */
  readonly reduction: Reduction;
  readonly placement: Placement;
  /** Dimensions, counted from 1. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const MARGIN = 8;

/** A map without names or axes, coloured, selected and isolated as the large one is. */
export function SmallMap({ reduction, placement, x, y, width, height }: SmallMapProps) {
  const { tokens } = useMode();
  const { rows: selection } = useSelection();
  const isolated = useAppSelector(state => state.study.isolated);
  const against = useAppSelector(state => state.study.against);
  const pointed = useAppSelector(state => state.study.pointed);
  const by = useColumnColouring(reduction, placement);
  const points = useMemo(
    () => pointsOf(placement, { x, y, spread: 'scores' }, () => 1, by),
    [placement, x, y, by],
  );
  const view = useMemo(() => closeView(points.x, points.y, width, height), [points, width, height]);
  const drawn = useMemo(
    () =>
      pointsDrawn(
        {
          points,
          colouring: by,
          isolated,
          against,
          selected: new Set(selection),
          sizes: null,
          far: [],
          off: [],
        },
        tokens,
        sizeFor(points.rows.length) * (width > 260 ? 1.4 : 1),
      ),
    [points, by, isolated, against, selection, tokens, width],
  );
  const place = pointed === null ? -1 : points.rows.indexOf(pointed);
  const at = place < 0 ? null : toPixel(view, { width, height }, points.x[place]!, points.y[place]!);
  return (
    <div className={styles.small} style={{ width, height }}>
      <PointsLayer
        x={points.x}
        y={points.y}
        drawn={drawn}
        view={view}
        size={{ width, height }}
        paper={tokens.paper}
      />
      {at !== null && (
        <svg width={width} height={height} aria-hidden="true">
          <circle cx={at[0]} cy={at[1]} r="7" fill="none" stroke="var(--ink)" strokeWidth="1.5" />
        </svg>
      )}
    </div>
  );
}

const sizeFor = (n: number): number => (n > 4000 ? 1.6 : n > 1000 ? 2.4 : n > 200 ? 3.6 : 5);

/** All points, with equal units on both axes, close to the edge. */
function closeView(xs: Float64Array, ys: Float64Array, width: number, height: number) {
  const ends = (values: Float64Array) =>
    values.reduce(([least, most], value) => [Math.min(least, value), Math.max(most, value)] as const, [
      Infinity,
      -Infinity,
    ] as readonly [number, number]);
  const [[left, right], [low, high]] = [ends(xs), ends(ys)];
  const unit = Math.max((right - left) / (width - 2 * MARGIN), (high - low) / (height - 2 * MARGIN));
  return { x: (left + right) / 2, y: (low + high) / 2, unit: unit > 0 ? unit : 1 };
}
