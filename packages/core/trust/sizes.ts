import { congruence } from '../algebra/congruence';
import { columnOf } from '../algebra/matrix';
import { partSeed } from '../algebra/random';
import type { DimensionsAnew } from '../methods/anew';
import type { Steps } from '../stages/steps';
import { quantile } from '../table/quantile';
import type { Draws } from './draws';
import { laidAgain, refuseLong, STEP_WORK } from './resamples';
import type { Resampling } from './resampling';

/** How the dimensions come out of so many rows drawn anew. */
export interface OfSize {
  /** Of the rows, groups or counted rows that there are: how many are drawn, and as a share. */
  readonly units: number;
  readonly share: number;
  readonly done: number;
  readonly flat: number;
  /** For each dimension the share of draws that have it again, and its median congruence. */
  readonly again: readonly number[];
  readonly congruence: readonly number[];
}

/** How many rows would do. */
export type Sizes = readonly OfSize[];

export interface SizesState {
  done: number;
  readonly congruences: Float64Array;
}

const SHARES = [0.125, 0.25, 0.5, 1, 2];
const MOST_TIMES = 200;

/**
 * Whether dimensions would be there again in fewer rows, and in twice as many: draws with replacement of an eighth, a
 * quarter, half, all and twice the rows (the m out of n bootstrap, Bickel, Götze and van Zwet 1997).
 */
export function sizesSteps(
  anew: DimensionsAnew,
  draws: Draws,
  { times, seed, alignment, alike }: Omit<Resampling, 'groups'>,
): Steps<Sizes, SizesState> {
  refuseLong(anew, times);
  const k = anew.loadings.columns;
  const sizes = SHARES.map(share => ({ share, units: Math.round(share * draws.units) })).filter(
    ({ units }) => units >= Math.max(3, k + 1),
  );
  const draw = Math.min(times, MOST_TIMES);
  const all = sizes.length * draw;
  const atOnce = Math.max(1, Math.floor(STEP_WORK / anew.work));

  function drawOne(state: SizesState): void {
    const at = state.done++;
    // Draws of all sizes in turn, so that the whole curve grows steadier.
    const size = sizes[at % sizes.length]!;
    const one = laidAgain(anew, draws.anew(partSeed(seed, at), size.units), alignment);
    if (one === null) return;
    for (let d = 0; d < k; d++) {
      state.congruences[at * k + d] = congruence(columnOf(anew.loadings, d), columnOf(one.laid.loadings, d));
    }
  }

  return {
    start: () => ({ done: 0, congruences: new Float64Array(all * k).fill(NaN) }),
    step: state => {
      for (let i = 0; i < atOnce && state.done < all; i++) drawOne(state);
      return state;
    },
    done: state => (all === 0 ? 1 : state.done / all),
    show: ({ done, congruences }) =>
      sizes.map((size, index): OfSize => {
        const drawn = Math.max(0, Math.ceil((done - index) / sizes.length));
        const of = Array.from({ length: drawn }, (_, b) => (index + b * sizes.length) * k).filter(
          at => !Number.isNaN(congruences[at]!),
        );
        const sorted = Array.from({ length: k }, (_, d) =>
          Float64Array.from(of, at => congruences[at + d]!).sort(),
        );
        return {
          ...size,
          done: drawn,
          flat: drawn - of.length,
          again: sorted.map(values =>
            values.length === 0 ? NaN : values.filter(value => value >= alike).length / values.length,
          ),
          congruence: sorted.map(values => quantile(values, 0.5)),
        };
      }),
  };
}
