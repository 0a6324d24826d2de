import { coefficient } from '@wold/core/writeup/format';
import type { ShortName } from '../namesApart';
import { divergingColour } from '../../theme/ramp';
import type { Mode, Tokens } from '../../theme/tokens';

/** Places of the measures that are in sight: from `from` up to, not including, `to`. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** Where the cells lie within the picture, in pixels. */
export interface MatrixLayout {
  readonly left: number;
  readonly top: number;
  readonly cell: number;
  /** Whether names stand beside the cells. */
  readonly named: boolean;
  /** Whether each cell is drawn by itself; cells too small for that make one picture. */
  readonly single: boolean;
}

interface MatrixContent {
  readonly shortName: ShortName;
  readonly names: readonly string[];
  readonly value: (row: number, column: number) => number;
  /** The size that has the deepest colour. */
  readonly full: number;
  readonly diagonal: ((place: number) => number) | null;
  /** A pixel for each cell in sight, where they are not drawn one by one. */
  readonly picture: HTMLCanvasElement | null;
  readonly layout: MatrixLayout;
  readonly span: Span;
  readonly chosen: readonly string[];
  readonly over: readonly [number, number] | null;
}

const NAMES_WIDTH = 104;
const NAMES_HEIGHT = 76;
/** Cells of at least this size have names, or numbers, in them. */
const NAMED = 11;
const NUMBERED = 25;
const SINGLE = 8;
const LARGEST = 96;

/** Square cells as large as fit, with room for names where they can be read. */
export function layoutOf(
  { from, to }: Span,
  { width, height }: { width: number; height: number },
): MatrixLayout {
  const count = Math.max(1, to - from);
  const fit = (w: number, h: number) => Math.min(LARGEST, Math.max(0, Math.min(w, h)) / count);
  const withNames = fit(width - NAMES_WIDTH, height - NAMES_HEIGHT);
  if (withNames >= NAMED) {
    return { left: NAMES_WIDTH, top: NAMES_HEIGHT, cell: withNames, named: true, single: true };
  }
  const cell = fit(width, height);
  return { left: 0, top: 0, cell, named: false, single: cell > SINGLE };
}

/** Draws the matrix: a colour for each cell, numbers where they fit, names where they can be read. */
export function drawMatrix(
  canvas: HTMLCanvasElement,
  content: MatrixContent,
  mode: Mode,
  tokens: Tokens,
): void {
  const { width, height } = canvas.getBoundingClientRect();
  const ratio = window.devicePixelRatio || 1;
  canvas.width = Math.round(width * ratio);
  canvas.height = Math.round(height * ratio);
  const pen = canvas.getContext('2d')!;
  pen.scale(ratio, ratio);
  pen.clearRect(0, 0, width, height);
  const { layout, span, picture, names, chosen, over } = content;
  const { left, top, cell, named } = layout;
  const count = span.to - span.from;
  if (picture === null) drawCells(pen, content, mode, tokens);
  else {
    // Cells smaller than pixels are averaged, larger ones keep their edges.
    pen.imageSmoothingEnabled = cell * ratio < 1;
    pen.imageSmoothingQuality = 'high';
    pen.drawImage(picture, left, top, count * cell, count * cell);
  }
  if (named) drawNames(pen, content, tokens);
  pen.strokeStyle = tokens.sward;
  pen.lineWidth = 2;
  for (const name of chosen) {
    const place = names.indexOf(name) - span.from;
    if (place < 0 || place >= count) continue;
    pen.strokeRect(left, top + place * cell, count * cell, cell);
    pen.strokeRect(left + place * cell, top, cell, count * cell);
  }
  if (over !== null) {
    pen.strokeStyle = tokens.ink;
    pen.lineWidth = 1.5;
    pen.strokeRect(left + (over[1] - span.from) * cell, top + (over[0] - span.from) * cell, cell, cell);
  }
}

function drawCells(pen: CanvasRenderingContext2D, content: MatrixContent, mode: Mode, tokens: Tokens): void {
  const { layout, span, value, full, diagonal } = content;
  const { left, top, cell } = layout;
  const count = span.to - span.from;
  for (let row = 0; row < count; row++) {
    for (let column = 0; column < count; column++) {
      const r = value(span.from + row, span.from + column);
      pen.fillStyle =
        row === column
          ? tokens.rule
          : `rgb(${divergingColour(Math.max(-1, Math.min(1, r / full)), mode).join(' ')})`;
      pen.fillRect(left + column * cell, top + row * cell, cell - 1, cell - 1);
      if (cell < NUMBERED || (row === column && diagonal === null)) continue;
      pen.fillStyle = row !== column && Math.abs(r / full) > 0.62 ? tokens.paper : tokens.ink;
      pen.font = `${Math.min(13, cell * 0.36)}px 'Atkinson Hyperlegible Mono Variable', monospace`;
      pen.textAlign = 'center';
      pen.textBaseline = 'middle';
      const number = row === column ? diagonal!(span.from + row) : r;
      pen.fillText(coefficient(number), left + (column + 0.5) * cell, top + (row + 0.5) * cell);
    }
  }
}

function drawNames(pen: CanvasRenderingContext2D, content: MatrixContent, tokens: Tokens): void {
  const { layout, span, names, shortName, chosen } = content;
  const { left, top, cell } = layout;
  const size = Math.min(13, Math.max(9.5, cell * 0.8));
  for (let place = span.from; place < span.to; place++) {
    const name = names[place]!;
    const at = (place - span.from + 0.5) * cell;
    pen.font = `${chosen.includes(name) ? 650 : 400} ${size}px 'Atkinson Hyperlegible Next Variable', sans-serif`;
    pen.fillStyle = chosen.includes(name) ? tokens.sward : tokens.ink;
    pen.textBaseline = 'middle';
    pen.textAlign = 'right';
    pen.fillText(fitting(pen, name, 15, left - 8, shortName), left - 6, top + at);
    pen.save();
    pen.translate(left + at, top - 6);
    pen.rotate(-Math.PI / 2);
    pen.textAlign = 'left';
    pen.fillText(fitting(pen, name, 11, top - 8, shortName), 0, 0);
    pen.restore();
  }
}

/** As much of a name as there is room for, in pixels. */
function fitting(
  pen: CanvasRenderingContext2D,
  name: string,
  most: number,
  room: number,
  shortName: ShortName,
): string {
  let letters = most;
  while (letters > 4 && pen.measureText(shortName(name, letters)).width > room) letters--;
  return shortName(name, letters);
}
