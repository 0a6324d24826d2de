import { number, pointer, whole } from './args';
import { across } from './lanes';
import { exp2Four, log2Four } from './logarithm';

/** No row pulls or pushes further, along an axis. */
const FURTHEST: f32 = 4;
/** Keeps what lies on one point from being thrown off it. */
const CLOSE: f32 = 0.001;

/**
 * One epoch of UMAP's layout (McInnes, Healy and Melville 2018, algorithm 5): a pair is drawn as often as its membership
 * says; each time its first row moves once, towards the second and away from rows drawn at random. A row reads where all
 * stood before the epoch, and moves itself alone. A part is `count` rows.
 * Arguments: places before (f32, n × 4), places after, where each row's pairs start (u32), their rows (u32), draws an
 * epoch of each (f32), n, rows a part, epoch, step, a, b, rows drawn for each pair, seed.
 */
export function moveRows(part: i32): void {
  const before = pointer(0);
  const after = pointer(1);
  const starts = pointer(2);
  const ends = pointer(3);
  const draws = pointer(4);
  const n = whole(5);
  const count = whole(6);
  const epoch = <f64>whole(7);
  const step = f32x4.splat(<f32>number(8));
  const a = <f32>number(9);
  const b = <f32>number(10);
  const drawn = whole(11);
  const seed = <u32>number(12);
  const pulls = f32x4.replace_lane(f32x4.splat(0), 0, <f32>-2 * a * b);
  const pushes = f32x4.splat(<f32>2 * b);
  const pushesBeside = f32x4.replace_lane(pushes, 0, 0);
  const end = min((part + 1) * count, n);
  for (let i = part * count; i < end; i++) {
    let random = mixed(seed ^ mixed((<u32>i + 1) ^ mixed(<u32>epoch + 1)));
    if (random === 0) random = 1;
    let own = v128.load(before + ((<usize>i) << 4));
    const last = load<u32>(starts + ((<usize>i) << 2), 4);
    for (let e = load<u32>(starts + ((<usize>i) << 2)); e < last; e++) {
      const rate = <f64>load<f32>(draws + ((<usize>e) << 2));
      if (rate === 0) continue;
      // Shared out evenly over the epochs.
      let times = <i32>((epoch + 1) * rate) - <i32>(epoch * rate);
      if (times === 0) continue;
      const other = load<u32>(ends + ((<usize>e) << 2));
      for (; times > 0; times--) {
        // The pair's own row first, then those drawn; the row itself stands for none.
        let left = drawn;
        let first: u32 = other;
        let pulling = pulls;
        let pushing = pushesBeside;
        let move = f32x4.splat(0);
        for (;;) {
          const j0 = first;
          let j1: u32 = i;
          let j2: u32 = i;
          let j3: u32 = i;
          if (left > 0) {
            random = next(random);
            j1 = drawnFrom(random, n);
          }
          if (left > 1) {
            random = next(random);
            j2 = drawnFrom(random, n);
          }
          if (left > 2) {
            random = next(random);
            j3 = drawnFrom(random, n);
          }
          left -= 3;
          move = f32x4.add(move, moveFrom(before, own, i, j0, j1, j2, j3, pulling, pushing, a, b));
          if (left <= 0) break;
          random = next(random);
          first = drawnFrom(random, n);
          left--;
          pulling = f32x4.splat(0);
          pushing = pushes;
        }
        own = f32x4.add(own, f32x4.mul(step, move));
      }
    }
    v128.store(after + ((<usize>i) << 4), own);
  }
}

/** Where four rows pull and push one, each along an axis no further than {@link FURTHEST}. */
function moveFrom(
  places: usize,
  own: v128,
  i: u32,
  j0: u32,
  j1: u32,
  j2: u32,
  j3: u32,
  pulling: v128,
  pushing: v128,
  a: f32,
  b: f32,
): v128 {
  const r0 = f32x4.sub(own, v128.load(places + ((<usize>j0) << 4)));
  const r1 = f32x4.sub(own, v128.load(places + ((<usize>j1) << 4)));
  const r2 = f32x4.sub(own, v128.load(places + ((<usize>j2) << 4)));
  const r3 = f32x4.sub(own, v128.load(places + ((<usize>j3) << 4)));
  const low01 = v128.shuffle<f32>(r0, r1, 0, 4, 1, 5);
  const low23 = v128.shuffle<f32>(r2, r3, 0, 4, 1, 5);
  const high01 = v128.shuffle<f32>(r0, r1, 2, 6, 3, 7);
  const high23 = v128.shuffle<f32>(r2, r3, 2, 6, 3, 7);
  const dx = v128.shuffle<f32>(low01, low23, 0, 1, 4, 5);
  const dy = v128.shuffle<f32>(low01, low23, 2, 3, 6, 7);
  const dz = v128.shuffle<f32>(high01, high23, 0, 1, 4, 5);
  const square = f32x4.add(f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy)), f32x4.mul(dz, dz));
  // Rows on one point have no direction from each other: a small square makes their differences, 0, no matter.
  const some = f32x4.pmax(square, f32x4.splat(1e-30));
  const power = exp2Four(f32x4.mul(f32x4.splat(b), log2Four(some)));
  const pull = f32x4.div(f32x4.mul(pulling, power), some);
  const others = i32x4.ne(i32x4(j0, j1, j2, j3), i32x4.splat(i));
  const push = f32x4.div(v128.and(pushing, others), f32x4.add(f32x4.splat(CLOSE), some));
  const by = f32x4.div(f32x4.add(pull, push), f32x4.add(f32x4.splat(1), f32x4.mul(f32x4.splat(a), power)));
  return f32x4(bounded(dx, by), bounded(dy, by), bounded(dz, by), 0);
}

function bounded(d: v128, by: v128): f32 {
  const far = f32x4.splat(FURTHEST);
  return across(f32x4.pmax(f32x4.pmin(f32x4.mul(d, by), far), f32x4.neg(far)));
}

function drawnFrom(random: u32, n: i32): u32 {
  return <u32>((<u64>random * <u64>n) >> 32);
}

/** Shifts by Marsaglia (2003). */
function next(random: u32): u32 {
  random ^= random << 13;
  random ^= random >> 17;
  return random ^ (random << 5);
}

/** The finaliser of Appleby (2011). */
function mixed(h: u32): u32 {
  h ^= h >> 16;
  h *= 0x85ebca6b;
  h ^= h >> 13;
  h *= 0xc2b2ae35;
  return h ^ (h >> 16);
}
