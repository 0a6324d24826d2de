import { BASE, kernels, type Kernels } from '@wold/kernels/kernels';

/** Rotations are done so many at a time: each row is fetched once for as many rows written. */
export const TURNS = 4;

/** The rows that an eigen-decomposition works on, and its hot loops over them: compiled where the host can, or plain. */
export interface EigenWork {
  readonly rows: Float64Array[];
  readonly beside: Float64Array;
  /** `sum` + Σ row j · row i over the first j entries, while `beside` grows by `times` · row j. */
  readonly symmetricTimes: (j: number, i: number, times: number, sum: number) => number;
  /** Row j −= a · beside + b · row i, over its first j + 1 entries. */
  readonly subtractTwo: (j: number, i: number, a: number, b: number) => void;
  /** Each row before i −= (its product with row i) / h · row i, over the first i entries. */
  readonly reflect: (i: number, h: number) => void;
  /** Four rotations of adjacent rows, the first of rows top + 3 and top + 4, the last of top and top + 1. */
  readonly turnFour: (top: number, values: Float64Array) => void;
}

/** Smaller matrices are done before a call into compiled code pays. */
const FEW = 24;
const MOST = 16_000;

/** Work on p rows of p entries, all zero. */
export function eigenWork(p: number): EigenWork {
  const fast = p < FEW || p > MOST ? null : kernels();
  return (fast === null ? null : compiledWork(p, fast)) ?? plainWork(p);
}

function compiledWork(p: number, fast: Kernels): EigenWork | null {
  // An even number of doubles a row, and no power of two.
  const line = 2 * Math.ceil(p / 2) + (p % 256 < 2 || p % 256 > 254 ? 2 : 0);
  const memory = fast.room(2 * TURNS + (p + 1) * line);
  if (memory === null) return null;
  memory.fill(0);
  const first = 2 * TURNS;
  const at = (row: number) => BASE + 8 * (first + row * line);
  const beside = at(p);
  const rows = Array.from({ length: p }, (_, j) => memory.subarray(first + j * line, first + j * line + p));
  const e = memory.subarray(first + p * line, first + p * line + p);
  return {
    rows,
    beside: e,
    symmetricTimes: (j, i, times, sum) => fast.symmetricTimes(at(j), at(i), beside, times, sum, j),
    subtractTwo: (j, i, a, b) => {
      const even = (j + 1) & ~1;
      fast.subtractTwo(at(j), beside, at(i), a, b, even);
      if (even <= j) rows[j]![j]! -= a * e[j]! + b * rows[i]![j]!;
    },
    reflect: (i, h) => fast.reflect(at(0), 8 * line, i, at(i), h, i),
    turnFour: (top, values) => {
      memory.set(values, 0);
      fast.turnFour(at(top), 8 * line, line, BASE);
    },
  };
}

/** The same in plain loops: what the compiled ones are held against. */
function plainWork(p: number): EigenWork {
  const rows = Array.from({ length: p }, () => new Float64Array(p));
  const beside = new Float64Array(p);
  return {
    rows,
    beside,
    symmetricTimes: (j, i, times, start) => {
      const [row, u] = [rows[j]!, rows[i]!];
      let sum = start;
      for (let k = 0; k < j; k++) {
        sum += row[k]! * u[k]!;
        beside[k]! += row[k]! * times;
      }
      return sum;
    },
    subtractTwo: (j, i, a, b) => {
      const [row, u] = [rows[j]!, rows[i]!];
      for (let k = 0; k <= j; k++) row[k]! -= a * beside[k]! + b * u[k]!;
    },
    reflect: (i, h) => {
      const u = rows[i]!;
      for (let j = 0; j < i; j++) {
        const q = rows[j]!;
        let sum = 0;
        for (let k = 0; k < i; k++) sum += u[k]! * q[k]!;
        const g = sum / h;
        for (let k = 0; k < i; k++) q[k]! -= g * u[k]!;
      }
    },
    turnFour: (top, values) => {
      const [r0, r1, r2, r3, r4] = [
        rows[top]!,
        rows[top + 1]!,
        rows[top + 2]!,
        rows[top + 3]!,
        rows[top + 4]!,
      ];
      const c0 = values[0]!, c1 = values[1]!, c2 = values[2]!, c3 = values[3]!; // prettier-ignore
      const s0 = values[4]!, s1 = values[5]!, s2 = values[6]!, s3 = values[7]!; // prettier-ignore
      for (let k = 0; k < r0.length; k++) {
        let low = r4[k]!;
        let x = r3[k]!;
        r4[k] = s0 * x + c0 * low;
        low = c0 * x - s0 * low;
        x = r2[k]!;
        r3[k] = s1 * x + c1 * low;
        low = c1 * x - s1 * low;
        x = r1[k]!;
        r2[k] = s2 * x + c2 * low;
        low = c2 * x - s2 * low;
        x = r0[k]!;
        r1[k] = s3 * x + c3 * low;
        r0[k] = c3 * x - s3 * low;
      }
    },
  };
}
