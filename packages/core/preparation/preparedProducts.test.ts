import { testThread } from '@wold/kernels/testThreads';
import { useMapKernels } from '@wold/kernels/team';
import { crossProducts } from '../algebra/crossProducts';
import { entry } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { wholeProducts } from '../algebra/wholeProducts';
import { quietHost } from '../host';
import { narrowNumbers } from '../table/narrow';
import type { Table } from '../table/table';
import { tableOf } from '../testTables';
import { PLAIN_PREPARATION, rowsOf, type PreparationInput, type PreparedRows } from './prepared';
import { prepare } from './prepare';
import { preparedProducts } from './preparedProducts';

/** Columns of bytes, some of them far from 0 for their spread. */
function bytes(n: number, p: number, seed: number): Uint8Array[] {
  const { whole } = seededRandom(seed);
  return Array.from({ length: p }, (_, j) =>
    Uint8Array.from({ length: n }, () =>
      j % 3 === 0 ? 250 + whole(6) : j % 3 === 1 ? whole(256) : whole(2),
    ),
  );
}

function tableOfBytes(columns: readonly Uint8Array[]): Table {
  const table = tableOf(columns.map(column => [...column.subarray(0, 2)]));
  return {
    ...table,
    rows: columns[0]!.length,
    columns: table.columns.map((column, j) => ({
      ...column,
      kind: 'number' as const,
      values: narrowNumbers(Float64Array.from(columns[j]!), columns[j]!.length, null),
      missing: null,
      exceptions: null,
    })),
  };
}

const preparedBytes = (table: Table, more: Partial<PreparationInput> = {}): PreparedRows =>
  rowsOf(
    prepare(table, {
      ...PLAIN_PREPARATION,
      measures: table.columns.map(({ name }) => name),
      weight: null,
      ...more,
    }),
  );

test.each([
  [5, 3],
  [4096, 4],
  [9000, 7],
])('products of %i bytes in %i columns are exact, compiled and plain, on one thread and two', (n, p) => {
  const columns = bytes(n, p, n);
  columns[0]!.fill(255);
  const found = wholeProducts(columns);
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < p; b++) {
      let sum = 0n;
      for (let i = 0; i < n; i++) sum += BigInt(columns[a]![i]! * columns[b]![i]!);
      expect(entry(found, a, b)).toBe(Number(sum));
    }
  }
  useMapKernels(false);
  expect(wholeProducts(columns)).toEqual(found);
  useMapKernels(true);
  const helper = testThread();
  expect(wholeProducts(columns, { ...quietHost, helpers: [helper.helper] })).toEqual(found);
  void helper.end();
});

describe('of prepared measures that are bytes', () => {
  const table = tableOfBytes(bytes(6000, 140, 3));

  test.each(['unit-variance', 'robust', 'none'] as const)(
    'cross-products at scale %s are those of the prepared numbers',
    scale => {
      const prepared = preparedBytes(table, { scale });
      expect(prepared.bytes).toHaveLength(140);
      const kept = Array.from({ length: 139 }, (_, j) => j + 1);
      const found = preparedProducts(prepared, kept);
      const truth = crossProducts({
        rows: 6000,
        columns: 139,
        values: prepared.values.values.subarray(6000),
      });
      for (let j = 0; j < 139; j++) {
        for (let other = 0; other <= j; other++) {
          const size = Math.sqrt(entry(truth, j, j) * entry(truth, other, other));
          expect(Math.abs(entry(found, j, other) - entry(truth, j, other)) / size).toBeLessThan(1e-11);
        }
      }
    },
  );

  test('whatever is left out or otherwise after treatment, they are bytes no more', () => {
    expect(preparedBytes(table, { transform: 'normal-scores' }).bytes).toBeNull();
    const only = [{ column: 'x2', from: 10, to: 255 }];
    expect(preparedBytes(table, { only }).bytes).toBeNull();
    const fewer = tableOfBytes([...bytes(30, 3, 1)]);
    const wide = { ...fewer, columns: fewer.columns.map((column, j) => (j === 1 ? wider(column) : column)) };
    expect(preparedBytes(wide).bytes).toBeNull();
  });

  const wider = (column: Table['columns'][number]) =>
    column.kind === 'number' ? { ...column, values: Float64Array.from(column.values, v => v + 0.5) } : column;
});
