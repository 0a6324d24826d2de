import { textWidth } from './textWidth';

/** A name to stand near a point, in pixels. */
export interface Name {
  readonly x: number;
  readonly y: number;
  readonly text: string;
  /** Whether it moves away, with a line to its point, rather than be left out. */
  readonly moves?: boolean;
  /** Whether it is left out where it would run over what names keep clear of where they can. */
  readonly clear?: boolean;
}

/** Where a name's box begins, and whether it stands so far off that a line leads to its point. */
export interface Place {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  readonly far: boolean;
}

export interface Box {
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
  /** What they keep clear of. */
  readonly taken?: readonly Box[];
  /** Whether a box runs over what they keep clear of where they can: the points, say. */
  readonly isAvoided?: (box: Box) => boolean;
}

/** From this far on a line leads to the point, in pixels; and how much farther each ring is. */
const FAR = 12;
const RING = 13;
const MOST_RINGS = 30;

/**
 * Where each name stands, or null where it would run into another or out of bounds. Names are placed in the order given;
 * each takes the first place that is free, the side away from `centre` first. One that moves is put as near as there is
 * room, and left out only where there is none at all.
 */
export function placeNames(
  names: readonly Name[],
  centre: { readonly x: number; readonly y: number },
  { fontSize, distance, bounds, taken: given = [], isAvoided = () => false }: Placing,
): (Place | null)[] {
  const taken = [...given];
  const isFree = (box: Box) => isInside(box, bounds) && !taken.some(other => overlap(box, other));
  return names.map(name => {
    const size = { width: textWidth(name.text, fontSize), height: fontSize * 1.2 };
    const near = sidesFrom(name, centre).map(side => boxBeside(name, side, size, distance));
    const free = near.filter(isFree);
    const box =
      free.find(one => !isAvoided(one)) ??
      (name.clear === true ? undefined : free[0]) ??
      (name.moves === true ? ringed(name, centre, size).find(isFree) : undefined);
    if (box === undefined) return null;
    taken.push(box);
    return { left: box.left, top: box.top, ...size, far: !near.includes(box) };
  });
}

type Side = readonly [across: -1 | 0 | 1, up: -1 | 0 | 1];

function sidesFrom({ x, y }: Name, centre: { readonly x: number; readonly y: number }): Side[] {
  const across = x >= centre.x ? 1 : -1;
  const up = y >= centre.y ? 1 : -1;
  const steep = Math.abs(y - centre.y) > 1.6 * Math.abs(x - centre.x);
  const sides: Side[] = steep ? [[0, up], [across, 0]] : [[across, 0], [0, up]]; // prettier-ignore
  return [...sides, [across, up], [across, -up as 1 | -1], [0, -up as 1 | -1], [-across as 1 | -1, 0]];
}

interface Extent {
  readonly width: number;
  readonly height: number;
}

function boxBeside({ x, y }: Name, [across, up]: Side, { width, height }: Extent, distance: number): Box {
  // In a corner less is enough.
  const off = across !== 0 && up !== 0 ? 0.6 * distance : distance;
  const left = x + (across === 0 ? -width / 2 : across > 0 ? off : -off - width);
  const top = y + (up === 0 ? -height / 2 : up > 0 ? off : -off - height);
  return { left, right: left + width, top, bottom: top + height };
}

/** Boxes around a point, ever farther off, those away from the centre first. */
function* ringedBoxes(
  { x, y }: Name,
  centre: { readonly x: number; readonly y: number },
  { width, height }: Extent,
): Generator<Box> {
  const away = Math.atan2(y - centre.y, x - centre.x);
  for (let ring = 0; ring < MOST_RINGS; ring++) {
    const far = FAR + RING * ring;
    for (let turn = 0; turn < 24; turn++) {
      const angle = away + (Math.ceil(turn / 2) * (turn % 2 === 0 ? 1 : -1) * Math.PI) / 12;
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      const left = x + far * cos + (cos < -0.4 ? -width : cos > 0.4 ? 0 : -width / 2);
      const top = y + far * sin - height / 2;
      yield { left, right: left + width, top, bottom: top + height };
    }
  }
}

const ringed = (...of: Parameters<typeof ringedBoxes>): Box[] => [...ringedBoxes(...of)];

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
