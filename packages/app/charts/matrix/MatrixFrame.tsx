import Button from '@mui/material/Button';
import { useEffect, useRef, useState, type ReactNode, type RefObject } from 'react';
import { coefficient } from '@wold/core/writeup/format';
import { saveText, saveUrl } from '../../outputs/save';
import { TakeOutMenu, type Numbers } from '../../outputs/TakeOutMenu';
import { divergingColour } from '../../theme/ramp';
import { useMode } from '../../theme/ThemeMode';
import type { Span } from './drawMatrix';
import { MatrixCanvas } from './MatrixCanvas';
import styles from './Matrix.module.css';

const LEAST_SHOWN = 4;
/** Where the picture is at least this wide, the list beside it has room for longer names. */
const WIDE = 760;

interface MatrixFrameProps {
  /** What the picture is, for those who hear it. */
  readonly label: string;
  /** What its entries are called: in its files and their names. */
  readonly entries: string;
  readonly fileStem: string;
  /** What the entries are of: another has the whole in sight again. */
  readonly of: object;
  /** Of the measures, in the order they are drawn. */
  readonly names: readonly string[];
  /** By places in that order. */
  readonly value: (row: number, column: number) => number;
  /** The size that has the deepest colour. */
  readonly full: number;
  /** What stands on the diagonal by place; null leaves it plain. */
  readonly diagonal: ((place: number) => number) | null;
  /** What is on the diagonal, in words; '' for nothing. */
  readonly diagonalIs: string;
  /** What is told of a cell that is pointed at. */
  readonly words: (row: number, column: number) => string;
  readonly numbers: () => Numbers;
  /** More to choose from, beside the picture's own. */
  readonly tools: ReactNode;
  /** What stands beside it, by how many letters of a name have room there. */
  readonly beside: (letters: number) => ReactNode;
}

/** A matrix of measures as a picture that can be pointed at, come closer to and taken out, with a list beside it. */
export function MatrixFrame(props: MatrixFrameProps) {
  const { label, entries, fileStem, of, names, value, full, diagonal, words, numbers, tools, beside } = props;
  const box = useRef<HTMLDivElement>(null);
  const size = useSize(box);
  const { span, isWhole, zoomTo, showWhole } = useZoom(of, names.length);
  const [over, setOver] = useState<readonly [number, number] | null>(null);
  return (
    <div className={styles.view}>
      <div className={styles.left}>
        <div ref={box} className={styles.box}>
          <MatrixCanvas
            {...{ label, names, value, full, size, span, over, diagonal }}
            onOver={setOver}
            onZoom={zoomTo}
          />
        </div>
        <div className={styles.foot}>
          <span className="small">
            {over === null ? <Key full={full} diagonalIs={props.diagonalIs} /> : words(...over)}
          </span>
          <span className={styles.tools}>
            {tools}
            <Button className="small" onClick={() => zoomTo(0.6)}>
              closer
            </Button>
            <Button className="small" disabled={isWhole} onClick={showWhole}>
              whole
            </Button>
            <TakeOutMenu
              label={entries}
              fileStem={fileStem}
              numbers={numbers}
              onPicture={kind => takeMatrix(kind, box.current!.querySelector('canvas')!, fileStem)}
            />
          </span>
        </div>
      </div>
      {beside(size.width < WIDE ? 9 : 22)}
    </div>
  );
}

function Key({ full, diagonalIs }: { full: number; diagonalIs: string }) {
  const { mode } = useMode();
  const end = full === 1 ? '1' : coefficient(full);
  return (
    <span className={`${styles.key} soft`}>
      −{end}
      <span
        className={styles.ramp}
        style={{
          background: `linear-gradient(90deg, ${[-1, -0.5, 0, 0.5, 1].map(r => `rgb(${divergingColour(r, mode).join(' ')})`).join(', ')})`,
        }}
      />
      {end}
      {diagonalIs !== '' && ` · ${diagonalIs} on the diagonal`}
    </span>
  );
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
function useZoom(found: object, p: number) {
  const [zoom, setZoom] = useState<{ of: object; span: Span } | null>(null);
  const span = zoom?.of === found ? zoom.span : { from: 0, to: p };
  function zoomTo(factor: number, middle = (span.from + span.to) / 2): void {
    const wanted = Math.min(p, Math.round((span.to - span.from) * factor));
    const length = Math.max(Math.min(LEAST_SHOWN, p), wanted);
    const from = Math.max(0, Math.min(p - length, Math.round(middle - length / 2)));
    setZoom(length === p ? null : { of: found, span: { from, to: from + length } });
  }
  return { span, isWhole: span.to - span.from === p, zoomTo, showWhole: () => setZoom(null) };
}
