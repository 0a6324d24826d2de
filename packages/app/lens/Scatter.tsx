import { leastOf, mostOf } from '@wold/core/algebra/extremes';
import { figure } from '@wold/core/writeup/format';
import { useShortName } from '../store/useShortName';
import styles from './Lens.module.css';

const WIDTH = 252;
const HEIGHT = 150;
const EDGE = 6;

interface ScatterProps {
  readonly points: readonly (readonly [number, number])[];
  readonly x: string;
  readonly y: string;
  /** Draws the line on which both are equal, on one scale for both. */
  readonly equal?: boolean;
}

/** A small scatter of pairs of numbers. */
export function Scatter({ points, x, y, equal = false }: ScatterProps) {
  const shortName = useShortName();
  if (points.length === 0) return null;
  const ends = (values: readonly number[]) => [leastOf(values), mostOf(values)] as const;
  const xs = points.map(point => point[0]);
  const ys = points.map(point => point[1]);
  const [left, right] = ends(equal ? [...xs, ...ys] : xs);
  const [low, high] = equal ? [left, right] : ends(ys);
  const at = (value: number, from: number, to: number, length: number) =>
    EDGE + ((value - from) / (to - from || 1)) * (length - 2 * EDGE);
  return (
    <figure className={styles.scatter}>
      <figcaption className="small">
        {shortName(y, 18)} <span className="soft">against</span> {shortName(x, 18)}
      </figcaption>
      <svg width={WIDTH} height={HEIGHT} role="img" aria-label={`${y} against ${x}, ${points.length} rows`}>
        {equal && <line x1={EDGE} y1={HEIGHT - EDGE} x2={WIDTH - EDGE} y2={EDGE} stroke="var(--rule)" />}
        {points.map(([a, b], index) => (
          <circle key={index} cx={at(a, left, right, WIDTH)} cy={HEIGHT - at(b, low, high, HEIGHT)} r={2} />
        ))}
      </svg>
      <p className="soft small">
        <span>{figure(left, 4)}</span>
        <span>{shortName(x, 20)}</span>
        <span>{figure(right, 4)}</span>
      </p>
    </figure>
  );
}
