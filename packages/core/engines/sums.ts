import { zeros, type Matrix } from '../algebra/matrix';
import { Problem } from '../problem';

/** What the first pass tells of the rows that count. */
export interface First {
  readonly n: number;
  readonly total: number;
  readonly means: Float64Array;
  readonly least: Float64Array;
  readonly most: Float64Array;
}

/** What is added up of a group. */
export interface Sums {
  n: number;
  total: number;
  readonly sums: Float64Array;
  readonly pairs: Matrix;
}

/** Groups that are told apart at most. */
const MOST_GROUPS = 500;

/** Stands for rows without an entry of the label. */
export const NO_LEVEL = '\0none';

/** The sums of a group, which start at nothing. @throws Problem where there are too many groups */
export function sumsOf(groups: Map<string, Sums>, key: string, p: number): Sums {
  const known = groups.get(key);
  if (known !== undefined) return known;
  if (groups.size >= MOST_GROUPS) {
    throw new Problem(
      `the label has more than ${MOST_GROUPS} levels, too many to be told apart`,
      'Choose a label with fewer, or join its levels in the engine.',
    );
  }
  const made = { n: 0, total: 0, sums: new Float64Array(p), pairs: zeros(p, p) };
  groups.set(key, made);
  return made;
}
