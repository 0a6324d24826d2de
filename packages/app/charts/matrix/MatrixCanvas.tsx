import { useEffect, useMemo, useRef, type MouseEvent } from 'react';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useSelection } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { useMode } from '../../theme/ThemeMode';
import { cellPicture } from './cellColours';
import { drawMatrix, layoutOf, type MatrixLayout, type Span } from './drawMatrix';

interface MatrixCanvasProps {
  readonly label: string;
  /** Of the measures, in the order they are drawn. */
  readonly names: readonly string[];
  /** By places in that order. */
  readonly value: (row: number, column: number) => number;
  /** The size that has the deepest colour. */
  readonly full: number;
  readonly size: { readonly width: number; readonly height: number };
  /** What stands on the diagonal by place; null leaves it plain. */
  readonly diagonal: ((place: number) => number) | null;
  /** The places in sight. */
  readonly span: Span;
  /** The row and column that the pointer is over. */
  readonly over: readonly [number, number] | null;
  readonly onOver: (over: readonly [number, number] | null) => void;
  /** Closer by a factor, about a place or the middle. */
  readonly onZoom: (factor: number, middle?: number) => void;
}

/** The matrix as a picture: pointing tells of a pair, a click selects it, the wheel zooms. */
export function MatrixCanvas(props: MatrixCanvasProps) {
  const { label, names, value, full, diagonal, size, span, over, onOver, onZoom } = props;
  const dispatch = useAppDispatch();
  const shortName = useShortName();
  const { columns: chosen } = useSelection();
  const { mode, tokens } = useMode();
  const canvas = useRef<HTMLCanvasElement>(null);
  const layout = useMemo(() => layoutOf(span, size), [span.from, span.to, size]); // eslint-disable-line react-hooks/exhaustive-deps
  const unseen = layout.cell === 0;
  // Kept while the pointer moves over it.
  const picture = useMemo(() => {
    if (layout.single || unseen) return null;
    const { from, to } = span;
    return cellPicture(
      to - from,
      (row, column) => value(from + row, from + column) / full,
      mode,
      tokens.rule,
    );
  }, [layout.single, unseen, value, full, span.from, span.to, mode, tokens]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    if (canvas.current === null || size.width === 0) return;
    const content = { names, shortName, value, full, diagonal, picture, layout, span, chosen, over };
    drawMatrix(canvas.current, content, mode, tokens);
  }, [value, full, diagonal, picture, names, shortName, layout, span, chosen, over, mode, tokens, size]);

  // Wheels are told to React as passive; this one must keep the page from scrolling.
  useEffect(() => {
    const element = canvas.current;
    if (element === null) return undefined;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const at = cellAt(event, layout, span);
      onZoom(event.deltaY < 0 ? 0.8 : 1.25, at === null ? undefined : (at[0] + at[1]) / 2);
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  });

  function press(event: MouseEvent): void {
    const at = cellAt(event.nativeEvent, layout, span);
    if (at === null) return;
    const [a, b] = at.map(place => names[place]!) as [string, string];
    dispatch(selected({ columns: a === b ? [a] : [b, a] }));
  }

  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      onMouseMove={event => onOver(cellAt(event.nativeEvent, layout, span))}
      onMouseLeave={() => onOver(null)}
      onClick={press}
    />
  );
}

/** The row and column at a place of the picture, or null beside it. */
function cellAt(
  { offsetX, offsetY }: { readonly offsetX: number; readonly offsetY: number },
  layout: MatrixLayout,
  span: Span,
): readonly [number, number] | null {
  const column = Math.floor((offsetX - layout.left) / layout.cell) + span.from;
  const row = Math.floor((offsetY - layout.top) / layout.cell) + span.from;
  const inside = (place: number) => place >= span.from && place < span.to;
  const within = inside(column) && inside(row) && offsetX >= layout.left && offsetY >= layout.top;
  return within ? [row, column] : null;
}
