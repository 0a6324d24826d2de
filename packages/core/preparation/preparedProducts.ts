import { crossProducts } from '../algebra/crossProducts';
import { someColumns, weighted, zeros, type Matrix } from '../algebra/matrix';
import { MOST_ROWS, wholeProducts } from '../algebra/wholeProducts';
import { quietHost, type Host } from '../host';
import type { PreparedRows } from './prepared';

/** Products from which on bytes are worth a way of their own. */
const WORTH = 1e8;

/** Whether cross-products of so many measures are made from bytes, and then about the means of the rows themselves. */
export const fromBytes = ({ values: { rows }, weights, bytes }: PreparedRows, measures: number): boolean =>
  bytes !== null && weights === null && rows <= MOST_ROWS && rows * measures ** 2 >= WORTH;

/**
 * The cross-products of some prepared measures, each row times its weight: straight from bytes where the measures are
 * such, and then exact but for the last steps.
 *
 * @param prepared without gaps
 * @param kept places among its measures
 */
export function preparedProducts(
  prepared: PreparedRows,
  kept: readonly number[],
  host: Host = quietHost,
): Matrix {
  const { values, weights, bytes } = prepared;
  const n = values.rows;
  if (bytes === null || !fromBytes(prepared, kept.length)) {
    const own = kept.length === values.columns ? values : someColumns(values, kept);
    return crossProducts(weighted(own, weights), host);
  }
  const columns = kept.map(j => bytes[j]!);
  const products = wholeProducts(columns, host);
  const sums = columns.map(column => column.reduce((sum, value) => sum + value, 0));
  const p = kept.length;
  const result = zeros(p, p);
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < p; b++) {
      const product = products.values[a * p + b]!;
      // Whole numbers below 2⁵³, so that nothing is lost where means are far from 0.
      const about = prepared.scale === 'none' ? product : (n * product - sums[a]! * sums[b]!) / n;
      result.values[a * p + b] = about / (prepared.divisors[kept[a]!]! * prepared.divisors[kept[b]!]!);
    }
  }
  return result;
}
