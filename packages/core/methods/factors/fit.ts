import { invertDefinite } from '../../algebra/cholesky';
import { chiSquareTail } from '../../algebra/distributions';
import { zeros, type Matrix } from '../../algebra/matrix';
import { noncentralityOf } from '../../algebra/noncentral';
import { product } from '../../algebra/product';
import { transpose } from '../../algebra/matrix';
import { degreesOfFreedom } from './extract';

/** How far correlations are from those that factors reproduce. */
export interface Residuals {
  /** R − ΛΦΛᵀ − Ψ, p × p; zero on the diagonal. */
  readonly residuals: Matrix;
  /** The share of pairs whose residual is beyond ±.05. */
  readonly beyond: number;
  /** SRMR: the root mean square of the residuals of the p (p − 1) / 2 pairs (Jöreskog and Sörbom 1981). */
  readonly srmr: number;
}

/** A test of the factors by the discrepancy of maximum likelihood. */
export interface ChiSquare {
  readonly value: number;
  readonly p: number;
}

/** How well factors fit, by the discrepancy of maximum likelihood. */
export interface Fit {
  /** ln|Σ| − ln|R| + tr(RΣ⁻¹) − p. */
  readonly discrepancy: number;
  /** ((p − m)² − (p + m)) / 2. */
  readonly df: number;
  /**
   * (n − 1) times the discrepancy, and with Bartlett's correction (1951), which so few rows may not allow (NaN); p is NaN
   * without degrees of freedom.
   */
  readonly plain: ChiSquare;
  readonly corrected: ChiSquare;
  /** (Steiger and Lind 1980), over n − 1, of the plain χ², with the ends of its 90 % interval; NaN without df. */
  readonly rmsea: number;
  readonly rmseaLow: number;
  readonly rmseaHigh: number;
  /** Against uncorrelated measures, of the plain χ² (Tucker and Lewis 1973; Bentler 1990). */
  readonly tli: number;
  readonly cfi: number;
  /** χ² − df ln n (Schwarz 1978), of the plain χ². */
  readonly bic: number;
}

const BEYOND = 0.05;

/**
 * What the factors leave of the correlations.
 *
 * @param pattern p × m
 * @param phi m × m
 */
export function residualsOf(correlations: Matrix, pattern: Matrix, phi: Matrix): Residuals {
  const p = correlations.rows;
  const reproduced = product(product(pattern, phi), transpose(pattern));
  const residuals = zeros(p, p);
  let [sum, many] = [0, 0];
  for (let j = 0; j < p; j++) {
    for (let i = 0; i < p; i++) {
      if (i === j) continue;
      const residual = correlations.values[j * p + i]! - reproduced.values[j * p + i]!;
      residuals.values[j * p + i] = residual;
      if (i < j) {
        sum += residual * residual;
        many += Number(Math.abs(residual) > BEYOND);
      }
    }
  }
  const pairs = (p * (p - 1)) / 2;
  return { residuals, beyond: many / pairs, srmr: Math.sqrt(sum / pairs) };
}

/**
 * How well factors fit, whichever way they were extracted; null where the correlations or those that are reproduced have
 * no inverse, as with a Heywood case.
 *
 * @param n rows that the correlations are of
 */
export function fitOf(
  correlations: Matrix,
  { residuals }: Pick<Residuals, 'residuals'>,
  m: number,
  n: number,
): Fit | null {
  const p = correlations.rows;
  const own = invertDefinite(correlations);
  // The model's correlations are those found less the residuals: 1 on the diagonal.
  const model = { ...correlations, values: correlations.values.map((r, at) => r - residuals.values[at]!) };
  const inverted = invertDefinite(model);
  if (own === null || inverted === null) return null;
  const trace = correlations.values.reduce((sum, r, at) => sum + r * inverted.inverse.values[at]!, 0);
  const discrepancy = Math.max(0, inverted.logDeterminant - own.logDeterminant + trace - p);
  const df = degreesOfFreedom(p, m);
  const tested = (value: number, of: number): ChiSquare => ({
    value,
    p: of > 0 ? chiSquareTail(value, of) : NaN,
  });
  const plain = (n - 1) * discrepancy;
  const correction = n - 1 - (2 * p + 5) / 6 - (2 * m) / 3;
  const dfApart = (p * (p - 1)) / 2;
  const apart = -(n - 1) * own.logDeterminant;
  const rmseaAt = (noncentrality: number) =>
    df > 0 ? Math.sqrt(Math.max(0, noncentrality) / (df * (n - 1))) : NaN;
  const excess = Math.max(0, plain - df);
  const excessApart = Math.max(0, apart - dfApart, excess);
  return {
    discrepancy,
    df,
    plain: tested(plain, df),
    corrected: correction > 0 ? tested(correction * discrepancy, df) : { value: NaN, p: NaN },
    rmsea: rmseaAt(plain - df),
    rmseaLow: rmseaAt(df > 0 ? noncentralityOf(plain, df, 0.05) : NaN),
    rmseaHigh: rmseaAt(df > 0 ? noncentralityOf(plain, df, 0.95) : NaN),
    tli: df > 0 ? (apart / dfApart - plain / df) / (apart / dfApart - 1) : NaN,
    cfi: excessApart === 0 ? 1 : 1 - excess / excessApart,
    bic: plain - df * Math.log(n),
  };
}
