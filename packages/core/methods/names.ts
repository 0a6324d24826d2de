import { FAIR } from '../algebra/congruence';
import { columnOf, entry } from '../algebra/matrix';
import type { NamedDimension } from '../writeup/dimensionName';
import type { Placement } from './placement';

/** What a dimension was like: the measures that correlate most with it, and how. */
export type Profile = readonly { readonly measure: string; readonly correlation: number }[];

/** A profile where measures are called otherwise. */
export const profileRenamed = <P extends { readonly measure: string }>(
  profile: readonly P[],
  to: (name: string) => string,
): P[] => profile.map(one => ({ ...one, measure: to(one.measure) }));

/** A name, the number of the dimension it was given to, and what that was like, where this has a meaning. */
export interface GivenName extends NamedDimension {
  readonly profile?: Profile | undefined;
}

/** Where names are now. */
export interface Naming {
  /** Each of them at the dimension that is most like the one it was given to. */
  readonly names: readonly NamedDimension[];
  /** For each of these the name as it was given. */
  readonly given: readonly GivenName[];
  /** Names whose dimension is not found again, with the one that comes nearest and how near. */
  readonly rest: readonly { readonly given: GivenName; readonly nearest: Likeness }[];
}

/** A dimension, counted from 1, and its congruence with a profile; negative where it points the other way. */
export interface Likeness {
  readonly dimension: number;
  readonly congruence: number;
}

type Structure = Placement['structure'];

/** A profile holds the measures that tell most, as many at most. */
const MOST_MEASURES = 100;

/** What a dimension, counted from 1, is like; undefined where measures have no say in it. */
export function profileOf(structure: Structure, dimension: number): Profile | undefined {
  if (structure === null || dimension > structure.correlations.columns) return undefined;
  const column = columnOf(structure.correlations, dimension - 1);
  return structure.measures
    .map((measure, j) => ({ measure, correlation: column[j]! }))
    .filter(({ correlation }) => Number.isFinite(correlation))
    .toSorted((a, b) => Math.abs(b.correlation) - Math.abs(a.correlation))
    .slice(0, MOST_MEASURES)
    .map(({ measure, correlation }) => ({ measure, correlation: Math.round(correlation * 1e4) / 1e4 }));
}

/**
 * Congruence (Tucker 1951) of a profile with each dimension, over the profile's measures; one that is not there any more
 * counts as 0.
 */
export function likenessOf(profile: Profile, structure: NonNullable<Structure>): Likeness[] {
  const { measures, correlations } = structure;
  const places = new Map(measures.map((measure, j) => [measure, j]));
  const known = profile.map(({ measure, correlation }) => ({ correlation, j: places.get(measure) }));
  return Array.from({ length: correlations.columns }, (_, d) => {
    let [xx, yy, xy] = [0, 0, 0];
    for (const { correlation: x, j } of known) {
      const y = j === undefined ? 0 : entry(correlations, j, d);
      xx += x * x;
      yy += y * y;
      xy += x * y;
    }
    return { dimension: d + 1, congruence: xx > 0 && yy > 0 ? xy / Math.sqrt(xx * yy) : 0 };
  });
}

/**
 * Names on the dimensions of a result: each follows what it was given to, whatever became of rotation, scale or rows. A
 * dimension counts as the same from a congruence of .85 on (Lorenzo-Seva and ten Berge 2006); those most alike are paired
 * first. One that points the other way now is said to be reversed.
 */
export function namesOn(given: readonly GivenName[], structure: Structure): Naming {
  const byNumber = given.filter(({ profile }) => profile === undefined || structure === null);
  const byContent = structure === null ? [] : given.filter(({ profile }) => profile !== undefined);
  const taken = new Set(byNumber.map(({ dimension }) => dimension));
  const alike = byContent.map(one => likenessOf(one.profile!, structure!));
  const pairs = byContent
    .flatMap((one, index) => alike[index]!.map(likeness => ({ given: one, ...likeness })))
    .filter(({ congruence }) => Math.abs(congruence) >= FAIR)
    .sort((a, b) => Math.abs(b.congruence) - Math.abs(a.congruence));
  const found = new Map<GivenName, NamedDimension>(byNumber.map(one => [one, one]));
  for (const { given: one, dimension, congruence } of pairs) {
    if (found.has(one) || taken.has(dimension)) continue;
    taken.add(dimension);
    found.set(one, { dimension, name: congruence < 0 ? `${one.name}, reversed` : one.name });
  }
  return {
    names: [...found.values()].map(({ dimension, name }) => ({ dimension, name })),
    given: [...found.keys()],
    rest: byContent.flatMap((one, index) =>
      found.has(one) ? [] : [{ given: one, nearest: nearestOf(alike[index]!) }],
    ),
  };
}

/** The dimension that is most like a profile, whichever way it points. */
export function nearestOf(likenesses: readonly Likeness[]): Likeness {
  return likenesses.reduce(
    (best, one) => (Math.abs(one.congruence) > Math.abs(best.congruence) ? one : best),
    { dimension: 1, congruence: 0 },
  );
}
