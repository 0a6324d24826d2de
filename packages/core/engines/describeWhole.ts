import type { WholeColumn } from './wholeColumns';
import type { ColumnDescription } from '../table/describe';

/**
 * What a column of a sample holds, with what the engine's own sums tell of all rows in its stead: how many entries there
 * are, means, spreads, ends, histograms, levels. Quartiles and shape stay the sample's.
 */
export function describeWhole(of: ColumnDescription, whole: WholeColumn | undefined): ColumnDescription {
  if (whole === undefined) return of;
  const { present, missing, numbers } = whole;
  const distinct = whole.distinct ?? of.distinct;
  if (of.kind === 'number') {
    return numbers === null ? { ...of, present, missing } : { ...of, present, missing, ...numbers, distinct };
  }
  return { ...of, present, missing, distinct, commonest: whole.commonest ?? of.commonest };
}
