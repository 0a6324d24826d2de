import type { Team } from '@wold/kernels/team';
import type { Pairs } from '../pairs';

/** How rows are moved in an epoch. */
export interface LayoutWay {
  readonly a: number;
  readonly b: number;
  readonly drawn: number;
  readonly seed: number;
}

/** Moves rows through an epoch: all of them from where they stood before it. */
export interface Layout {
  /** @param places n × 4, written over */
  readonly move: (places: Float32Array, epoch: number, step: number) => void;
  readonly end: () => void;
}

const PARTS = 48;

/** By the compiled loop. @param pairs whose shares are draws an epoch */
export function compiledLayout(team: Team, pairs: Pairs, way: LayoutWay): Layout {
  const n = pairs.starts.length - 1;
  const [starts, ends, draws] = [team.put(pairs.starts), team.put(pairs.ends), team.put(pairs.shares)];
  const before = team.room(16 * n);
  const after = team.room(16 * n);
  const rows = Math.ceil(n / PARTS);
  return {
    move: (places, epoch, step) => {
      team.f32(before, 4 * n).set(places);
      team.run('moveRows', Math.ceil(n / rows), [
        ...[before, after, starts, ends, draws, n, rows, epoch, step, way.a, way.b, way.drawn, way.seed],
      ]);
      places.set(team.f32(after, 4 * n));
    },
    end: team.end,
  };
}

/** The same in plain loops. */
export function plainLayout({ starts, ends, shares }: Pairs, { a, b, drawn, seed }: LayoutWay): Layout {
  const n = starts.length - 1;
  return {
    move: (places, epoch, step) => {
      const before = places.slice();
      const own = new Float64Array(3);
      const d = new Float64Array(3);
      const move = new Float64Array(3);
      const squareTo = (j: number): number => {
        let square = 0;
        for (let k = 0; k < 3; k++) {
          d[k] = own[k]! - before[4 * j + k]!;
          square += d[k]! * d[k]!;
        }
        return square;
      };
      const moveBy = (by: number): void => {
        for (let k = 0; k < 3; k++) move[k]! += Math.max(-4, Math.min(4, by * d[k]!));
      };
      for (let i = 0; i < n; i++) {
        for (let k = 0; k < 3; k++) own[k] = before[4 * i + k]!;
        let random = mixed(seed ^ mixed((i + 1) ^ mixed(epoch + 1))) || 1;
        for (let e = starts[i]!; e < starts[i + 1]!; e++) {
          const rate = shares[e]!;
          const times = Math.trunc((epoch + 1) * rate) - Math.trunc(epoch * rate);
          for (let time = 0; time < times; time++) {
            move.fill(0);
            const square = Math.max(squareTo(ends[e]!), 1e-30);
            const power = square ** b;
            moveBy((-2 * a * b * power) / (square * (1 + a * power)));
            for (let k = 0; k < drawn; k++) {
              random ^= random << 13;
              random ^= random >>> 17;
              random ^= random << 5;
              const j = Math.floor((random >>> 0) * (n / 2 ** 32));
              if (j === i) continue;
              const far = Math.max(squareTo(j), 1e-30);
              moveBy((2 * b) / ((0.001 + far) * (1 + a * far ** b)));
            }
            for (let k = 0; k < 3; k++) own[k]! += step * move[k]!;
          }
        }
        for (let k = 0; k < 3; k++) places[4 * i + k] = own[k]!;
      }
    },
    end: () => undefined,
  };
}

/** The finaliser of Appleby (2011). */
function mixed(value: number): number {
  let h = value;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return h ^ (h >>> 16);
}
