import { describeColumn } from '../table/describe';
import { findColumn } from '../table/table';
import { isMissing, levelAt, numberAt, type LevelColumn, type NumberColumn } from '../table/column';
import { readDelimited } from '../table/readDelimited';
import { keepComponents } from '../methods/components/keepComponents';
import { decompose } from '../methods/components/decompose';
import { columnOf } from '../algebra/matrix';
import { freshRecipe } from '../recipe/fresh';
import { compute } from '../recipe/compute';
import { preparationOf } from '../recipe/requests';
import { measuresOf } from '../preparation/prepared';
import { sherds } from './sherds';

const { csv, truth } = sherds();
const table = readDelimited(new TextEncoder().encode(csv), 'sherds.csv');
const labels = (name: string) => {
  const column = findColumn(table, name) as LevelColumn;
  return Array.from({ length: table.rows }, (_, row) => levelAt(column, row));
};

test('the same seed gives the same table, another seed another', () => {
  expect(sherds().csv).toBe(csv);
  expect(sherds(2).csv).not.toBe(csv);
});

test('286 rows of 20 measures, an identity and three labels, as guessed from the file alone', () => {
  expect(table.rows).toBe(286);
  expect(table.notes).toEqual([]);
  const roles = freshRecipe(table).columns.map(column => column.role);
  expect(roles).toEqual(['identity', 'label', 'label', 'label', ...Array<string>(20).fill('measure')]);
});

test('its planted faults are where the truth says', () => {
  const absent = table.columns.flatMap(column =>
    column.kind === 'number'
      ? Array.from({ length: table.rows }, (_, row) => row)
          .filter(row => isMissing(column, row))
          .map(row => ({ row, column: column.name }))
      : [],
  );
  const byPlace = (a: { row: number; column: string }, b: { row: number; column: string }) =>
    a.row - b.row || (a.column < b.column ? -1 : 1);
  expect(absent.sort(byPlace)).toEqual([...truth.missing].sort(byPlace));
  expect(absent.length / (286 * 20)).toBeCloseTo(0.02, 2);

  const ids = labels('sherd');
  expect(truth.referenceRows).toHaveLength(12);
  expect(truth.referenceRows.every(row => ids[row] === 'TILE')).toBe(true);
  expect(truth.repeats).toHaveLength(4);
  for (const { row, of } of truth.repeats) {
    expect(ids[row]).toBe(ids[of]);
    expect(row).not.toBe(of);
  }
  expect(new Set(ids).size).toBe(286 - 11 - 4);
  expect(labels('kiln').filter(kiln => kiln === 'unknown')).toHaveLength(9);
  expect(truth.unknown).toHaveLength(9);

  expect(truth.contaminated).toHaveLength(5);
  for (const { row, columns } of truth.contaminated) {
    for (const name of columns) {
      const column = findColumn(table, name) as NumberColumn;
      const description = describeColumn(column, table.rows);
      if (description.kind !== 'number') throw new Error('expected numbers');
      expect(numberAt(column, row)).toBeGreaterThan(description.upperQuartile);
    }
  }
});

test('components find the three planted dimensions', async () => {
  const recipe = freshRecipe(table);
  const prepared = measuresOf(
    await compute(table, { stage: 'prepared', preparation: preparationOf(recipe) }),
  );
  const decomposition = decompose(prepared);
  const result = keepComponents(prepared, decomposition, 3);
  // Every planted dimension lies in the space of the three kept: regress its scores on theirs.
  for (let d = 0; d < 3; d++) {
    const planted = [...result.rows].map(row => truth.scores[row]![d]!);
    const mean = planted.reduce((sum, v) => sum + v, 0) / planted.length;
    let explained = 0;
    for (let k = 0; k < 3; k++) {
      const scores = columnOf(result.scores, k);
      const product = planted.reduce((sum, v, i) => sum + (v - mean) * scores[i]!, 0);
      explained += (product * product) / scores.reduce((sum, v) => sum + v * v, 0);
    }
    const all = planted.reduce((sum, v) => sum + (v - mean) * (v - mean), 0);
    expect(explained / all).toBeGreaterThan(0.85);
  }
});
