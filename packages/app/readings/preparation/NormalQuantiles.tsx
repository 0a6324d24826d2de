import styles from './NormalQuantiles.module.css';

type Pairs = readonly (readonly [number, number])[];

const SIZE = 160;
const ROOM = 8;

/** Entries against normal quantiles: a normal measure lies on a straight line. Grey before, ink after. */
export function NormalQuantiles({ before, after }: { before: Pairs; after: Pairs }) {
  return (
    <figure className={styles.figure}>
      <svg viewBox={`0 0 ${SIZE} ${SIZE}`} role="img" aria-label="Normal quantiles, before and after">
        <line x1={ROOM} y1={SIZE - ROOM} x2={SIZE - ROOM} y2={ROOM} stroke="var(--rule)" />
        <Dots pairs={before} colour="var(--ink-soft)" />
        <Dots pairs={after} colour="var(--sward)" />
      </svg>
      <figcaption className="soft small">normal quantiles</figcaption>
    </figure>
  );
}

function Dots({ pairs, colour }: { pairs: Pairs; colour: string }) {
  const [firstX, firstY] = pairs[0] ?? [0, 0];
  const [lastX, lastY] = pairs.at(-1) ?? [1, 1];
  const place = (value: number, from: number, to: number) =>
    ROOM + ((value - from) / (to - from || 1)) * (SIZE - 2 * ROOM);
  return pairs.map(([x, y], index) => (
    <circle
      key={index}
      cx={place(x, firstX, lastX)}
      cy={SIZE - place(y, firstY, lastY)}
      r="1.6"
      fill={colour}
      fillOpacity="0.75"
    />
  ));
}
