import { mostOf } from '@wold/core/algebra/extremes';
import type { Histogram } from '@wold/core/table/describe';

/** A histogram without axes; the numbers stand beside it. */
export function HistogramPicture({
  histogram,
  width,
  height,
}: {
  histogram: Histogram;
  width: number;
  height: number;
}) {
  const { counts } = histogram;
  const most = Math.max(1, mostOf(counts));
  const step = width / Math.max(1, counts.length);
  return (
    <svg
      width="100%"
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      {counts.map((count, bin) => {
        const tall = count === 0 ? 0 : Math.max(1, (count / most) * (height - 1));
        return (
          <rect
            key={bin}
            x={bin * step}
            y={height - tall}
            width={Math.max(0.5, step - 1)}
            height={tall}
            fill="var(--positive)"
          />
        );
      })}
      <line x1="0" x2={width} y1={height - 0.5} y2={height - 0.5} stroke="var(--rule)" />
    </svg>
  );
}
