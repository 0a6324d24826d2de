import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useRef, useState } from 'react';
import type { MeasureBoxes } from '@wold/core/preparation/boxes';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useSelection } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { BoxPair } from './BoxPair';
import styles from './BoxSheet.module.css';

const CARD_WIDTH = 168;
const CARD_HEIGHT = 74;
const GAP = 8;

/** A sheet of small box plots, one per measure on its own scale: grey before, ink after. */
export const BoxSheet = memo(function BoxSheet({ boxes }: { boxes: readonly MeasureBoxes[] }) {
  const shortName = useShortName();
  const dispatch = useAppDispatch();
  const { columns } = useSelection();
  const scroller = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(700);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width));
    observer.observe(scroller.current!);
    return () => observer.disconnect();
  }, []);
  const across = Math.max(1, Math.floor((width + GAP) / (CARD_WIDTH + GAP)));
  const down = useVirtualizer({
    count: Math.ceil(boxes.length / across),
    getScrollElement: () => scroller.current,
    estimateSize: () => CARD_HEIGHT + GAP,
    overscan: 2,
  });
  return (
    <div
      ref={scroller}
      className={styles.sheet}
      tabIndex={0}
      role="region"
      aria-label="Measures before and after"
    >
      <ul style={{ height: down.getTotalSize() }}>
        {down.getVirtualItems().flatMap(line =>
          boxes.slice(line.index * across, (line.index + 1) * across).map((box, place) => (
            <li
              key={box.measure}
              className={styles.card}
              data-chosen={columns.includes(box.measure)}
              style={{
                top: line.start,
                height: CARD_HEIGHT,
                left: `${(100 * place) / across}%`,
                width: `calc(${100 / across}% - ${GAP}px)`,
              }}
            >
              <button type="button" onClick={() => dispatch(selected({ columns: [box.measure] }))}>
                <span className={styles.name} title={box.measure}>
                  {shortName(box.measure, 18)}
                </span>
                <BoxPair boxes={box} />
              </button>
            </li>
          )),
        )}
      </ul>
    </div>
  );
});
