import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { crossed, product } from '../algebra/product';
import type { Components } from '../components/components';
import { components } from '../components/components';
import { decompose } from '../components/decompose';
import type { Rotation } from '../components/rotate';
import { quietHost, type Host } from '../host';
import type { Prepared } from '../preparation/prepare';
import { Problem } from '../problem';
import { nearestRotation } from '../rotation/varimax';
import type { Table } from '../table/table';
import { congruence, pairedCongruence } from './congruence';
import { groupsOf } from './groups';

export interface GroupAgreement {
  readonly level: string;
  readonly rows: number;
  /** Congruence of each dimension of all rows with the group's own that is most like it, and which that is. */
  readonly asFound: readonly { readonly with: number; readonly value: number }[];
  /** Congruence after the group's dimensions are turned as near to those of all rows as they can be. */
  readonly turned: readonly number[];
}

export interface Agreement {
  readonly groups: readonly GroupAgreement[];
  /** The same between each two groups, turned on each other: the least congruence over dimensions. */
  readonly pairs: readonly { readonly a: string; readonly b: string; readonly least: number }[];
  /** Groups that were left out, with why. */
  readonly leftOut: readonly { readonly level: string; readonly why: string }[];
}

/** Fewer rows than this say nothing of dimensions. */
const LEAST_ROWS = 10;

/**
 * The same components fitted to each group's rows by themselves, centred and scaled anew, and compared with those of all
 * rows by Tucker's congruence: as they are found, and turned by orthogonal Procrustes rotation (Schönemann 1966), since
 * neighbouring dimensions of near variance change places easily.
 *
 * @param label the column whose levels are the groups
 * @throws Problem when fewer than two groups have rows enough
 */
export function agreement(
  table: Table,
  prepared: Prepared,
  whole: Components,
  label: string,
  rotation: Rotation,
  host: Host = quietHost,
): Agreement {
  const leftOut: { level: string; why: string }[] = [];
  const fitted: { level: string; rows: number; loadings: Matrix }[] = [];
  const groups = [...groupsOf(table, label, prepared.rows)];
  const without = prepared.measures.filter(name => !whole.measures.includes(name));
  groups.forEach(([level, places], index) => {
    host.progress(index / groups.length);
    const need = Math.max(LEAST_ROWS, whole.kept + 2);
    if (places.length < need) {
      leftOut.push({ level, why: `${places.length} rows, fewer than ${need}` });
      return;
    }
    const part = rowsOf(prepared, places);
    const constant = part.constant.filter(name => whole.measures.includes(name));
    if (constant.length > 0) {
      leftOut.push({ level, why: `“${constant[0]}” does not vary in it` });
      return;
    }
    const own = components(part.prepared, decompose(part.prepared, without), whole.kept, rotation);
    if (own.kept < whole.kept) leftOut.push({ level, why: `only ${own.kept} dimensions vary in it` });
    else fitted.push({ level, rows: places.length, loadings: own.structure });
  });
  if (fitted.length < 2) {
    throw new Problem(
      `fewer than two groups can be compared${leftOut.length > 0 ? ` (“${leftOut[0]!.level}”: ${leftOut[0]!.why})` : ''}.`,
      'Choose a label with larger groups, or join its levels in Table.',
      `column “${label}”`,
    );
  }
  const pairs = fitted.flatMap(({ level: a, loadings }, i) =>
    fitted.slice(i + 1).map(other => ({
      a,
      b: other.level,
      least: Math.min(...turnedCongruence(loadings, other.loadings)),
    })),
  );
  return {
    groups: fitted.map(({ level, rows, loadings }) => ({
      level,
      rows,
      asFound: pairedCongruence(whole.structure, loadings),
      turned: turnedCongruence(whole.structure, loadings),
    })),
    pairs,
    leftOut,
  };
}

/** Congruence of each column of `a` with the same of `b`, once `b` is turned to lie as near to `a` as it can. */
export function turnedCongruence(a: Matrix, b: Matrix): number[] {
  const turned = product(b, nearestRotation(crossed(b, a)));
  return Array.from({ length: a.columns }, (_, d) => congruence(columnOf(a, d), columnOf(turned, d)));
}

/** Some of the prepared rows, centred anew and, where the whole has unit variance, scaled anew. */
function rowsOf(
  prepared: Prepared,
  places: readonly number[],
): { readonly prepared: Prepared; readonly constant: readonly string[] } {
  const n = places.length;
  const values = zeros(n, prepared.values.columns);
  const sds = new Float64Array(prepared.measures.length);
  const constant: string[] = [];
  const weights = prepared.weights === null ? null : Float64Array.from(places, i => prepared.weights![i]!);
  const total = weights?.reduce((sum, w) => sum + w, 0) ?? n;
  prepared.measures.forEach((name, j) => {
    const x = Float64Array.from(places, i => columnOf(prepared.values, j)[i]!);
    let mean = 0;
    x.forEach((value, i) => (mean += ((weights?.[i] ?? 1) * value) / total));
    let square = 0;
    x.forEach((value, i) => (square += (weights?.[i] ?? 1) * (value - mean) * (value - mean)));
    const sd = Math.sqrt(square / (total - 1));
    if (!(sd > 1e-12)) constant.push(name);
    const by = prepared.scale === 'unit-variance' && sd > 0 ? sd : 1;
    const origin = prepared.scale === 'none' ? 0 : mean;
    columnOf(values, j).set(x.map(value => (value - origin) / by));
    sds[j] = sd / by;
  });
  return {
    constant,
    prepared: {
      ...prepared,
      rows: Uint32Array.from(places, i => prepared.rows[i]!),
      values,
      placedRows: new Uint32Array(0),
      placedValues: zeros(0, prepared.measures.length),
      weights,
      divisor: total - 1,
      sds,
      divisors: sds.map(() => 1),
    },
  };
}
