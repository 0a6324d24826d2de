import type { Matrix } from '../../algebra/matrix';

export const ROTATIONS = ['none', 'varimax', 'promax'] as const;

/** How kept components are rotated; the power is promax's. */
export interface Rotation {
  readonly method: (typeof ROTATIONS)[number];
  readonly power: number;
}

export const NO_ROTATION: Rotation = { method: 'none', power: 4 };

/** What a rotation made of the components, beside what stands in their own fields. */
export interface RotationMade extends Rotation {
  readonly iterations: number;
  readonly converged: boolean;
  /** Starts of the orthogonal rotation, those that reached the best end, and how many ends there were. */
  readonly starts: number;
  readonly reached: number;
  readonly optima: number;
  /** Of the Kaiser-normalised orthogonal loadings, to be made small; see {@link varimaxCriterion}. */
  readonly criterion: number;
  /** Unrotated loadings times this are the pattern, k × k. */
  readonly transformation: Matrix;
  /** Φ, correlations of the dimensions; null where they are uncorrelated. */
  readonly phi: Matrix | null;
}
