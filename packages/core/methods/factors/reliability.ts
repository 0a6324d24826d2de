import { zeros, type Matrix } from '../../algebra/matrix';
import { minimumResidual } from './minimumResidual';

/** How reliable the sum of some items is. */
export interface Reliability {
  /** Cronbach's α (1951) of the items; NaN with fewer than two. */
  readonly alpha: number;
  /**
   * McDonald's ω (1970, 1999): (Σλ)² / ((Σλ)² + Σψ) of one factor of these items alone, by minimum residual; NaN with
   * fewer than three, and where a uniqueness is negative.
   */
  readonly omega: number;
  readonly items: readonly {
    /** Of the measures. */
    readonly item: number;
    /** Whether it is turned before it is summed. */
    readonly turned: boolean;
    /** Its correlation with the sum of the others; NaN where there is no other. */
    readonly rest: number;
    /** α of the others; NaN with fewer than three items. */
    readonly alphaWithout: number;
  }[];
}

/**
 * The reliability of a sum of items, those with a sign of −1 turned.
 *
 * @param covariances p × p of all measures, or their correlations for standardised items
 * @param items of the measures
 * @param signs of these items, 1 or −1
 */
export function reliability(
  covariances: Matrix,
  items: readonly number[],
  signs: readonly number[],
): Reliability {
  const own = turnedBlock(covariances, items, signs);
  const all = [...items.keys()];
  return {
    alpha: alphaOf(own, all),
    omega: omegaOf(own),
    items: items.map((item, at) => {
      const others = all.filter(other => other !== at);
      return {
        item,
        turned: signs[at]! < 0,
        rest: restOf(own, at, others),
        alphaWithout: alphaOf(own, others),
      };
    }),
  };
}

function turnedBlock(covariances: Matrix, items: readonly number[], signs: readonly number[]): Matrix {
  const own = zeros(items.length, items.length);
  items.forEach((i, a) =>
    items.forEach((j, b) => {
      own.values[b * items.length + a] =
        signs[a]! * signs[b]! * covariances.values[j * covariances.rows + i]!;
    }),
  );
  return own;
}

/** Σ of a block's entries. */
const summed = ({ rows, values }: Matrix, places: readonly number[]): number =>
  places.reduce((sum, j) => sum + places.reduce((part, i) => part + values[j * rows + i]!, 0), 0);

/** k / (k − 1) times 1 less the share of the sum's variance that the items have by themselves. */
function alphaOf(own: Matrix, places: readonly number[]): number {
  const k = places.length;
  if (k < 2) return NaN;
  const variances = places.reduce((sum, i) => sum + own.values[i * own.rows + i]!, 0);
  return (k / (k - 1)) * (1 - variances / summed(own, places));
}

function restOf(own: Matrix, at: number, others: readonly number[]): number {
  if (others.length === 0) return NaN;
  const variance = own.values[at * own.rows + at]!;
  const withRest = others.reduce((sum, i) => sum + own.values[at * own.rows + i]!, 0);
  return withRest / Math.sqrt(variance * summed(own, others));
}

function omegaOf(own: Matrix): number {
  const k = own.rows;
  if (k < 3) return NaN;
  const sds = Float64Array.from({ length: k }, (_, i) => Math.sqrt(own.values[i * k + i]!));
  const correlations = {
    ...own,
    values: own.values.map((value, at) => value / (sds[at % k]! * sds[Math.floor(at / k)]!)),
  };
  const { loadings, uniquenesses, converged } = minimumResidual(correlations, 1);
  if (!converged || uniquenesses.some(value => value < 0)) return NaN;
  const common = loadings.values.reduce((sum, value, i) => sum + value * sds[i]!, 0) ** 2;
  const unique = uniquenesses.reduce((sum, value, i) => sum + value * sds[i]! ** 2, 0);
  return common / (common + unique);
}
