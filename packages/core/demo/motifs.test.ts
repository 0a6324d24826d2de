import { reductionWith } from '../testTables';
import { columnOf } from '../algebra/matrix';
import { freshRecipe } from '../recipe/fresh';
import { reductionRequest, preparationOf } from '../recipe/requests';
import { compute } from '../recipe/compute';
import type { Recipe } from '../recipe/schema';
import { numberAt, type NumberColumn } from '../table/column';
import { readDelimited } from '../table/readDelimited';
import { motifs } from './motifs';

const { csv, truth } = motifs();
const table = readDelimited(new TextEncoder().encode(csv), 'motifs.csv');
const fresh = freshRecipe(table);
const hellinger: Recipe = {
  ...fresh,
  preparation: { ...fresh.preparation, rowTransform: 'hellinger', scale: 'centre' },
};
const counts = table.columns.filter((column): column is NumberColumn => column.kind === 'number');

test('the same seed gives the same pits, another seed others', () => {
  expect(motifs().csv).toBe(csv);
  expect(motifs(2).csv).not.toBe(csv);
});

test('140 pits, 38 motifs, about six in ten counts zero, one pit empty', () => {
  expect([table.rows, counts.length]).toEqual([140, 38]);
  expect(fresh.columns.slice(0, 3).map(({ role }) => role)).toEqual(['identity', 'label', 'label']);
  const rows = [...Array(140).keys()];
  const zeros = counts.reduce(
    (sum, column) => sum + rows.filter(row => numberAt(column, row) === 0).length,
    0,
  );
  expect(zeros / (140 * 38)).toBeGreaterThan(0.55);
  expect(zeros / (140 * 38)).toBeLessThan(0.67);
  const empty = rows.filter(row => counts.every(column => numberAt(column, row) === 0));
  expect(empty).toEqual([truth.emptyRow]);
});

test('the empty pit is named where shares are taken', async () => {
  const account = await compute(table, { stage: 'account', preparation: preparationOf(hellinger) });
  expect(account.rowsLeftOut).toEqual([
    { row: truth.emptyRow, step: 'empty', because: ['all measures are 0'] },
  ]);
});

test('components of Hellinger’s roots lay the pits out in time', async () => {
  const found = await compute(
    table,
    reductionRequest(hellinger, reductionWith(hellinger.reductions[0]!, { keep: 2 })),
  );
  const score = columnOf(found.scores, 0);
  const times = Float64Array.from(found.rows, row => truth.times[row]!);
  const mean = times.reduce((sum, time) => sum + time, 0) / times.length;
  const product = times.reduce((sum, time, i) => sum + (time - mean) * score[i]!, 0);
  const square = (values: Float64Array, from: number) =>
    values.reduce((sum, v) => sum + (v - from) * (v - from), 0);
  expect(Math.abs(product) / Math.sqrt(square(times, mean) * square(score, 0))).toBeGreaterThan(0.85);
});
