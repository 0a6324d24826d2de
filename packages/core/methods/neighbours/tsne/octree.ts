/** Cells of space that hold rows, in the order of a walk that goes into a cell before it goes on. */
export interface Octree {
  readonly cells: number;
  /** Cells × 4: the middle of the rows within, and how many. */
  readonly centres: Float32Array;
  /** The square of each cell's width. */
  readonly squares: Float32Array;
  /** The cell that follows each one and all within it. */
  readonly follows: Uint32Array;
  /** Cells × 2: the first row of a leaf among the ordered ones and the one after its last; 0 and 0 where it is none. */
  readonly leaves: Uint32Array;
  /** Rows in the order of their places along a curve through the cells (Morton 1966). */
  readonly order: Uint32Array;
}

/** Halvings along each axis. */
const DEPTH = 10;
/** Rows up to which a cell is not parted. */
const LEAF = 8;

/** The tree of n × 4 places, three of each used. */
export function octree(places: Float32Array): Octree {
  const n = places.length / 4;
  const least = [Infinity, Infinity, Infinity];
  let width = 0;
  for (let d = 0; d < 3; d++) {
    let most = -Infinity;
    for (let k = d; k < places.length; k += 4) {
      least[d] = Math.min(least[d]!, places[k]!);
      most = Math.max(most, places[k]!);
    }
    width = Math.max(width, most - least[d]!);
  }
  const perUnit = width > 0 ? (2 ** DEPTH - 1e-3) / width : 0;
  // A code of 30 bits above a place of 23: both at once in one double.
  const keys = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let code = 0;
    for (let d = 0; d < 3; d++)
      code |= spreadBits(Math.floor((places[4 * i + d]! - least[d]!) * perUnit)) << d;
    keys[i] = code * 2 ** 23 + i;
  }
  keys.sort();
  const order = Uint32Array.from(keys, key => key % 2 ** 23);
  const codes = Uint32Array.from(keys, key => Math.floor(key / 2 ** 23));
  // Each parting of more rows than a leaf holds makes cells no more than these.
  const most = Math.max(64, 4 * n);
  const tree = {
    centres: new Float32Array(4 * most),
    squares: new Float32Array(most),
    follows: new Uint32Array(most),
    leaves: new Uint32Array(2 * most),
  };
  let cells = 0;
  const add = (from: number, to: number, depth: number): void => {
    const cell = cells++;
    const sums = [0, 0, 0];
    for (let k = from; k < to; k++) for (let d = 0; d < 3; d++) sums[d]! += places[4 * order[k]! + d]!;
    for (let d = 0; d < 3; d++) tree.centres[4 * cell + d] = sums[d]! / (to - from);
    tree.centres[4 * cell + 3] = to - from;
    tree.squares[cell] = (width / 2 ** depth) ** 2;
    if (to - from <= LEAF || depth === DEPTH) {
      tree.leaves[2 * cell] = from;
      tree.leaves[2 * cell + 1] = to;
    } else {
      const shift = 3 * (DEPTH - 1 - depth);
      for (let start = from; start < to;) {
        const part = codes[start]! >>> shift;
        let end = start + 1;
        while (end < to && codes[end]! >>> shift === part) end++;
        add(start, end, depth + 1);
        start = end;
      }
    }
    tree.follows[cell] = cells;
  };
  add(0, n, 0);
  return { cells, ...tree, order };
}

/** Ten bits with two zeros between each two. */
function spreadBits(value: number): number {
  let x = value & 0x3ff;
  x = (x | (x << 16)) & 0x30000ff;
  x = (x | (x << 8)) & 0x300f00f;
  x = (x | (x << 4)) & 0x30c30c3;
  return (x | (x << 2)) & 0x9249249;
}
