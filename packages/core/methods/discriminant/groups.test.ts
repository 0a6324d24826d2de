import { entry } from '../../algebra/matrix';
import { tableOf } from '../../testTables';
import { measures, grouped, type Asked, found } from './testGroups';

test('rows of no group, or of one that is not known, are placed as their entries have it', () => {
  const table = grouped(30, 3, 3, 9);
  const entries = table.columns.map(column =>
    Array.from({ length: 30 }, (_, i) =>
      column.kind === 'number' ? column.values[i]! : column.levels[column.codes[i]!]!,
    ),
  );
  const changed = entries.map((list, j) =>
    list.map((value, i) => (j === 3 && i === 4 ? 'Unknown' : j === 3 && i === 7 ? '' : value)),
  );
  const { made, prepared } = found(tableOf(changed, [...measures(3), 'group']), 3);
  expect([...made.placedRows]).toEqual([4, 7]);
  expect(made.rows).toHaveLength(28);
  expect(made.levels).toEqual(['g0', 'g1', 'g2']);
  for (const [i, row] of [...made.placedRows].entries()) {
    for (let d = 0; d < made.kept; d++) {
      let score = -made.origin[d]!;
      for (let j = 0; j < 3; j++) score += entry(prepared.values, row, j) * entry(made.coefficients, j, d);
      expect(entry(made.placedScores, i, d)).toBeCloseTo(score, 12);
    }
  }
});

test('what cannot be parted is refused in words', () => {
  const label = ['a', 'a', 'b', 'b'];
  const of = (columns: readonly (readonly (number | string)[])[], shrinkage?: Asked['shrinkage']) =>
    found(tableOf([...columns, label], [...measures(columns.length), 'group']), columns.length, {
      ...(shrinkage && { shrinkage }),
    });
  expect(() =>
    of([
      [1, 1, 2, 2],
      [3, 3, 5, 5],
    ]),
  ).toThrow(/do not vary within/);
  expect(() =>
    of([
      [1, 2, 1, 2],
      [3, 5, 3, 5],
    ]),
  ).toThrow(/means are the same/);
  const dependent = [
    [1, 2, 3, 5],
    [2, 4, 6, 10],
  ];
  expect(of(dependent).made.singular).toBe(true);
  expect(() => of(dependent, 'never')).toThrow(/no inverse/);
  const table = tableOf(
    [
      [1, 2, 3],
      [3, 1, 2],
      ['a', 'a', 'a'],
    ],
    [...measures(2), 'group'],
  );
  expect(() => found(table, 2)).toThrow(/only one level/);
});
