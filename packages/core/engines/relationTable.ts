import { contentKey } from '../table/contentKey';
import type { NumberColumn, LevelColumn } from '../table/column';
import { fileTable } from '../table/fileTable';
import type { Table } from '../table/table';
import { entry } from '../algebra/matrix';
import type { WholeMoments } from './wholeMoments';

/**
 * The covariances of a whole table, or its correlations, as a table that holds them in place of rows: what methods of
 * correlations reduce.
 *
 * @param divisor of the sums of products: n − 1, or as weights have it
 */
export function relationTable(
  { measures, products, units }: WholeMoments,
  of: 'correlation' | 'covariance',
  divisor: number,
  name: string,
): Table {
  const p = measures.length;
  const sds = measures.map((_, j) => Math.sqrt(entry(products, j, j)));
  const names: LevelColumn = {
    kind: 'levels',
    name: 'measure',
    codes: Uint32Array.from(measures.keys()),
    levels: measures,
    missing: null,
    exceptions: null,
  };
  const columns = measures.map((measure, j): NumberColumn => ({
    kind: 'number',
    name: measure,
    values: Float64Array.from({ length: p }, (_, i) =>
      of === 'covariance'
        ? (units[i]! * units[j]! * entry(products, i, j)) / divisor
        : i === j
          ? 1
          : entry(products, i, j) / sds[i]! / sds[j]!,
    ),
    missing: null,
    exceptions: null,
  }));
  const key = contentKey(
    new Uint8Array(Float64Array.from(columns.flatMap(({ values }) => [...values])).buffer),
  );
  return fileTable({ key, name, source: { format: 'engine' }, columns: [names, ...columns], rows: p });
}
