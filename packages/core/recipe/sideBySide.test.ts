import { seededRandom } from '../algebra/random';
import { Problem, problemData } from '../problem';
import type { AskFigures } from '../methods/work';
import { arrange } from '../table/arrange';
import type { Table } from '../table/table';
import { tableOf } from '../testTables';
import { arrangementOf } from './arrangementOf';
import { studyBench } from './compute';
import { fitRecipe } from './fitRecipe';
import { freshRecipe } from './fresh';
import { changedVerdicts, congruences, doneTable, notDone, sideBySide } from './sideBySide';

/** Two groups of measures that go together; of another year with the second group otherwise. */
function made(seed: number, mixed = false): Table {
  const { normal } = seededRandom(seed);
  const shared = [2, 1.2].map(size => Array.from({ length: 200 }, () => size * normal()));
  const columns = Array.from({ length: 8 }, (_, j) =>
    shared[mixed ? Number(j > 5) : Number(j > 3)]!.map(value => value + normal()),
  );
  return tableOf(columns);
}

async function done(name: string, table: Table, recipe = freshRecipe(made(1))) {
  const fitted = fitRecipe(recipe, table);
  const bench = studyBench(arrange(table, arrangementOf(fitted)));
  const find: AskFigures = async (stage, ask) => {
    try {
      return await bench.need(stage, ask);
    } catch (thrown) {
      if (!(thrown instanceof Problem)) throw thrown;
      return { problem: problemData(thrown) };
    }
  };
  return doneTable(name, fitted, find);
}

test('another sample of the same has the same dimensions, another structure has not', async () => {
  const [first, like, other] = [
    await done('a', made(1)),
    await done('b', made(2)),
    await done('c', made(3, true)),
  ];
  const least = (of: typeof first) =>
    Math.min(
      ...congruences(first.reductions[0]!.structure, of.reductions[0]!.structure).map(({ value }) => value),
    );
  expect(least(first)).toBeCloseTo(1, 10);
  expect(least(like)).toBeGreaterThan(0.95);
  expect(least(other)).toBeLessThan(0.9);
  const rows = sideBySide([first, like, notDone('d', 'it lacks columns'), other]);
  expect(rows.map(([name]) => name)).toEqual(['table', 'a', 'b', 'd', 'c']);
  for (const row of rows) expect(row).toHaveLength(rows[0]!.length);
  expect(rows[3]![1]).toBe('it lacks columns');
  expect(Number(rows[2]!.at(-1))).toBeCloseTo(least(like), 12);
  expect(rows[1]!.at(-1)).toBe('');
});

test('congruence is over the measures that both have, whatever their order', async () => {
  const first = (await done('a', made(1))).reductions[0]!.structure!;
  const turned = {
    measures: [...first.measures].reverse().slice(1),
    correlations: {
      rows: 7,
      columns: first.correlations.columns,
      values: Float64Array.from(
        Array.from({ length: first.correlations.columns }, (_, d) =>
          [...first.correlations.values.slice(8 * d, 8 * d + 8)]
            .reverse()
            .slice(1)
            .map(value => -value),
        ).flat(),
      ),
    },
  };
  for (const { value } of congruences(first, turned)) expect(value).toBeCloseTo(1, 12);
  expect(congruences(first, null)).toEqual([]);
});

test('what is judged otherwise is told', async () => {
  const first = await done('a', made(1));
  const { normal } = seededRandom(9);
  const noise = tableOf(Array.from({ length: 8 }, () => Array.from({ length: 200 }, normal)));
  const other = await done('noise', noise);
  const changed = changedVerdicts(first, other);
  expect(changed.join(' ')).toMatch(/adequacy .* there, .* here/);
  expect(changed.join(' ')).toMatch(/x\d doubtful here/);
  expect(changedVerdicts(first, first)).toEqual([]);
});
