import { memo } from 'react';
import type { Box, MeasureBoxes } from '@wold/core/preparation/boxes';

const WIDTH = 200;

/**
 * A measure's box before, in grey, above the box after, in ink. Both stand on the scale of before, unless a transform
 * has moved the measure to another scale: then each stands on its own.
 *
 * @param height in CSS pixels
 */
export const BoxPair = memo(function BoxPair({ boxes, height }: { boxes: MeasureBoxes; height: number }) {
  const { before, after, rescaled } = boxes;
  return (
    <svg
      width="100%"
      height={height}
      viewBox={`0 0 ${WIDTH} ${height}`}
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <BoxLine box={before} scale={before} y={height / 4 - 1} colour="var(--ink-soft)" fill="var(--rule)" />
      <BoxLine
        box={after}
        scale={rescaled ? after : before}
        y={(3 * height) / 4 + 1}
        colour="var(--ink)"
        fill="var(--positive)"
      />
    </svg>
  );
});

interface BoxLineProps {
  readonly box: Box;
  readonly scale: Box;
  /** Middle of the line. */
  readonly y: number;
  readonly colour: string;
  readonly fill: string;
}

function BoxLine({ box, scale, y, colour, fill }: BoxLineProps) {
  const range = scale.most - scale.least;
  if (!(range > 0)) return null;
  const place = (value: number) => 4 + ((value - scale.least) / range) * (WIDTH - 8);
  const [low, middle, high] = [place(box.lowerQuartile), place(box.median), place(box.upperQuartile)];
  const line = { stroke: colour, vectorEffect: 'non-scaling-stroke' } as const;
  return (
    <g>
      <line x1={place(box.lowWhisker)} x2={place(box.highWhisker)} y1={y} y2={y} {...line} />
      <rect x={low} y={y - 6} width={Math.max(1, high - low)} height="12" fill={fill} {...line} />
      <line x1={middle} x2={middle} y1={y - 6} y2={y + 6} {...line} strokeWidth="2" />
      {/* One path of points: many elements would hold the page up. */}
      <path
        d={box.outliers.map(({ value }) => `M${place(value).toFixed(1)} ${y}h0`).join('')}
        {...line}
        strokeWidth="4"
        strokeLinecap="round"
      />
    </g>
  );
}
