import Link from '@mui/material/Link';
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
/** As tall as this at least, and at most where few measures leave room. */
const CARD_HEIGHT = { least: 74, most: 128 };
const GAP = 8;

/** A sheet of small box plots, one per measure on its own scale: grey before, ink after. */
export const BoxSheet = memo(function BoxSheet({ boxes }: { boxes: readonly MeasureBoxes[] }) {
  const shortName = useShortName();
  const dispatch = useAppDispatch();
  const { columns } = useSelection();
  const scroller = useRef<HTMLDivElement>(null);
  const [{ width, height }, setSize] = useState({ width: 700, height: 0 });
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setSize(entry!.contentRect));
    observer.observe(scroller.current!);
    return () => observer.disconnect();
  }, []);
  const across = Math.max(1, Math.floor((width + GAP) / (CARD_WIDTH + GAP)));
  const lines = Math.ceil(boxes.length / across);
  const cardHeight = Math.max(
    CARD_HEIGHT.least,
    Math.min(CARD_HEIGHT.most, Math.floor(height / Math.max(1, lines)) - GAP),
  );
  const down = useVirtualizer({
    count: lines,
    getScrollElement: () => scroller.current,
    estimateSize: () => cardHeight + GAP,
    overscan: 2,
  });
  useEffect(() => down.measure(), [down, cardHeight]);
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
                height: cardHeight,
                left: `${(100 * place) / across}%`,
                width: `calc(${100 / across}% - ${GAP}px)`,
              }}
            >
              <Link
                component="button"
                type="button"
                onClick={() => dispatch(selected({ columns: [box.measure] }))}
              >
                <span className={styles.name} title={box.measure}>
                  {shortName(box.measure, 18)}
                </span>
                <BoxPair boxes={box} height={cardHeight - 30} />
              </Link>
            </li>
          )),
        )}
      </ul>
    </div>
  );
});
