import { number, pointer, whole } from './args';
import { exp2, log2 } from './logarithm';

/** No step pulls or pushes further, along an axis. */
const FURTHEST: f32 = 4;
/** Keeps what lies on one point from being thrown off it. */
const CLOSE: f32 = 0.001;

/**
 * One epoch of UMAP's layout (McInnes, Healy and Melville 2018, algorithm 5): a pair is drawn as often as its membership
 * says; for each draw its first row moves towards the second, and away from rows drawn at random. A row reads where all
 * stood before the epoch, and moves itself alone. A part is `count` rows.
 * Arguments: places before (f32, n × 4), places after, where each row's pairs start (u32), their rows (u32), draws an
 * epoch of each (f32), n, rows a part, epoch, step, a, b, rows drawn for each pair, seed, strength of these, the first row.
 */
export function moveRows(part: i32): void {
  const before = pointer(0);
  const after = pointer(1);
  const starts = pointer(2);
  const ends = pointer(3);
  const draws = pointer(4);
  const n = whole(5);
  const count = whole(6);
  const epoch = whole(7);
  const step = <f32>number(8);
  const a = <f32>number(9);
  const b = <f32>number(10);
  const drawn = whole(11);
  const seed = <u32>number(12);
  const strength = <f32>number(13);
  const pulls = <f32>-2 * a * b;
  const pushes = <f32>2 * b * strength;
  const end = min((part + 1) * count, n);
  for (let i = part * count; i < end; i++) {
    let random = mixed(seed ^ mixed((<u32>i + 1) ^ mixed(<u32>epoch + 1)));
    if (random === 0) random = 1;
    let own = v128.load(before + ((<usize>i) << 4));
    const last = load<u32>(starts + ((<usize>i) << 2), 4);
    for (let e = load<u32>(starts + ((<usize>i) << 2)); e < last; e++) {
      const rate = <f64>load<f32>(draws + ((<usize>e) << 2));
      // Shared out evenly over the epochs.
      let times = <i32>(<f64>(epoch + 1) * rate) - <i32>(<f64>epoch * rate);
      const other = v128.load(before + ((<usize>load<u32>(ends + ((<usize>e) << 2))) << 4));
      for (; times > 0; times--) {
        let d = f32x4.sub(own, other);
        let square = squareOf(d);
        if (square > 0) {
          const power = exp2(b * log2(square));
          own = moved(own, d, (pulls * power) / (square * (<f32>1 + a * power)), step);
        }
        for (let k = 0; k < drawn; k++) {
          random ^= random << 13;
          random ^= random >> 17;
          random ^= random << 5;
          const j = <i32>((<u64>random * <u64>n) >> 32);
          if (j === i) continue;
          d = f32x4.sub(own, v128.load(before + ((<usize>j) << 4)));
          square = squareOf(d);
          if (!(square > 0)) continue;
          own = moved(own, d, pushes / ((CLOSE + square) * (<f32>1 + a * exp2(b * log2(square)))), step);
        }
      }
    }
    v128.store(after + ((<usize>i) << 4), own);
  }
}

function moved(own: v128, d: v128, by: f32, step: f32): v128 {
  const far = f32x4.splat(FURTHEST);
  const wanted = f32x4.mul(d, f32x4.splat(by));
  const allowed = f32x4.max(f32x4.min(wanted, far), f32x4.neg(far));
  return f32x4.add(own, f32x4.mul(allowed, f32x4.splat(step)));
}

function squareOf(d: v128): f32 {
  const s = f32x4.mul(d, d);
  return f32x4.extract_lane(s, 0) + f32x4.extract_lane(s, 1) + f32x4.extract_lane(s, 2);
}

/** The finaliser of Appleby (2011); what follows it are shifts by Marsaglia (2003). */
function mixed(h: u32): u32 {
  h ^= h >> 16;
  h *= 0x85ebca6b;
  h ^= h >> 13;
  h *= 0xc2b2ae35;
  return h ^ (h >> 16);
}
