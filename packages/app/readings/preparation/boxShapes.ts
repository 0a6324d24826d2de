import type { Box } from '@wold/core/preparation/boxes';
import { rectangle, stroke } from '../../charts/shapes';

interface BoxLook {
  /** A value’s place in pixels. */
  readonly x: (value: number) => number;
  /** The height of its middle. */
  readonly y: number;
  readonly fill: string;
  readonly line: string;
}

const HALF = 5;

/** A box with its whiskers and what lies beyond them. */
export function boxShapes(box: Box, { x, y, fill, line }: BoxLook): object[] {
  const [low, middle, high] = [x(box.lowerQuartile), x(box.median), x(box.upperQuartile)];
  return [
    stroke([x(box.lowWhisker), y], [x(box.highWhisker), y], line),
    rectangle(low, y - HALF, Math.max(1, high - low), 2 * HALF, { fill, stroke: line }),
    stroke([middle, y - HALF], [middle, y + HALF], line, 2),
    ...box.outliers.map(({ value }) => ({
      type: 'circle',
      shape: { cx: x(value), cy: y, r: 2 },
      style: { fill: line },
    })),
  ];
}
