import { useCallback, useEffect, useMemo, useRef, useState, type MouseEvent, type RefObject } from 'react';
import { entry } from '@wold/core/algebra/matrix';
import { correlationP, type Suitability } from '@wold/core/suitability/suitability';
import { coefficient } from '../../charts/format';
import type { ShortName } from '../../charts/namesApart';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useSelection } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { useMode } from '../../theme/ThemeMode';
import { cellPicture } from './cellColours';
import { drawMatrix, layoutOf, type Span } from './drawMatrix';
import { strongestPairs } from './strongestPairs';
import { pWords } from './verdicts';
import styles from './MatrixView.module.css';

const MOST_PAIRS = 60;
const LEAST_SHOWN = 4;
/** Where the picture is at least this wide, the list beside it has room for longer names. */
const WIDE = 760;

/** The correlation matrix, related measures together, and the strongest pairs in a list. */
export function MatrixView({ found }: { found: Suitability }) {
  const shortName = useShortName();
  const dispatch = useAppDispatch();
  const { columns: chosen } = useSelection();
  const { mode, tokens } = useMode();
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const size = useSize(box);
  const [partial, setPartial] = useState(false);
  const { span, isWhole, zoomTo, showWhole } = useZoom(found);
  const [over, setOver] = useState<readonly [number, number] | null>(null);
  const p = found.measures.length;
  const matrix = partial && found.antiImage !== null ? found.antiImage : found.correlations;
  const names = useMemo(() => found.order.map(j => found.measures[j]!.measure), [found]);
  const layout = useMemo(() => layoutOf(span, size), [span.from, span.to, size]); // eslint-disable-line react-hooks/exhaustive-deps
  const pairs = useMemo(() => strongestPairs(found, MOST_PAIRS), [found]);
  const value = useCallback(
    (a: number, b: number) => entry(matrix, found.order[a]!, found.order[b]!),
    [matrix, found],
  );
  const unseen = layout.cell === 0;
  // Kept while the pointer moves over it.
  const picture = useMemo(() => {
    if (layout.single || unseen) return null;
    const { from, to } = span;
    return cellPicture(to - from, (row, column) => value(from + row, from + column), mode, tokens.rule);
  }, [layout.single, unseen, value, span.from, span.to, mode, tokens]); // eslint-disable-line react-hooks/exhaustive-deps

  useEffect(() => {
    if (canvas.current === null || size.width === 0) return;
    drawMatrix(
      canvas.current,
      { names, shortName, value, picture, layout, span, chosen, over },
      mode,
      tokens,
    );
  }, [value, picture, names, shortName, layout, span, chosen, over, mode, tokens, size]);

  function cellAt(event: { nativeEvent: { offsetX: number; offsetY: number } }): [number, number] | null {
    const { offsetX, offsetY } = event.nativeEvent;
    const column = Math.floor((offsetX - layout.left) / layout.cell) + span.from;
    const row = Math.floor((offsetY - layout.top) / layout.cell) + span.from;
    const inside = (place: number) => place >= span.from && place < span.to;
    return inside(column) && inside(row) && offsetX >= layout.left && offsetY >= layout.top
      ? [row, column]
      : null;
  }

  // Wheels are told to React as passive; this one must keep the page from scrolling.
  useEffect(() => {
    const element = canvas.current;
    if (element === null) return undefined;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const at = cellAt({ nativeEvent: event });
      zoomTo(event.deltaY < 0 ? 0.8 : 1.25, at === null ? undefined : (at[0] + at[1]) / 2);
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  });

  function press(event: MouseEvent): void {
    const at = cellAt(event);
    if (at === null) return;
    const [a, b] = at.map(place => names[place]!) as [string, string];
    dispatch(selected({ columns: a === b ? [a] : [b, a] }));
  }

  const words =
    over === null
      ? null
      : pairWords(found, value(...over), [names[over[0]]!, names[over[1]]!], partial, shortName);
  return (
    <div className={styles.view}>
      <div className={styles.left}>
        <div ref={box} className={styles.box}>
          <canvas
            ref={canvas}
            role="img"
            aria-label={`${partial ? 'Partial correlations' : 'Correlations'} of ${p} measures, related ones together; the strongest pairs are in the list`}
            onMouseMove={event => setOver(cellAt(event))}
            onMouseLeave={() => setOver(null)}
            onClick={press}
          />
        </div>
        <Tools
          words={words}
          partial={found.antiImage === null ? null : partial}
          onPartial={setPartial}
          isWhole={isWhole}
          onCloser={() => zoomTo(0.6)}
          onWhole={showWhole}
        />
      </div>
      <PairList pairs={pairs} letters={size.width < WIDE ? 11 : 24} />
    </div>
  );
}

function PairList({ pairs, letters }: { pairs: ReturnType<typeof strongestPairs>; letters: number }) {
  const shortName = useShortName();
  const dispatch = useAppDispatch();
  const { columns: chosen } = useSelection();
  return (
    <section className={styles.pairs} aria-label="Strongest pairs">
      <h3>Strongest pairs</h3>
      <div className={styles.scroll} role="region" aria-label="Strongest pairs, list" tabIndex={0}>
        <table>
          <tbody>
            {pairs.map(({ a, b, r }) => (
              <tr key={`${a} ${b}`} data-chosen={chosen.includes(a) && chosen.includes(b)}>
                <th scope="row">
                  <button
                    type="button"
                    title={`${a} and ${b}`}
                    onClick={() => dispatch(selected({ columns: [a, b] }))}
                  >
                    {shortName(a, letters)} · {shortName(b, letters)}
                  </button>
                </th>
                <td>{coefficient(r)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** What the pointer is over, in words. */
function pairWords(
  found: Suitability,
  r: number,
  [a, b]: readonly [string, string],
  partial: boolean,
  shortName: ShortName,
): string {
  if (a === b) return a;
  const p = found.n === null || partial ? '' : `, p ${pWords(correlationP(r, found.n))}`;
  return `${shortName(a, 40)} and ${shortName(b, 40)}: ${partial ? 'partial ' : ''}r ${coefficient(r)}${p}`;
}

interface ToolsProps {
  readonly words: string | null;
  /** Null where there are no partial correlations. */
  readonly partial: boolean | null;
  readonly onPartial: (partial: boolean) => void;
  readonly isWhole: boolean;
  readonly onCloser: () => void;
  readonly onWhole: () => void;
}

function Tools({ words, partial, onPartial, isWhole, onCloser, onWhole }: ToolsProps) {
  return (
    <div className={styles.foot}>
      <span className="small">
        {words ?? <span className="soft">Click selects a pair; the wheel zooms.</span>}
      </span>
      <span className={styles.tools}>
        {partial !== null && (
          <label className="small">
            <input type="checkbox" checked={partial} onChange={event => onPartial(event.target.checked)} />{' '}
            anti-image (partial)
          </label>
        )}
        <button type="button" className="action small" onClick={onCloser}>
          closer
        </button>
        <button type="button" className="action small" disabled={isWhole} onClick={onWhole}>
          whole
        </button>
      </span>
    </div>
  );
}

/** The size of an element, whatever becomes of it. */
function useSize(element: RefObject<HTMLElement | null>) {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const observer = new ResizeObserver(([seen]) => {
      const { width, height } = seen!.contentRect;
      setSize({ width, height });
    });
    observer.observe(element.current!);
    return () => observer.disconnect();
  }, [element]);
  return size;
}

/** Part of the measures in sight, the whole again for other correlations; and what a factor about a place leaves. */
function useZoom(found: Suitability) {
  const p = found.measures.length;
  const [zoom, setZoom] = useState<{ of: Suitability; span: Span } | null>(null);
  const span = zoom?.of === found ? zoom.span : { from: 0, to: p };
  function zoomTo(factor: number, middle = (span.from + span.to) / 2): void {
    const wanted = Math.min(p, Math.round((span.to - span.from) * factor));
    const length = Math.max(Math.min(LEAST_SHOWN, p), wanted);
    const from = Math.max(0, Math.min(p - length, Math.round(middle - length / 2)));
    setZoom(length === p ? null : { of: found, span: { from, to: from + length } });
  }
  return { span, isWhole: span.to - span.from === p, zoomTo, showWhole: () => setZoom(null) };
}
