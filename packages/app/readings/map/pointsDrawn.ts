import type { PointsDrawn, PointStyle } from '../../points/pointStyle';
import type { Tokens } from '../../theme/tokens';
import type { Colouring } from './colouring';
import type { Points } from './points';

/** How large a point is where all are alike, in pixels: smaller the more there are. */
export const plainSize = (n: number): number => (n > 20_000 ? 3 : n > 4000 ? 4.5 : n > 1000 ? 6.5 : 9);

/** A point's size beside the plain one, by its figure from 0 to 1. */
export const sizeBy = (figure: number): number => 0.4 + 1.1 * Math.sqrt(figure);

/** Selected rows beyond this wear a narrow ring. */
const MANY = 1000;
/** How many sizes are told apart. */
const SIZES = 12;
/** Of groups that are not shown while others are shown alone, and of those that one is held against. */
const SHADOW = 0.08;
const PALE = 0.45;

interface Drawing {
  readonly points: Points;
  readonly colouring: Colouring;
  /** Shapes by another label than that of the colours; null where groups have their own. */
  readonly shaping?: Shaping | null;
  /** Codes of the levels shown alone; empty for all. */
  readonly isolated: readonly number[];
  /** Whether the others stay in sight, pale. */
  readonly against: boolean;
  readonly selected: ReadonlySet<number>;
  /** From 0 to 1 for each point, or null where all are alike. */
  readonly sizes: Float64Array | null;
  /** Points beyond the limit of T², and of Q. */
  readonly far: readonly number[];
  readonly off: readonly number[];
}

/** The points of a map from the lowest to the topmost: used rows by group, placed ones, marks of odd and selected rows. */
export function pointsDrawn(
  drawing: Drawing,
  tokens: Tokens,
  plain = plainSize(drawing.points.rows.length),
): PointsDrawn[] {
  const { points, selected, far, off } = drawing;
  const chosen = [...points.rows.keys()].filter(index => selected.has(points.rows[index]!));
  return [
    used(drawing, plain, tokens),
    placed(drawing, plain, tokens),
    outlines('triangle', far, plain + 9, tokens.gorse, 1.8),
    outlines('rect', off, plain + 6, tokens.gorse, 1.8),
    // Wide rings about very many rows would hide them all.
    chosen.length > MANY
      ? outlines('circle', chosen, plain + 1, tokens.sward, 0.8)
      : outlines('circle', chosen, plain + 8, tokens.sward, 2),
  ].filter(({ indices }) => indices.length > 0);
}

function outlines(
  symbol: string,
  indices: readonly number[],
  size: number,
  stroke: string,
  strokeWidth: number,
): PointsDrawn {
  const style = { symbol, size, fill: null, stroke, strokeWidth, opacity: 1 };
  return { indices: Uint32Array.from(indices), styles: [style], styleAt: null };
}

/** Shapes of rows by a label. */
export interface Shaping {
  readonly shapes: readonly { readonly symbol: string; readonly weight: number; readonly name: string }[];
  /** The place of a row's shape among them. */
  readonly shapeOf: (row: number) => number;
}

/** Looks: one for each colour and shape; and which one each row has. */
function looksOf(drawing: Drawing, tokens: Tokens) {
  const coloured = coloursOf(drawing, tokens);
  const { shaping } = drawing;
  if (!shaping) return coloured;
  const { shapes, shapeOf } = shaping;
  return {
    looks: coloured.looks.flatMap(look => shapes.map(({ symbol, weight }) => ({ ...look, symbol, weight }))),
    lookOf: (row: number) => coloured.lookOf(row) * shapes.length + shapeOf(row),
  };
}

/** Looks: one for each group, shade, or for all; and which one each row has. */
function coloursOf({ colouring, isolated, against }: Drawing, tokens: Tokens) {
  const ordinary = { symbol: 'circle', weight: 1, stroke: tokens.paper, strokeWidth: 0.6, opacity: 0.9 };
  if (colouring.kind === 'alike') return { looks: [{ ...ordinary, fill: tokens.harebell }], lookOf: () => 0 };
  if (colouring.kind === 'number') {
    const looks = colouring.shades.map(fill => ({ ...ordinary, fill }));
    return { looks, lookOf: colouring.shadeOf };
  }
  const placeOf = new Map(colouring.groups.map(({ code }, place) => [code, place]));
  const looks = colouring.groups.map(({ code, style }) => {
    const shown = isolated.length === 0 || isolated.includes(code);
    const hollow = style.symbol === 'emptyCircle';
    if (!shown && against) {
      return { ...ordinary, fill: tokens.inkSoft, weight: style.weight * 0.8, opacity: PALE };
    }
    return {
      symbol: style.symbol,
      weight: style.weight,
      fill: hollow ? tokens.paper : style.colour,
      stroke: hollow ? style.colour : tokens.paper,
      strokeWidth: hollow ? 1.5 : 0.6,
      opacity: shown ? 0.85 : SHADOW,
    };
  });
  return { looks, lookOf: (row: number) => placeOf.get(colouring.codeOf(row)) ?? 0 };
}

function used(drawing: Drawing, plain: number, tokens: Tokens): PointsDrawn {
  const { points, sizes } = drawing;
  const { looks, lookOf } = looksOf(drawing, tokens);
  const steps = sizes === null ? [plain] : stepsOf(plain);
  const stepOf = (index: number) => (sizes === null ? 0 : Math.round(sizes[index]! * (SIZES - 1)));
  const styles = looks.flatMap(({ weight, ...look }) =>
    steps.map((size): PointStyle => ({ ...look, size: size * weight })),
  );
  const own = Uint16Array.from(
    { length: points.used },
    (_, index) => lookOf(points.rows[index]!) * steps.length + stepOf(index),
  );
  return inOrder(own, styles);
}

/** Points by their style, so that group after group is drawn. */
function inOrder(own: Uint16Array, styles: readonly PointStyle[]): PointsDrawn {
  const next = new Uint32Array(styles.length + 1);
  for (const place of own) next[place + 1]!++;
  for (let place = 0; place < styles.length; place++) next[place + 1]! += next[place]!;
  const indices = new Uint32Array(own.length);
  const styleAt = new Uint16Array(own.length);
  own.forEach((place, index) => {
    const at = next[place]!++;
    indices[at] = index;
    styleAt[at] = place;
  });
  return { indices, styles, styleAt };
}

/** Rows that are placed and not used: hollow, in their group's colour and shape. */
function placed(drawing: Drawing, plain: number, tokens: Tokens): PointsDrawn {
  const { points, sizes } = drawing;
  const { looks, lookOf } = looksOf(drawing, tokens);
  const steps = sizes === null ? [plain] : stepsOf(plain);
  const styles = looks.flatMap(({ symbol, fill, stroke }) =>
    steps.map((size): PointStyle => ({
      symbol: symbol.replace('emptyCircle', 'circle'),
      size,
      fill: tokens.paper,
      stroke: fill === tokens.paper ? stroke : drawing.colouring.kind === 'alike' ? tokens.ink : fill,
      strokeWidth: 2,
      opacity: 1,
    })),
  );
  const indices = Uint32Array.from({ length: points.rows.length - points.used }, (_, k) => points.used + k);
  const styleAt = Uint16Array.from(indices, index => {
    const step = sizes === null ? 0 : Math.round(sizes[index]! * (SIZES - 1));
    return lookOf(points.rows[index]!) * steps.length + step;
  });
  return { indices, styles, styleAt };
}

const stepsOf = (plain: number): number[] =>
  Array.from({ length: SIZES }, (_, step) => plain * sizeBy(step / (SIZES - 1)));
