/** A name to stand near a point, in pixels. */
export interface Label {
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

export type Side = 'right' | 'left' | 'top' | 'bottom';

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

interface Placing {
  readonly fontSize: number;
  /** Space between a point and its name. */
  readonly distance: number;
  /** The area that names may take. */
  readonly bounds: Box;
}

/** Mean width of a letter in font sizes; a little generous, so that a name's box is never too small. */
const LETTER = 0.63;

/**
 * On which side of its point each name stands, or null where it would run into another name or out of bounds. Names
 * are placed in the order given; each takes the first side that is free, the side away from `centre` first.
 */
export function placeLabels(
  labels: readonly Label[],
  centre: { readonly x: number; readonly y: number },
  { fontSize, distance, bounds }: Placing,
): (Side | null)[] {
  const taken: Box[] = [];
  return labels.map(label => {
    for (const side of sidesFrom(label, centre)) {
      const box = boxOf(label, side, fontSize, distance);
      if (isInside(box, bounds) && !taken.some(other => overlap(box, other))) {
        taken.push(box);
        return side;
      }
    }
    return null;
  });
}

function sidesFrom({ x, y }: Label, centre: { readonly x: number; readonly y: number }): Side[] {
  const across: Side[] = x >= centre.x ? ['right', 'left'] : ['left', 'right'];
  const upright: Side[] = y >= centre.y ? ['bottom', 'top'] : ['top', 'bottom'];
  const steep = Math.abs(y - centre.y) > 1.6 * Math.abs(x - centre.x);
  return steep ? [upright[0]!, across[0]!] : [across[0]!, upright[0]!];
}

function boxOf({ x, y, text }: Label, side: Side, fontSize: number, distance: number): Box {
  const width = text.length * fontSize * LETTER;
  const height = fontSize * 1.15;
  const left = side === 'right' ? x + distance : side === 'left' ? x - distance - width : x - width / 2;
  const top = side === 'bottom' ? y + distance : side === 'top' ? y - distance - height : y - height / 2;
  return { left, right: left + width, top, bottom: top + height };
}

function isInside(box: Box, bounds: Box): boolean {
  return (
    box.left >= bounds.left &&
    box.right <= bounds.right &&
    box.top >= bounds.top &&
    box.bottom <= bounds.bottom
  );
}

function overlap(a: Box, b: Box): boolean {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}
