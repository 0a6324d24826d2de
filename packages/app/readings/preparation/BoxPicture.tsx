import type { ColumnDescription } from '@wold/core/table/describe';

const WIDTH = 150;
const HEIGHT = 16;

/** A small box plot on the measure's own scale: its range, its quartiles, its median. */
export function BoxPicture({ of }: { of: ColumnDescription | undefined }) {
  if (of?.kind !== 'number' || !(of.most > of.least)) return null;
  const place = (value: number) => 2 + ((value - of.least) / (of.most - of.least)) * (WIDTH - 4);
  const [low, middle, high] = [of.lowerQuartile, of.median, of.upperQuartile].map(place) as [
    number,
    number,
    number,
  ];
  return (
    <svg
      width="100%"
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <line x1="2" x2={WIDTH - 2} y1={HEIGHT / 2} y2={HEIGHT / 2} stroke="var(--ink-soft)" />
      <rect
        x={low}
        y="3"
        width={Math.max(1, high - low)}
        height={HEIGHT - 6}
        fill="var(--positive)"
        stroke="var(--ink-soft)"
        vectorEffect="non-scaling-stroke"
      />
      <line x1={middle} x2={middle} y1="3" y2={HEIGHT - 3} stroke="var(--ink)" strokeWidth="2" />
    </svg>
  );
}
