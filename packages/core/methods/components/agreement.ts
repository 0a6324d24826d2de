import { columnOf, type Matrix } from '../../algebra/matrix';
import { crossed, product } from '../../algebra/product';
import type { Components } from './components';
import { keepComponents } from './keepComponents';
import { decompose } from './decompose';
import type { Rotation } from './rotation';
import { quietHost, type Host } from '../../host';
import { prepare } from '../../preparation/prepare';
import { prepareWhole } from '../../preparation/prepareWhole';
import type { PreparationInput, Prepared } from '../../preparation/prepared';
import { isMissingText } from '../../table/numberText';
import type { WholeMoments } from '../../engines/moments';
import type { Treated } from '../../preparation/treatment';
import { Problem } from '../../problem';
import { nearestRotation } from '../../rotation/orthogonal';
import type { Table } from '../../table/table';
import { congruence, pairedCongruence } from '../../algebra/congruence';
import { groupsOf } from '../../table/groups';

export interface GroupAgreement {
  readonly level: string;
  /** Rows of the group, or how many they stand for. */
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

/** A group, and its measures prepared by themselves. */
export interface GroupPart {
  readonly level: string;
  /** @throws Problem where it cannot be reduced */
  readonly prepared: () => Prepared;
}

/**
 * The same components fitted to each group by itself, centred and scaled anew with its weights, and compared with those of
 * all rows by Tucker's congruence: as they are found, and turned by orthogonal Procrustes rotation (Schönemann 1966), since
 * neighbouring dimensions of near variance change places easily.
 *
 * @param label the column whose levels are the groups
 * @throws Problem when fewer than two groups have rows enough
 */
export function agreement(
  parts: readonly GroupPart[],
  whole: Components,
  label: string,
  rotation: Rotation,
  host: Host = quietHost,
): Agreement {
  const leftOut: { level: string; why: string }[] = [];
  const fitted: { level: string; rows: number; loadings: Matrix }[] = [];
  parts.forEach(({ level, prepared }, index) => {
    host.progress(index / parts.length);
    const own = ofGroup(prepared, whole, rotation);
    if (typeof own === 'string') leftOut.push({ level, why: own });
    else fitted.push({ level, ...own });
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
      least: turnedCongruence(loadings, other.loadings).reduce((x, y) => Math.min(x, y), Infinity),
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

/**
 * The groups of a label, each prepared by itself.
 *
 * @param treated the measures that all rows' components were found from, before they were scaled
 */
export const groupParts = (
  table: Table,
  input: PreparationInput,
  treated: Treated,
  label: string,
): GroupPart[] =>
  [...groupsOf(table, label, treated.rows)].map(([level, places]) => ({
    level,
    prepared: () => prepare(table, input, quietHost, rowsOf(treated, places)),
  }));

/** The same of a whole table in its engine, from its moments by group. */
export const wholeParts = (table: Table, input: PreparationInput, moments: WholeMoments): GroupPart[] =>
  moments.groups!.flatMap(({ level, ...group }) =>
    level === null || isMissingText(level)
      ? []
      : [
          {
            level,
            prepared: () => {
              if (input.scale === 'range') {
                throw new Problem(
                  'the range within a group is told by rows alone',
                  'Bring measures to unit variance.',
                );
              }
              return prepareWhole(table, { ...moments, ...group, groups: null }, input, null);
            },
          },
        ],
  );

/** The structure of a group's own components; why it has none to compare. */
function ofGroup(
  preparedPart: () => Prepared,
  whole: Components,
  rotation: Rotation,
): { readonly rows: number; readonly loadings: Matrix } | string {
  try {
    const prepared = preparedPart();
    const rows = prepared.n!;
    const need = Math.max(LEAST_ROWS, whole.kept + 2);
    if (rows < need) return `${rows} rows, fewer than ${need}`;
    const constant = prepared.measuresSetAside.find(({ name }) => whole.measures.includes(name));
    if (constant !== undefined) return `“${constant.name}” does not vary in it`;
    const without = prepared.measures.filter(name => !whole.measures.includes(name));
    const own = keepComponents(prepared, decompose(prepared, without), whole.kept, rotation);
    if (own.kept < whole.kept) return `only ${own.kept} dimensions vary in it`;
    return { rows, loadings: own.structure };
  } catch (thrown) {
    if (!(thrown instanceof Problem)) throw thrown;
    return thrown.what;
  }
}

/** Some of the treated rows. */
function rowsOf(treated: Treated, places: readonly number[]): Treated {
  return {
    ...treated,
    rows: Uint32Array.from(places, i => treated.rows[i]!),
    columns: treated.columns.map(column => Float64Array.from(places, i => column[i]!)),
    placed: { rows: new Uint32Array(0), columns: treated.columns.map(() => new Float64Array(0)) },
  };
}

/** Congruence of each column of `a` with the same of `b`, once `b` is turned to lie as near to `a` as it can. */
export function turnedCongruence(a: Matrix, b: Matrix): number[] {
  const turned = product(b, nearestRotation(crossed(b, a)));
  return Array.from({ length: a.columns }, (_, d) => congruence(columnOf(a, d), columnOf(turned, d)));
}
