import type { Matrix } from '../algebra/matrix';

/** For each column of the table the dimension on which it has its largest entry in size, the first among ties. */
export function leadingDimensions(loadings: Matrix): Uint32Array {
  const { rows: p, columns: kept, values } = loadings;
  const leads = new Uint32Array(p);
  for (let j = 0; j < p; j++) {
    for (let d = 1; d < kept; d++) {
      if (Math.abs(values[d * p + j]!) > Math.abs(values[leads[j]! * p + j]!)) leads[j] = d;
    }
  }
  return leads;
}

/** Columns grouped by leading dimension, within it by size, largest first: the order of the ledger. */
export function ledgerOrder(loadings: Matrix): number[] {
  const p = loadings.rows;
  const leads = leadingDimensions(loadings);
  const size = (j: number) => Math.abs(loadings.values[leads[j]! * p + j]!);
  return [...leads.keys()].sort((a, b) => leads[a]! - leads[b]! || size(b) - size(a) || a - b);
}

/** A measure of which the dimensions hold less than this is poorly held. */
export const POORLY_HELD = 0.4;
/** A dimension led by fewer measures than this is thin: seldom found again. */
export const THIN = 3;

/** How many columns lead on each dimension. */
export function leadCounts(loadings: Matrix): number[] {
  const counts = new Array<number>(loadings.columns).fill(0);
  for (const d of leadingDimensions(loadings)) counts[d]!++;
  return counts;
}
