import { seededRandom } from '../algebra/random';
import { PLAIN_PREPARATION, rowsOf } from '../preparation/prepared';
import { prepare } from '../preparation/prepare';
import { tableOf } from '../testTables';
import { placedAccount, UNLIKE } from './placedAccount';

function accountOf(
  used: readonly (readonly number[])[],
  placed: readonly (readonly number[])[],
  counts?: number[],
) {
  const rows = [...used, ...placed];
  const p = rows[0]!.length;
  const columns: number[][] = Array.from({ length: p }, (_, j) => rows.map(row => row[j]!));
  if (counts !== undefined) columns.push([...counts, ...placed.map(() => 1)]);
  const table = tableOf(columns);
  const prepared = rowsOf(
    prepare(table, {
      ...PLAIN_PREPARATION,
      measures: Array.from({ length: p }, (_, j) => `x${j + 1}`),
      weight: counts === undefined ? null : `x${p + 1}`,
      weighting: counts === undefined ? 'proportional' : 'counts',
      rowsAside: {
        of: table.fileKey,
        rows: placed.map((_, i) => ({ row: used.length + i, reason: 'new', placed: true })),
      },
    }),
  );
  return { account: placedAccount(prepared), prepared };
}

const { normal } = seededRandom(5);
const used = Array.from({ length: 120 }, () => [normal(), 100 + 5 * normal(), 1e5 + normal()]);

test('ranges, nearest rows and what is usual are those of all distances', () => {
  const placed = [[0, 100, 1e5], used[17]!, [9, 100, 1e5], [0, 300, 9e4]];
  const { account, prepared } = accountOf(used, placed);
  expect([...account.rows]).toEqual([120, 121, 122, 123]);
  expect([...account.outside]).toEqual([0, 0, 1, 2]);
  expect(account.beyond).toEqual([
    { measure: 'x1', below: 0, above: 1 },
    { measure: 'x2', below: 0, above: 1 },
    { measure: 'x3', below: 1, above: 0 },
  ]);
  const at = (values: typeof prepared.values, i: number) =>
    Array.from({ length: 3 }, (_, j) => values.values[j * values.rows + i]!);
  const far = (a: number[], b: number[]) => Math.hypot(...a.map((value, j) => value - b[j]!));
  const own = used.map((_, i) =>
    Math.min(
      ...used.flatMap((__, k) => (k === i ? [] : [far(at(prepared.values, i), at(prepared.values, k))])),
    ),
  );
  placed.forEach((_, i) => {
    const distances = used.map((__, k) => far(at(prepared.placedValues, i), at(prepared.values, k)));
    const least = Math.min(...distances);
    expect(account.nearest[i]).toBe(distances.indexOf(least));
    expect(account.usual[i]).toBeCloseTo(own.filter(distance => distance >= least - 1e-7).length / 120, 6);
  });
  expect(account.usual[1]).toBe(1);
  expect(account.usual[3]).toBeLessThan(UNLIKE);
  expect(account.looked).toBeNull();
});

test('counts equal repeated rows', () => {
  const some = used.slice(0, 40);
  const counts = some.map((_, i) => 1 + (i % 3));
  const placed = [
    [0.5, 101, 1e5],
    [3, 90, 1e5],
    [6, 90, 1e5],
  ];
  const one = accountOf(some, placed, counts).account;
  const two = accountOf(
    some.flatMap((row, i) => Array<readonly number[]>(counts[i]!).fill(row)),
    placed,
  ).account;
  one.usual.forEach((share, i) => expect(share).toBeCloseTo(two.usual[i]!, 6));
  expect([...one.outside]).toEqual([...two.outside]);
});
