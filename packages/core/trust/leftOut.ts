import { congruence } from '../algebra/congruence';
import { columnOf } from '../algebra/matrix';
import { largestPrincipalAngle } from '../algebra/principalAngle';
import type { DimensionsAnew } from '../methods/anew';
import type { Steps } from '../stages/steps';
import type { Draws } from './draws';
import { laidAgain, refuseLong, STEP_WORK } from './resamples';
import type { Resampling } from './resampling';

/** What becomes of the dimensions without one row, or one group of rows. */
export interface LeftOutRow {
  /** Rows of the table. */
  readonly rows: readonly number[];
  /** How far their space turns, in radians (its largest principal angle); null where there are none without it. */
  readonly angle: number | null;
  /** Congruence of each dimension with itself without it. */
  readonly congruence: readonly number[];
}

/** Dimensions without each row in turn. */
export interface LeftOut {
  /** Rows, or groups, that there are, and how many are left out in turn: the longest ones where not all. */
  readonly units: number;
  readonly looked: number;
  readonly done: number;
  /** Those done, the one that turns most first. */
  readonly of: readonly LeftOutRow[];
}

export interface LeftOutState {
  done: number;
  readonly angles: Float64Array;
  readonly congruences: Float64Array;
}

/** Work beyond which not all rows are left out, and how many are then. */
const ALL = 2e10;
const FEW = 300;

/** The space of the dimensions without each row, or group of rows, against that of all (Björck and Golub 1973). */
export function leftOutSteps(
  anew: DimensionsAnew,
  draws: Draws,
  { alignment }: Pick<Resampling, 'alignment'>,
): Steps<LeftOut, LeftOutState> {
  refuseLong(anew, draws.places);
  const { loadings, lengths, rows } = anew;
  const k = loadings.columns;
  const units = longestFirst(draws, lengths);
  const looked = units.length * anew.work <= ALL ? units : units.slice(0, FEW);
  const atOnce = Math.max(1, Math.floor(STEP_WORK / anew.work));

  function leaveOut(state: LeftOutState): void {
    const at = state.done++;
    const one = laidAgain(anew, draws.without(looked[at]!), alignment);
    if (one === null) return;
    state.angles[at] = largestPrincipalAngle(loadings, one.laid.loadings);
    for (let d = 0; d < k; d++) {
      state.congruences[at * k + d] = congruence(columnOf(loadings, d), columnOf(one.laid.loadings, d));
    }
  }

  return {
    start: () => ({
      done: 0,
      angles: new Float64Array(looked.length).fill(NaN),
      congruences: new Float64Array(looked.length * k).fill(NaN),
    }),
    step: state => {
      for (let i = 0; i < atOnce && state.done < looked.length; i++) leaveOut(state);
      return state;
    },
    done: state => (looked.length === 0 ? 1 : state.done / looked.length),
    show: ({ done, angles, congruences }) => ({
      units: units.length,
      looked: looked.length,
      done,
      of: Array.from({ length: done }, (_, at): LeftOutRow => {
        const angle = angles[at]!;
        return {
          rows: draws.rowsAt(looked[at]!).map(place => rows[place]!),
          angle: Number.isNaN(angle) ? null : angle,
          congruence: Array.from(congruences.subarray(at * k, (at + 1) * k)),
        };
      }).sort((a, b) => (b.angle ?? Infinity) - (a.angle ?? Infinity)),
    }),
  };
}

/** Places of the draws by the squared lengths of their rows, the longest first: a space turns towards long rows. */
function longestFirst({ places, rowsAt }: Draws, lengths: Float64Array): number[] {
  const length = Float64Array.from({ length: places }, (_, place) =>
    rowsAt(place).reduce((sum, row) => sum + lengths[row]!, 0),
  );
  return [...length.keys()].sort((a, b) => length[b]! - length[a]! || a - b);
}
