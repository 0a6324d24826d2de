import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode, type RefObject } from 'react';
import { entry } from '@wold/core/algebra/matrix';
import { correlationP, type Suitability } from '@wold/core/suitability/suitability';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, fixed } from '../../charts/format';
import { saveText, saveUrl } from '../../outputs/save';
import { TakeOutMenu, type Numbers } from '../../outputs/TakeOutMenu';
import { divergingColour } from '../../theme/ramp';
import { useMode } from '../../theme/ThemeMode';
import type { ShortName } from '../../charts/namesApart';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useSelection, useStudy } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import type { Span } from './drawMatrix';
import { MatrixCanvas } from './MatrixCanvas';
import { strongestPairs } from './strongestPairs';
import { pWords } from './verdicts';
import { useView } from '../../store/useView';
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
  const stem = fileStem(useStudy().name);
  const [relations, setRelations] = useView('matrix', ['correlations', 'partial'], 'relations');
  const partial = relations === 'partial';
  const { span, isWhole, zoomTo, showWhole } = useZoom(found);
  const [over, setOver] = useState<readonly [number, number] | null>(null);
  const matrix = partial && found.antiImage !== null ? found.antiImage : found.correlations;
  const names = useMemo(() => found.order.map(j => found.measures[j]!.measure), [found]);
  const pairs = useMemo(() => strongestPairs(found, MOST_PAIRS, matrix), [found, matrix]);
  const shown = partial && found.antiImage !== null;
  const value = useCallback(
    (a: number, b: number) => entry(matrix, found.order[a]!, found.order[b]!),
    [matrix, found],
  );
  const adequacy = useCallback((a: number) => found.measures[found.order[a]!]!.kmo, [found]);
  const words =
    over === null
      ? null
      : over[0] === over[1] && shown
        ? `${shortName(names[over[0]]!, 40)}: sampling adequacy ${fixed(adequacy(over[0]), 2)}`
        : pairWords(found, value(...over), [names[over[0]]!, names[over[1]]!], partial, shortName);
  const onPicture = (kind: 'png' | 'svg') =>
    takeMatrix(kind, box.current!.querySelector('canvas')!, `${stem}-${shown ? 'partial' : 'correlations'}`);
  return (
    <div className={styles.view}>
      <div className={styles.left}>
        <div ref={box} className={styles.box}>
          <MatrixCanvas
            label={`${partial ? 'Partial correlations' : 'Correlations'} of ${names.length} measures, related ones together; the strongest pairs are in the list`}
            {...{ names, value, size, span, over }}
            diagonal={shown ? adequacy : null}
            onOver={setOver}
            onZoom={zoomTo}
          />
        </div>
        <Tools
          words={words}
          partial={found.antiImage === null ? null : partial}
          onPartial={is => setRelations(is ? 'partial' : 'correlations')}
          isWhole={isWhole}
          onCloser={() => zoomTo(0.6)}
          onWhole={showWhole}
        >
          <TakeOutMenu
            label={shown ? 'Partial correlations' : 'Correlations'}
            fileStem={`${stem}-${shown ? 'partial' : 'correlations'}`}
            numbers={() => matrixNumbers(found, shown)}
            onPicture={onPicture}
          />
        </Tools>
      </div>
      <PairList
        pairs={pairs}
        n={shown ? null : found.n}
        partial={shown}
        letters={size.width < WIDE ? 9 : 22}
      />
    </div>
  );
}

interface PairListProps {
  readonly pairs: ReturnType<typeof strongestPairs>;
  /** Rows that the correlations stand on; null where they have no p. */
  readonly n: number | null;
  readonly partial: boolean;
  readonly letters: number;
}

/** So many letters more stand in a line of their own. */
const BELOW = 6;

function PairList({ pairs, n, partial, letters }: PairListProps) {
  const shortName = useShortName();
  const dispatch = useAppDispatch();
  const { columns: chosen } = useSelection();
  return (
    <section className={styles.pairs} aria-label="Strongest pairs">
      <h3>{partial ? 'Strongest pairs, given all others' : 'Strongest pairs'}</h3>
      <div className={styles.scroll} role="region" aria-label="Strongest pairs, list" tabIndex={0}>
        <table>
          <thead>
            <tr>
              <th scope="col">pair</th>
              <th scope="col">{partial ? 'partial r' : 'r'}</th>
              {n !== null && <th scope="col">p</th>}
            </tr>
          </thead>
          <tbody>
            {pairs.map(({ a, b, r }) => (
              <tr key={`${a} ${b}`} data-chosen={chosen.includes(a) && chosen.includes(b)}>
                <th scope="row">
                  <button
                    type="button"
                    title={`${a} and ${b}`}
                    onClick={() => dispatch(selected({ columns: [a, b] }))}
                  >
                    {a.length > letters || b.length > letters ? (
                      // One below the other each has the whole width.
                      <>
                        {shortName(a, BELOW + letters)}
                        <br />
                        {shortName(b, BELOW + letters)}
                      </>
                    ) : (
                      `${a} · ${b}`
                    )}
                  </button>
                </th>
                <td>{coefficient(r)}</td>
                {n !== null && <td className="soft">{pWords(correlationP(r, n))}</td>}
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
  readonly children: ReactNode;
}

function Tools({ words, partial, onPartial, isWhole, onCloser, onWhole, children }: ToolsProps) {
  const { mode } = useMode();
  return (
    <div className={styles.foot}>
      <span className="small">
        {words ?? (
          <span className={`${styles.key} soft`}>
            −1
            <span
              className={styles.ramp}
              style={{
                background: `linear-gradient(90deg, ${[-1, -0.5, 0, 0.5, 1].map(r => `rgb(${divergingColour(r, mode).join(' ')})`).join(', ')})`,
              }}
            />
            1{partial === true && ' · sampling adequacy on the diagonal'}
          </span>
        )}
      </span>
      <span className={styles.tools}>
        {partial !== null && (
          <label className="small">
            <Checkbox checked={partial} onChange={event => onPartial(event.target.checked)} /> partial, given
            all others
          </label>
        )}
        <Button className="small" onClick={onCloser}>
          closer
        </Button>
        <Button className="small" disabled={isWhole} onClick={onWhole}>
          whole
        </Button>
        {children}
      </span>
    </div>
  );
}

/** The matrix as shown, in the order of the measures; the diagonal of partial correlations holds sampling adequacies. */
function matrixNumbers({ measures, correlations, antiImage }: Suitability, partial: boolean): Numbers {
  const matrix = partial ? antiImage! : correlations;
  return [
    [partial ? 'partial correlation' : 'correlation', ...measures.map(({ measure }) => measure)],
    ...measures.map(({ measure, kmo }, i) => [
      measure,
      ...measures.map((_, j) => (partial && i === j ? String(kmo) : String(entry(matrix, i, j)))),
    ]),
  ];
}

/** The picture on the canvas as a file; an SVG holds it as it is. */
function takeMatrix(kind: 'png' | 'svg', canvas: HTMLCanvasElement, stem: string): void {
  const picture = canvas.toDataURL('image/png');
  const { width, height } = canvas;
  if (kind === 'png') return saveUrl(`${stem}.png`, picture);
  saveText(
    `${stem}.svg`,
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><image width="${width}" height="${height}" href="${picture}"/></svg>`,
    'image/svg+xml',
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
