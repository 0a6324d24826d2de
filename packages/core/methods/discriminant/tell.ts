import { someRows } from '../../algebra/matrix';
import { chiSquareTail } from '../../algebra/distributions';
import type { Matrix } from '../../algebra/matrix';
import { product } from '../../algebra/product';
import { shuffled } from '../../algebra/shuffled';
import { quietHost, type Host } from '../../host';
import { preparedWithout } from '../../preparation/heldOut';
import type { PreparationInput } from '../../preparation/prepared';
import { Problem } from '../../problem';
import { crossTable } from '../../table/crossTable';
import type { Table } from '../../table/table';
import { discriminantAxes, type Axes } from './axes';
import type { Discriminant } from './discriminant';
import { discriminate, labelled, type Labelled } from './discriminate';
import type { Groups } from './groups';
import { type LabelledRows } from './labelledRows';
import { groupSums, momentsFrom, without, type Sums } from './moments';
import type { DiscriminantSettings, Priors } from './settings';
import type { Confusions, Told } from './told';

/** Entries up to which measures are treated and scaled anew for each part that is held out. */
const ANEW = 1e6;

interface Telling extends Pick<DiscriminantSettings, 'priors' | 'folds' | 'seed' | 'keep' | 'shrinkage'> {
  readonly preparation: PreparationInput;
}

/**
 * Tells each row's group by the nearest mean on the kept axes, as likely as a normal group of unit covariance there and
 * of its prior makes it (Fisher 1936; Rao 1948): by the axes as they are, and by axes found without it, a part of each
 * group's rows held out after the other (Stone 1974).
 */
export function tell(
  table: Table,
  of: Labelled,
  groups: Groups,
  made: Discriminant,
  telling: Telling,
  host: Host = quietHost,
): Told {
  const { rows } = of;
  const own = nearest(made.scores, made.centres, priorsOf(made.sizes, telling.priors));
  const codes = rows.group;
  const counted = made.weights;
  const confusions = (told: ArrayLike<number>): Confusions => confusionsOf(codes, told, rows.groups, counted);
  const anew = of.prepared.values.values.length <= ANEW;
  const heldOut = anew
    ? heldOutAnew(table, of, groups, made, telling, host)
    : heldOutAsPrepared(of, made.kept, telling, host);
  const { as: heldOutAs } = heldOut;
  const placed = nearest(made.placedScores, made.centres, priorsOf(made.sizes, telling.priors));
  const all = made.sizes.reduce((sum, size) => sum + size, 0);
  return {
    levels: groups.levels,
    apparent: confusions(own.as),
    heldOut: heldOutAs.every(as => as < 0) ? null : confusions(heldOutAs),
    chance: made.sizes.reduce((most, size) => Math.max(most, size)) / all,
    folds: telling.folds,
    anew,
    as: own.as,
    likely: own.likely,
    heldOutAs,
    placed: {
      rows: made.placedRows,
      as: placed.as,
      likely: placed.likely,
      usual: usualOf(placed.square, heldOut, made),
    },
  };
}

/** Rows held out: the groups that they are told to be of (−1 where they are not), and how far they are from the nearest mean. */
interface HeldOut {
  readonly as: Int32Array;
  /** Squared; NaN where they are not told. */
  readonly square: Float64Array;
}

const nothingHeldOut = (rows: number): HeldOut => ({
  as: new Int32Array(rows).fill(-1),
  square: new Float64Array(rows).fill(NaN),
});

/**
 * For each of some rows the share of rows that are held out and lie as far from the nearest mean, or farther: axes that
 * fit the rows they know too closely put all others far out. Of normal groups where none could be held out.
 */
function usualOf(
  squares: Float64Array,
  { square }: HeldOut,
  { weights, counts, kept }: Discriminant,
): Float64Array {
  const told = [...square.keys()].filter(i => !Number.isNaN(square[i]!));
  if (told.length === 0) return squares.map(value => chiSquareTail(value, kept));
  const stands = (i: number) => (counts && weights !== null ? weights[i]! : 1);
  const all = told.reduce((sum, i) => sum + stands(i), 0);
  return squares.map(
    value => told.reduce((sum, i) => (square[i]! >= value ? sum + stands(i) : sum), 0) / all,
  );
}

function confusionsOf(
  codes: ArrayLike<number>,
  told: ArrayLike<number>,
  groups: number,
  weights: Float64Array | null,
): Confusions {
  const table = crossTable(codes, told, [groups, groups], weights);
  const sums = table.counts.map(line => line.reduce((sum, count) => sum + count, 0));
  const right = table.counts.map((line, g) => line[g]!);
  return {
    table,
    right: right.reduce((sum, count) => sum + count, 0) / table.n,
    ofEach: Float64Array.from(right, (count, g) => count / sums[g]!),
  };
}

/** Logarithms of the groups' priors; −∞ for one without rows. */
export function priorsOf(sizes: Float64Array, priors: Priors): Float64Array {
  const all = sizes.reduce((sum, size) => sum + size, 0);
  const there = sizes.filter(size => size > 0).length;
  return sizes.map(size => (size > 0 ? Math.log(priors === 'sizes' ? size / all : 1 / there) : -Infinity));
}

/** For each row the likeliest group, how likely it is, and its squared distance from the nearest mean. */
export function nearest(
  scores: Matrix,
  centres: Matrix,
  logPriors: Float64Array,
): { readonly as: Uint32Array; readonly likely: Float64Array; readonly square: Float64Array } {
  const n = scores.rows;
  const groups = centres.rows;
  const as = new Uint32Array(n);
  const likely = new Float64Array(n);
  const least = new Float64Array(n);
  const logs = new Float64Array(groups);
  const [s, c] = [scores.values, centres.values];
  for (let i = 0; i < n; i++) {
    let best = -1;
    let near = Infinity;
    for (let g = 0; g < groups; g++) {
      let square = 0;
      if (logPriors[g]! > -Infinity) {
        for (let d = 0; d < scores.columns; d++) square += (s[d * n + i]! - c[d * groups + g]!) ** 2;
        if (square < near) near = square;
      }
      logs[g] = logPriors[g]! > -Infinity ? logPriors[g]! - square / 2 : -Infinity;
      if (best < 0 || logs[g]! > logs[best]!) best = g;
    }
    let sum = 0;
    for (let g = 0; g < groups; g++) sum += Math.exp(logs[g]! - logs[best]!);
    as[i] = best;
    likely[i] = 1 / sum;
    least[i] = near;
  }
  return { as, likely, square: least };
}

/** The part in which each row is held out: the rows of each group are dealt out in an order drawn by the seed. */
export function foldsOf(
  { group, groups }: Pick<LabelledRows, 'group' | 'groups'>,
  folds: number,
  seed: number,
) {
  const order = shuffled(group.length, seed);
  const fold = new Uint32Array(group.length);
  // Where one group ends the next goes on, so that parts are alike in size.
  let next = 0;
  for (let g = 0; g < groups; g++) {
    for (const i of order) if (group[i] === g) fold[i] = next++ % folds;
  }
  return fold;
}

/** The groups that rows held out are told to be of, with measures treated and scaled by the others alone. */
export function heldOutAnew(
  table: Table,
  { prepared, places, rows }: Labelled,
  groups: Groups,
  made: Discriminant,
  telling: Telling,
  host: Host,
): HeldOut {
  const { folds, seed, preparation, priors, keep, shrinkage } = telling;
  const fold = foldsOf(rows, folds, seed);
  const out = nothingHeldOut(rows.group.length);
  for (let f = 0; f < folds; f++) {
    host.progress(f / folds);
    const placeOf = new Map<number, number>();
    places.forEach((place, i) => {
      if (fold[i] === f) placeOf.set(prepared.rows[place]!, i);
    });
    if (placeOf.size === 0) continue;
    const part = preparedWithout(table, preparation, placeOf.keys());
    if (part === null) continue;
    const found = orNull(() => {
      const left = part.measures.filter(name => !made.measures.includes(name));
      const others = labelled(part, left, groups);
      return discriminate(others, groups, { label: made.label, keep, shrinkage });
    });
    if (found === null) continue;
    const told = nearest(found.placedScores, found.centres, priorsOf(found.sizes, priors));
    found.placedRows.forEach((row, i) => {
      const place = placeOf.get(row);
      if (place === undefined) return;
      out.as[place] = told.as[i]!;
      out.square[place] = told.square[i]!;
    });
  }
  return out;
}

/** The same with measures as they are prepared: what the rows held out add to all sums is taken off. */
export function heldOutAsPrepared(
  { rows }: Labelled,
  kept: number,
  { folds, seed, priors, shrinkage }: Telling,
  host: Host,
): HeldOut {
  const fold = foldsOf(rows, folds, seed);
  const out = nothingHeldOut(rows.group.length);
  const all = Uint32Array.from(fold.keys());
  const parts = Array.from({ length: folds }, (_, f) => all.filter(i => fold[i] === f));
  const sumsOf = (places: Uint32Array | null): Sums => ({
    ...groupSums(rows, places),
    products: rows.products(places),
  });
  const whole = sumsOf(null);
  parts.forEach((part, f) => {
    host.progress(f / folds);
    const others = all.filter(i => fold[i] !== f);
    if (part.length === 0) return;
    const moments = momentsFrom(without(whole, sumsOf(part)));
    const axes = orNull(() => discriminantAxes(rows, moments, shrinkage, others));
    if (axes === null) return;
    const first = firstAxes(axes, kept);
    const centres = product(withoutGaps(moments.means), first);
    const told = nearest(product(someRows(rows.x, part), first), centres, priorsOf(moments.sizes, priors));
    part.forEach((i, k) => {
      out.as[i] = told.as[k]!;
      out.square[i] = told.square[k]!;
    });
  });
  return out;
}

const firstAxes = ({ coefficients }: Axes, kept: number): Matrix => {
  const columns = Math.min(kept, coefficients.columns);
  return { ...coefficients, columns, values: coefficients.values.slice(0, coefficients.rows * columns) };
};

/** Means of groups without rows are none; they are never told. */
const withoutGaps = (means: Matrix): Matrix => ({
  ...means,
  values: means.values.map(value => (Number.isFinite(value) ? value : 0)),
});

function orNull<T>(work: () => T): T | null {
  try {
    return work();
  } catch (thrown) {
    if (thrown instanceof Problem) return null;
    throw thrown;
  }
}
