import type { ColumnArrangement } from '../table/arrangement';
import type { ColumnDescription } from '../table/describe';
import type { WholeColumn } from './wholeColumn';

/**
 * What the columns of a sample hold, with what the engine's own sums tell of all rows in their stead: how many entries
 * there are, means, spreads, ends, histograms, levels. Quartiles and shape stay the sample's, as does all of a column whose
 * entries are understood otherwise here than there.
 */
export function describedWhole(
  descriptions: readonly ColumnDescription[],
  whole: readonly WholeColumn[],
  arranged: readonly ColumnArrangement[],
): ColumnDescription[] {
  const arrangements = new Map(arranged.map(one => [one.name, one]));
  const known = new Map(whole.map(one => [one.name, one]));
  return descriptions.map(of => {
    const { heading, type, missing, values } = arrangements.get(of.name) ?? { name: of.name };
    if ((type ?? missing ?? values) !== undefined) return of;
    const found = known.get(heading ?? of.name);
    return found === undefined ? of : described(of, found);
  });
}

function described(of: ColumnDescription, whole: WholeColumn): ColumnDescription {
  const { present, missing, numbers } = whole;
  const distinct = whole.distinct ?? of.distinct;
  if (of.kind === 'levels') {
    return { ...of, present, missing, distinct, commonest: whole.commonest ?? of.commonest };
  }
  return numbers === null ? { ...of, present, missing } : { ...of, present, missing, ...numbers, distinct };
}
