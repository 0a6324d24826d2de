import { seededRandom } from '../algebra/random';
import type { DimensionsAnew } from '../methods/anew';
import { groupsOf } from '../table/groups';
import type { Table } from '../table/table';

/** Rows as they are drawn: one by one, in whole groups, or as often as counts say. All return what each row counts then. */
export interface Draws {
  /** How many rows, groups or counted rows there are. */
  readonly units: number;
  /** So many of them with replacement. */
  readonly anew: (seed: number, size: number) => Float64Array;
  /** So many of them at random, and the others. */
  readonly parted: (seed: number, size: number) => readonly [Float64Array, Float64Array];
  /** Places that can be left out: of rows, or of groups; and all but one of them. A counted row is left out once. */
  readonly places: number;
  readonly without: (place: number) => Float64Array;
  /** The rows, by their places, that belong to one of these. */
  readonly rowsAt: (place: number) => readonly number[];
}

type Weighed = Pick<DimensionsAnew, 'rows' | 'weights' | 'counts'>;

/** @param groups for each row the group that it belongs to, counted from 0; null where rows are drawn */
export function drawsOf(weighed: Weighed, groups: readonly number[] | null): Draws {
  if (groups !== null) {
    const members: number[][] = [];
    groups.forEach((group, row) => (members[group] ??= []).push(row));
    return unitsOf(weighed, members);
  }
  if (weighed.counts && weighed.weights !== null) return countedRows(weighed.weights);
  return unitsOf(
    weighed,
    Array.from(weighed.rows, (_, row) => [row]),
  );
}

/** For each row the group that is drawn whole with it; rows without a level are groups of their own. */
export function drawnTogether(table: Table, label: string, rows: Uint32Array): number[] {
  const of = new Array<number>(rows.length).fill(-1);
  let next = 0;
  for (const places of groupsOf(table, label, rows).values()) {
    for (const place of places) of[place] = next;
    next++;
  }
  return of.map(group => (group < 0 ? next++ : group));
}

function unitsOf({ rows, weights }: Weighed, members: readonly (readonly number[])[]): Draws {
  const n = rows.length;
  const units = members.length;
  const add = (times: Float64Array, unit: number): void => {
    for (const row of members[unit]!) times[row]! += weights?.[row] ?? 1;
  };
  return {
    units,
    anew: (seed, size) => {
      const { whole } = seededRandom(seed);
      const times = new Float64Array(n);
      for (let i = 0; i < size; i++) add(times, whole(units));
      return times;
    },
    parted: (seed, size) => {
      const parts = [new Float64Array(n), new Float64Array(n)] as const;
      chosen(seed, units, size, (unit, isIn) => add(parts[isIn ? 0 : 1], unit));
      return parts;
    },
    places: units,
    without: place => {
      const times = weights === null ? new Float64Array(n).fill(1) : weights.slice();
      for (const row of members[place]!) times[row] = 0;
      return times;
    },
    rowsAt: place => members[place]!,
  };
}

function countedRows(weights: Float64Array): Draws {
  const n = weights.length;
  const upTo = new Float64Array(n);
  let sum = 0;
  for (let i = 0; i < n; i++) upTo[i] = sum += weights[i]!;
  const units = Math.round(sum);
  return {
    units,
    anew: (seed, size) => {
      const { uniform } = seededRandom(seed);
      const times = new Float64Array(n);
      for (let i = 0; i < size; i++) times[firstAbove(upTo, uniform() * sum)]!++;
      return times;
    },
    parted: (seed, size) => {
      const parts = [new Float64Array(n), new Float64Array(n)] as const;
      let row = 0;
      chosen(seed, units, size, (unit, isIn) => {
        while (row < n - 1 && unit >= upTo[row]!) row++;
        parts[isIn ? 0 : 1][row]!++;
      });
      return parts;
    },
    places: n,
    without: place => {
      const times = weights.slice();
      times[place] = Math.max(0, times[place]! - 1);
      return times;
    },
    rowsAt: place => [place],
  };
}

/** Whether each of some units is among so many of them, all choices as likely (Fan, Muller and Rezucha 1962). */
function chosen(
  seed: number,
  units: number,
  size: number,
  tell: (unit: number, isIn: boolean) => void,
): void {
  const { uniform } = seededRandom(seed);
  let wanted = size;
  for (let unit = 0; unit < units; unit++) {
    const isIn = uniform() * (units - unit) < wanted;
    if (isIn) wanted--;
    tell(unit, isIn);
  }
}

/** The first of rising sums that is above a number. */
function firstAbove(upTo: Float64Array, value: number): number {
  let [low, high] = [0, upTo.length - 1];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (upTo[middle]! > value) high = middle;
    else low = middle + 1;
  }
  return low;
}
