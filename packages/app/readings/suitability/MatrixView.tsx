import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { entry } from '@wold/core/algebra/matrix';
import { correlationP, type Suitability } from '@wold/core/suitability/suitability';
import { coefficient } from '../../charts/format';
import type { ShortName } from '../../charts/namesApart';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useSelection } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import type { Span } from './drawMatrix';
import { MatrixCanvas } from './MatrixCanvas';
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
  const box = useRef<HTMLDivElement>(null);
  const size = useSize(box);
  const [partial, setPartial] = useState(false);
  const { span, isWhole, zoomTo, showWhole } = useZoom(found);
  const [over, setOver] = useState<readonly [number, number] | null>(null);
  const matrix = partial && found.antiImage !== null ? found.antiImage : found.correlations;
  const names = useMemo(() => found.order.map(j => found.measures[j]!.measure), [found]);
  const pairs = useMemo(() => strongestPairs(found, MOST_PAIRS), [found]);
  const value = useCallback(
    (a: number, b: number) => entry(matrix, found.order[a]!, found.order[b]!),
    [matrix, found],
  );
  const words =
    over === null
      ? null
      : pairWords(found, value(...over), [names[over[0]]!, names[over[1]]!], partial, shortName);
  return (
    <div className={styles.view}>
      <div className={styles.left}>
        <div ref={box} className={styles.box}>
          <MatrixCanvas
            label={`${partial ? 'Partial correlations' : 'Correlations'} of ${names.length} measures, related ones together; the strongest pairs are in the list`}
            {...{ names, value, size, span, over }}
            onOver={setOver}
            onZoom={zoomTo}
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
