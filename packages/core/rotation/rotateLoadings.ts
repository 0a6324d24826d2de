import { columnOf, type Matrix } from '../algebra/matrix';
import { identity, product } from '../algebra/product';
import { turnLargestPositive } from '../algebra/sign';
import { quietHost, type Host } from '../host';
import { bySize, phiOf, rearranged } from './arranged';
import { crawfordFerguson, geomin, oblimin, towards, type Criterion } from './criteria';
import { project } from './gradientProjection';
import { normalised } from './kaiser';
import { promax } from './promax';
import { varimax } from './varimax';

export const ROTATION_NAMES = [
  'none',
  'varimax',
  'quartimax',
  'equamax',
  'promax',
  'oblimin',
  'geomin',
  'target',
] as const;
export type RotationName = (typeof ROTATION_NAMES)[number];

export interface RotationSettings {
  readonly method: RotationName;
  /** Kaiser's normalisation: rows are brought to length 1, rotated, and multiplied back. */
  readonly normalise: boolean;
  /** Promax's κ. */
  readonly power: number;
  /** Oblimin's γ. */
  readonly gamma: number;
  /** Geomin's ε. */
  readonly epsilon: number;
  /** p × m, NaN where it says nothing; null for all but `target`. */
  readonly target: Matrix | null;
  /** Random starts at least, beside the loadings’ own axes. */
  readonly starts: number;
  /** And at most, where ends differ; a hundred where it is left out. */
  readonly most?: number | undefined;
}

export const USUAL_ROTATION: RotationSettings = {
  method: 'none',
  normalise: true,
  power: 4,
  gamma: 0,
  epsilon: 0.01,
  target: null,
  starts: 10,
};

/** Rotated loadings, dimensions by the size of their structure, each turned so that its largest pattern is positive. */
export interface RotatedLoadings {
  /** p × m: weights of the dimensions in each measure. */
  readonly pattern: Matrix;
  /** p × m: correlations of the measures with the dimensions, pattern times Φ. */
  readonly structure: Matrix;
  /** Φ, m × m; the identity where dimensions are orthogonal. */
  readonly phi: Matrix;
  readonly oblique: boolean;
  readonly iterations: number;
  readonly converged: boolean;
  readonly starts: number;
  readonly reached: number;
  readonly optima: number;
  /** Of what the rotation makes small; NaN for none. */
  readonly criterion: number;
}

type Turned = Omit<RotatedLoadings, 'structure'>;

const SEED = 1;

/**
 * Loadings rotated to simple structure.
 *
 * @param loadings p × m, unrotated
 * @throws Problem where promax's dimensions fall together
 */
export function rotateLoadings(
  loadings: Matrix,
  settings: RotationSettings,
  host: Host = quietHost,
): RotatedLoadings {
  const { pattern, phi, ...rest } = turned(loadings, settings, host);
  const structure = product(pattern, phi);
  const order = settings.method === 'target' ? [...Array(loadings.columns).keys()] : bySize(structure);
  const signs = order.map(d =>
    pointed(settings, d) ? (1 as const) : turnLargestPositive(columnOf(pattern, d).slice()),
  );
  return {
    ...rest,
    pattern: rearranged(pattern, order, signs),
    structure: rearranged(structure, order, signs),
    phi: phiOf(phi, order, signs),
  };
}

/** Whether a target says which way a dimension points: zeros alone do not. */
const pointed = ({ method, target }: RotationSettings, d: number): boolean =>
  method === 'target' &&
  target !== null &&
  columnOf(target, d).some(value => value !== 0 && !Number.isNaN(value));

const still = { iterations: 0, converged: true, starts: 1, reached: 1, optima: 1 };

function turned(loadings: Matrix, settings: RotationSettings, host: Host): Turned {
  const { method, normalise, power, starts } = settings;
  const m = loadings.columns;
  if (method === 'none' || m < 2) {
    return { ...still, pattern: loadings, phi: identity(m), oblique: false, criterion: NaN };
  }
  if (normalise && (method === 'varimax' || method === 'promax')) {
    const found = varimax(loadings, host);
    const { iterations, converged, starts: tried, reached, optima, criterion } = found;
    const ends = { iterations, converged, starts: tried, reached, optima, criterion };
    if (method === 'varimax') {
      return { ...ends, pattern: found.loadings, phi: identity(m), oblique: false };
    }
    const { pattern, correlations } = promax(found, power);
    return { ...ends, pattern, phi: correlations, oblique: true };
  }
  const seen = normalise ? normalised(loadings) : loadings;
  const oblique = method === 'oblimin' || method === 'geomin' || method === 'target';
  const criterion = criterionOf(settings, loadings);
  const found = project(seen, { criterion, oblique, starts, most: settings.most, seed: SEED }, host);
  const { loadings: rotated, rotation, phi, ...ends } = found;
  const pattern = normalise ? withLengths(rotated, loadings, seen) : rotated;
  if (method !== 'promax') return { ...ends, pattern, phi, oblique };
  const powered = promax({ ...ends, loadings: pattern, rotation }, power);
  return { ...ends, pattern: powered.pattern, phi: powered.correlations, oblique: true };
}

function criterionOf(
  { method, gamma, epsilon, target, normalise }: RotationSettings,
  loadings: Matrix,
): Criterion {
  const { rows: p, columns: m } = loadings;
  switch (method) {
    case 'quartimax':
      return crawfordFerguson(0);
    case 'equamax':
      return crawfordFerguson(m / (2 * p));
    case 'oblimin':
      return oblimin(gamma);
    case 'geomin':
      return geomin(epsilon);
    case 'target': {
      if (target === null) throw new RangeError('A rotation to a target needs one.');
      return towards(normalise ? byLengths(target, loadings) : target);
    }
    // Without normalisation varimax, and promax that starts from it.
    default:
      return crawfordFerguson(1 / p);
  }
}

/** Rows brought back to the lengths that they had before normalisation. */
function withLengths(rotated: Matrix, loadings: Matrix, seen: Matrix): Matrix {
  const lengths = rowLengths(loadings);
  const was = rowLengths(seen);
  const p = loadings.rows;
  return {
    ...rotated,
    values: rotated.values.map((value, at) => (was[at % p] === 0 ? 0 : value * lengths[at % p]!)),
  };
}

function byLengths(target: Matrix, loadings: Matrix): Matrix {
  const lengths = rowLengths(loadings);
  return { ...target, values: target.values.map((value, at) => value / (lengths[at % target.rows]! || 1)) };
}

function rowLengths({ rows, values }: Matrix): Float64Array {
  const lengths = new Float64Array(rows);
  values.forEach((value, at) => (lengths[at % rows]! += value * value));
  return lengths.map(Math.sqrt);
}
