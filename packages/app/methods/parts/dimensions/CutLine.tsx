import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { SCREE_MARGIN } from './screeOption';
import styles from './CutLine.module.css';

interface CutLineProps {
  readonly kept: number;
  /** Dimensions that the scree shows. */
  readonly shown: number;
  /** The largest number that can be kept. */
  readonly most: number;
  readonly onCut: (kept: number) => void;
}

/** The line between what is kept and what is not: dragged, or moved with the arrow keys. */
export function CutLine({ kept, shown, most, onCut }: CutLineProps) {
  const plot = useRef<HTMLDivElement>(null);
  const dragged = useRef(false);
  const bounded = (wanted: number) => Math.max(1, Math.min(most, wanted));

  function press(event: KeyboardEvent): void {
    const wanted = new Map([
      ['ArrowLeft', kept - 1],
      ['ArrowDown', kept - 1],
      ['ArrowRight', kept + 1],
      ['ArrowUp', kept + 1],
      ['PageUp', kept + 5],
      ['PageDown', kept - 5],
      ['Home', 1],
      ['End', most],
    ]).get(event.key);
    if (wanted === undefined) return;
    event.preventDefault();
    if (bounded(wanted) !== kept) onCut(bounded(wanted));
  }

  function drag(event: PointerEvent): void {
    if (!dragged.current) return;
    const box = plot.current!.getBoundingClientRect();
    const wanted = bounded(Math.round(((event.clientX - box.left) / box.width) * shown));
    if (wanted !== kept) onCut(wanted);
  }

  const { left, right, top, bottom } = SCREE_MARGIN;
  return (
    <div ref={plot} className={styles.plot} style={{ left, right, top: top - 30, bottom: bottom - 4 }}>
      <div
        className={styles.line}
        role="slider"
        tabIndex={0}
        aria-label="Dimensions kept"
        aria-valuemin={1}
        aria-valuemax={most}
        aria-valuenow={kept}
        aria-valuetext={`keep ${kept}`}
        style={{ left: `${(100 * Math.min(kept, shown)) / shown}%` }}
        onKeyDown={press}
        onPointerDown={event => {
          dragged.current = true;
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={drag}
        onPointerUp={() => (dragged.current = false)}
        onPointerCancel={() => (dragged.current = false)}
      >
        <span className={styles.flag} data-late={kept > 0.8 * shown}>
          keep {kept}
        </span>
      </div>
    </div>
  );
}
