import { invertDefinite } from '../../algebra/cholesky';
import { columnOf, transpose, zeros, type Matrix } from '../../algebra/matrix';
import { crossed, product } from '../../algebra/product';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { Problem, type ProblemData } from '../../problem';

export const SCORINGS = ['regression', 'bartlett', 'correlation-preserving'] as const;
/** How scores of factors are estimated. */
export type Scoring = (typeof SCORINGS)[number];

/** Common factors as scores see them. */
interface Model {
  /** p × m. */
  readonly pattern: Matrix;
  /** m × m. */
  readonly phi: Matrix;
  readonly uniquenesses: Float64Array;
}

/** How scores are made of standardised measures, and what they are worth. */
export interface Scores {
  /** p × m: standardised measures times these are the scores. */
  readonly coefficients: Matrix;
  /** m × m: correlations of the scores, which are not those of the factors. */
  readonly correlations: Matrix;
  /**
   * The squared multiple correlation of each factor with the measures (Guttman 1955): how far any score can tell it.
   */
  readonly determinacy: Float64Array;
  /** The correlation of each score with its factor. */
  readonly validity: Float64Array;
}

/** The scores that there are. @throws Problem where there are none, which says why */
export function scoresOf({ scores }: { readonly scores: Scores | ProblemData }): Scores {
  if ('coefficients' in scores) return scores;
  throw new Problem(scores.what, scores.remedy, scores.where);
}

/**
 * Coefficients of scores: by regression (Thurstone 1935), by Bartlett's weighted least squares (1937), or such that
 * scores correlate as the factors do (ten Berge, Krijnen, Wansbeek and Shapiro 1999).
 *
 * @throws Problem where the correlations are singular, or by Bartlett where a measure has no variance of its own
 */
export function scoring(correlations: Matrix, model: Model, by: Scoring): Scores {
  const { pattern, phi } = model;
  const inverted = invertDefinite(correlations);
  if (inverted === null) {
    throw new Problem(
      'scores need correlations that have an inverse, and these have none',
      'Set aside a measure that others make up.',
    );
  }
  const structure = product(pattern, phi);
  const regression = product(inverted.inverse, structure);
  const coefficients =
    by === 'regression'
      ? regression
      : by === 'bartlett'
        ? bartlett(model)
        : preserving(correlations, pattern, phi);
  const covariances = crossed(coefficients, product(correlations, coefficients));
  const withFactors = crossed(coefficients, structure);
  const m = phi.rows;
  const diagonal = ({ values }: Matrix) => Float64Array.from({ length: m }, (_, d) => values[d * m + d]!);
  const sds = diagonal(covariances).map(Math.sqrt);
  return {
    coefficients,
    correlations: {
      ...covariances,
      values: covariances.values.map((value, at) => value / (sds[at % m]! * sds[Math.floor(at / m)]!)),
    },
    determinacy: diagonal(crossed(structure, regression)),
    validity: diagonal(withFactors).map((value, d) => value / sds[d]!),
  };
}

/** Ψ⁻¹Λ (ΛᵀΨ⁻¹Λ)⁻¹. */
function bartlett({ pattern, uniquenesses }: Model): Matrix {
  if (uniquenesses.some(value => !(value > 1e-5))) {
    throw new Problem(
      'Bartlett’s scores weigh measures by their own variance, and one has none left (a Heywood case)',
      'Take scores by regression, keep fewer factors, or set that measure aside.',
    );
  }
  const weighed = {
    ...pattern,
    values: pattern.values.map((value, at) => value / uniquenesses[at % pattern.rows]!),
  };
  const inverted = invertDefinite(crossed(pattern, weighed));
  if (inverted === null) throw noScores();
  return product(weighed, inverted.inverse);
}

/** R^−½ C Φ^½ with C = R^−½ L (LᵀR⁻¹L)^−½ and L = Λ Φ^½. */
function preserving(correlations: Matrix, pattern: Matrix, phi: Matrix): Matrix {
  const root = power(phi, 0.5);
  const l = product(pattern, root);
  const c = product(power(correlations, -0.5), l);
  return product(product(power(correlations, -0.5), product(c, power(crossed(c, c), -0.5))), root);
}

/** A power of a symmetric positive definite matrix. @throws Problem where it has none */
function power(matrix: Matrix, exponent: number): Matrix {
  const { values, vectors } = symmetricEigen(matrix);
  if (!(values.at(-1)! > 1e-12 * values[0]!)) throw noScores();
  const scaled = zeros(vectors.rows, vectors.columns);
  values.forEach((value, d) =>
    columnOf(scaled, d).set(columnOf(vectors, d).map(entry => entry * value ** exponent)),
  );
  return product(scaled, transpose(vectors));
}

const noScores = (): Problem =>
  new Problem(
    'two factors fall together, so that their scores cannot be told apart',
    'Keep fewer factors, or rotate them orthogonally.',
  );
