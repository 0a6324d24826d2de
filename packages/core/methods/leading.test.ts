import fc from 'fast-check';
import type { Matrix } from '../algebra/matrix';
import { leadCounts, leadingDimensions, ledgerOrder } from './leading';

const loadings = fc
  .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 5 }))
  .chain(([rows, columns]) =>
    fc
      .array(fc.double({ min: -1, max: 1, noNaN: true }), {
        minLength: rows * columns,
        maxLength: rows * columns,
      })
      .map((values): Matrix => ({ rows, columns, values: Float64Array.from(values) })),
  );
const size = ({ rows, values }: Matrix, j: number, d: number) => Math.abs(values[d * rows + j]!);

test('a column leads where none of its entries is larger, the first among ties', () => {
  fc.assert(
    fc.property(loadings, matrix => {
      leadingDimensions(matrix).forEach((lead, j) => {
        for (let d = 0; d < matrix.columns; d++) {
          expect(size(matrix, j, d)).toBeLessThanOrEqual(size(matrix, j, lead));
          if (d < lead) expect(size(matrix, j, d)).toBeLessThan(size(matrix, j, lead));
        }
      });
    }),
  );
});

test('the ledger holds every column once, by leading dimension, within it by size', () => {
  fc.assert(
    fc.property(loadings, matrix => {
      const order = ledgerOrder(matrix);
      const leads = leadingDimensions(matrix);
      expect([...order].sort((a, b) => a - b)).toEqual([...Array(matrix.rows).keys()]);
      for (let i = 1; i < order.length; i++) {
        const [before, after] = [order[i - 1]!, order[i]!];
        expect(leads[before]!).toBeLessThanOrEqual(leads[after]!);
        if (leads[before] === leads[after]) {
          expect(size(matrix, before, leads[before]!)).toBeGreaterThanOrEqual(
            size(matrix, after, leads[after]!),
          );
        }
      }
    }),
  );
});

test('every column leads once', () => {
  fc.assert(
    fc.property(loadings, matrix => {
      const counts = leadCounts(matrix);
      expect(counts).toHaveLength(matrix.columns);
      expect(counts.reduce((sum, count) => sum + count, 0)).toBe(matrix.rows);
    }),
  );
});
