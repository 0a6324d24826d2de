import { congruence } from '../algebra/congruence';
import { columnOf } from '../algebra/matrix';
import { partSeed } from '../algebra/random';
import { Problem } from '../problem';
import type { DimensionsAnew } from '../methods/anew';
import type { Steps } from '../stages/steps';
import { groupsOf } from '../table/groups';
import { quantile } from '../table/quantile';
import type { Table } from '../table/table';
import type { Draws } from './draws';
import { HIGH, laidAgain, LOW, refuseLong, STEP_WORK } from './resamples';
import type { Resampling } from './resampling';

/** Congruence of a dimension in the one part of the rows with that in the other, over many ways to part them at random. */
export interface Spread {
  readonly low: number;
  readonly median: number;
  readonly high: number;
  /** Share of these in which the two are alike. */
  readonly again: number;
}

/** One way to part the rows. */
export interface Part {
  /** The level whose rows are held against all others; null where rows are halved at random. */
  readonly level: string | null;
  /** Rows, groups or counted rows of the one part and of the other. */
  readonly units: number;
  readonly others: number;
  /** Congruence of each dimension between the two that the level makes; null at random, or where one has no dimensions. */
  readonly congruence: readonly number[] | null;
  /** Random parts of the same sizes that are done, of these the ones without dimensions, and how alike they are. */
  readonly done: number;
  readonly flat: number;
  readonly random: readonly Spread[];
}

/** Dimensions of halves of the rows held against each other. */
export interface Halves {
  readonly by: string | null;
  readonly parts: readonly Part[];
  /** Levels that too few rows have to be a part. */
  readonly leftOut: readonly string[];
}

export interface HalvesState {
  done: number;
  /** For each part the congruences of what is done: its own first where a level makes it; NaN where there were none. */
  readonly congruences: Float64Array;
}

interface Parting {
  readonly level: string | null;
  readonly units: number;
  readonly own: readonly [Float64Array, Float64Array] | null;
}

/** Ways to part the rows at random that are tried, and levels that are held against the others. */
const MOST_TIMES = 200;
const MOST_LEVELS = 12;

/**
 * Each dimension in one half of the rows against the same in the other, both laid on those of all rows: over many halves
 * drawn at random, or for each level of a label the rows that have it against those that do not, beside random parts of
 * the same sizes.
 *
 * @throws Problem where there are too few rows, or no level has enough
 */
export function halvesSteps(
  table: Table,
  anew: DimensionsAnew,
  draws: Draws,
  by: string | null,
  { times, seed, alignment, alike }: Omit<Resampling, 'groups'>,
): Steps<Halves, HalvesState> {
  refuseLong(anew, times);
  const k = anew.loadings.columns;
  const least = Math.max(3, k + 1);
  const { partings, leftOut } = partingsOf(table, anew, draws, by, least);
  const draw = Math.min(times, MOST_TIMES);
  const perPart = draw + 1;
  const all = partings.length * perPart;
  const atOnce = Math.max(1, Math.floor(STEP_WORK / (2 * anew.work)));

  function hold(state: HalvesState): void {
    const at = state.done++;
    const [parting, index] = [partings[Math.floor(at / perPart)]!, at % perPart];
    const halves = index === 0 ? parting.own : draws.parted(partSeed(seed, at), parting.units);
    const slot = state.congruences.subarray(at * k, (at + 1) * k).fill(NaN);
    if (halves === null) return;
    const [one, other] = halves.map(half => laidAgain(anew, half, alignment));
    if (!one || !other) return;
    for (let d = 0; d < k; d++) {
      slot[d] = congruence(columnOf(one.laid.loadings, d), columnOf(other.laid.loadings, d));
    }
  }

  return {
    start: () => ({ done: 0, congruences: new Float64Array(all * k).fill(NaN) }),
    step: state => {
      for (let i = 0; i < atOnce && state.done < all; i++) hold(state);
      return state;
    },
    done: state => state.done / all,
    show: ({ done, congruences }) => ({
      by,
      leftOut,
      parts: partings.map(({ level, units, own }, part): Part => {
        const start = part * perPart;
        const drawn = Math.max(0, Math.min(draw, done - start - 1));
        const of = (at: number): Float64Array => congruences.subarray(at * k, (at + 1) * k);
        const random = Array.from({ length: drawn }, (_, b) => of(start + 1 + b)).filter(
          ([first]) => !Number.isNaN(first!),
        );
        const first = of(start);
        return {
          level,
          units,
          others: draws.units - units,
          congruence: own === null || Number.isNaN(first[0]!) ? null : Array.from(first),
          done: drawn,
          flat: drawn - random.length,
          random: Array.from({ length: k }, (_, d) => spreadOf(random, d, alike)),
        };
      }),
    }),
  };
}

function spreadOf(random: readonly Float64Array[], d: number, alike: number): Spread {
  const sorted = Float64Array.from(random, each => each[d]!).sort();
  const from = sorted.filter(value => value >= alike).length;
  return {
    low: quantile(sorted, LOW),
    median: quantile(sorted, 0.5),
    high: quantile(sorted, HIGH),
    again: sorted.length === 0 ? NaN : from / sorted.length,
  };
}

function partingsOf(
  table: Table,
  { rows, weights }: DimensionsAnew,
  draws: Draws,
  by: string | null,
  least: number,
): { readonly partings: readonly Parting[]; readonly leftOut: readonly string[] } {
  if (by === null) {
    const units = Math.floor(draws.units / 2);
    if (units < least) {
      throw new Problem(
        `${draws.units} rows are too few to be halved: each half needs ${least}.`,
        'Use more rows, or keep fewer dimensions.',
      );
    }
    return { partings: [{ level: null, units, own: null }], leftOut: [] };
  }
  const groups = [...groupsOf(table, by, rows)];
  const enough = groups.filter(
    ([, places]) => places.length >= least && rows.length - places.length >= least,
  );
  const taken = enough.sort(([, a], [, b]) => b.length - a.length).slice(0, MOST_LEVELS);
  if (taken.length === 0) {
    throw new Problem(
      `no level of it parts the rows into two of ${least} at least.`,
      'Choose another label, or halve the rows at random.',
      `label “${by}”`,
    );
  }
  const names = new Set(taken.map(([level]) => level));
  const all = weights?.reduce((sum, weight) => sum + weight, 0) ?? rows.length;
  return {
    leftOut: groups.flatMap(([level]) => (names.has(level) ? [] : [level])),
    partings: groups
      .filter(([level]) => names.has(level))
      .map(([level, places]) => {
        const own = [new Float64Array(rows.length), new Float64Array(rows.length)] as const;
        const inside = new Set(places);
        let weight = 0;
        rows.forEach((_, place) => {
          const one = weights?.[place] ?? 1;
          own[inside.has(place) ? 0 : 1][place] = one;
          if (inside.has(place)) weight += one;
        });
        const share = weight / all;
        return { level, units: Math.min(draws.units - 1, Math.max(1, Math.round(share * draws.units))), own };
      }),
  };
}
