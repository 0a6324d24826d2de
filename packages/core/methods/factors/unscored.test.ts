import { columnOf } from '../../algebra/matrix';
import { correlation } from '../../algebra/correlation';
import { prepare } from '../../preparation/prepare';
import { PLAIN_PREPARATION } from '../../preparation/prepared';
import { normalColumns, outputFor, tableOf } from '../../testTables';
import { scoreRelations } from '../../use/scoreRelations';
import { USUAL_ROTATION } from '../../rotation/rotateLoadings';
import { correlationP } from '../../suitability/suitability';
import { scoresTable } from '../scoresTable';
import { ranAway } from './extraction';
import { factors, type FactorsAsked } from './factors';
import { factorsPlacement } from './placement';
import { meanPhi, remarksOn } from './remarks';
import { tellable } from './salience';
import { coefficientsTable } from './tables';

const asked: FactorsAsked = {
  kind: 'pearson',
  factors: 1,
  extraction: 'minimum-residual',
  rotation: USUAL_ROTATION,
  scoring: 'regression',
};
const input = (p: number) => ({
  ...PLAIN_PREPARATION,
  measures: Array.from({ length: p }, (_, j) => `x${j + 1}`),
  weight: null,
});

/** Far from 0, with gaps in some rows, and a column that was not reduced. */
const n = 60;
const columns = normalColumns(n, 6, 4).map((column, j) =>
  column.map((value, i) => ((i + j) % 9 === 0 && i > 20 ? '' : 1e5 + value)),
);
const other = columns[0]!.map((_, i) => (i * 7) % 23);
const table = tableOf([...columns, other]);
const gapped = factors(prepare(table, { ...input(6), missing: 'keep' }), [], asked);

test('rows without scores are placed nowhere: relations count the others, files have no entry that is no number', () => {
  const placed = factorsPlacement(gapped);
  const complete = [...gapped.rows].filter(row => columns.every(column => column[row] !== ''));
  expect([...placed.rows]).toEqual(complete);
  expect(complete.length).toBeLessThan(n);
  expect([...placed.at.values].every(Number.isFinite)).toBe(true);
  const relation = scoreRelations(table, placed).find(({ column }) => column === 'x7')!;
  if (relation.kind !== 'number') throw new Error('expected a number');
  const r = correlation(
    Float64Array.from(complete, row => other[row]!),
    columnOf(placed.at, 0),
    null,
  );
  expect(relation.n).toBe(complete.length);
  expect(relation.correlations[0]).toBeCloseTo(r, 12);
  expect(relation.p[0]).toBeCloseTo(correlationP(r, complete.length), 12);
  const lines = scoresTable(table, [], placed);
  expect(lines.flat()).not.toContain('NaN');
  expect(lines.slice(1).filter(line => line.at(-1) !== '')).toHaveLength(complete.length);
});

test('where there are no scores at all the files say why, and no row is placed', () => {
  const four = normalColumns(40, 4, 2);
  const sum = four[0]!.map((value, i) => value + four[1]![i]!);
  const singular = tableOf([...four, sum]);
  const found = factors(prepare(singular, input(5)), [], asked);
  expect('what' in found.scores && found.scores.what).toMatch(/inverse/);
  expect(factorsPlacement(found).rows).toHaveLength(0);
  expect(scoreRelations(singular, factorsPlacement(found))).toEqual([]);
  const output = outputFor({ table: singular, account: {} as never, result: found });
  expect(coefficientsTable(output as never)[1]![1]).toMatch(/an inverse.*Set aside/);
});

test('a loading that so many rows tell from none is twice a correlation of p .01', () => {
  for (const rows of [10, 50, 371, 20000]) {
    const bound = tellable(rows);
    if (bound < 1) expect(correlationP(bound / 2, rows)).toBeCloseTo(0.01, 8);
  }
  expect(tellable(3)).toBe(1);
});

test('remarks: doublets, thin and empty factors, measures on two factors or none, by a pattern made for it', () => {
  // Factor 2 is strong in d and e alone, factor 3 leads nothing; c is on two factors, f on none.
  const pattern = {
    rows: 6,
    columns: 3,
    values: Float64Array.of(.8, .7, .6, .1, .1, .2, 0, 0, .5, .9, -.8, .1, .1, .1, .1, .2, .2, .1), // prettier-ignore
  };
  const phi = { rows: 3, columns: 3, values: Float64Array.of(1, 0.3, -0.6, 0.3, 1, 0, -0.6, 0, 1) };
  const made = {
    ...gapped,
    measures: ['a', 'b', 'c', 'd', 'e', 'f'],
    rotated: { ...gapped.rotated, pattern, phi },
    communalities: Float64Array.of(0.6, 0.5, 0.39, 1.02, 0.4, 0.1),
    heywood: [3],
  };
  expect(remarksOn(made, 0.4)).toEqual({
    empty: [2],
    doublets: [],
    thin: [1, 2],
    crossing: ['c'],
    without: ['f'],
    poorlyHeld: ['c', 'f'],
    heywood: ['d'],
  });
  expect(remarksOn(made, 0.55).doublets).toEqual([{ factor: 1, measures: ['d', 'e'] }]);
  expect(meanPhi(made)).toBeCloseTo((0.3 + 0.6 + 0) / 3, 12);
});

test('an extraction that runs away is refused with what to do, and told among the costs', () => {
  // The fifth is the sum of two others but for rounding.
  const four = normalColumns(40, 4, 6).map(column => column.map(value => Number(value.toFixed(3))));
  const sum = four[0]!.map((value, i) => Number((value + four[1]![i]!).toFixed(2)));
  const prepared = prepare(tableOf([...four, sum]), input(5));
  for (const m of [1, 2]) {
    let found;
    try {
      found = factors(prepared, [], { ...asked, factors: m });
    } catch (thrown) {
      expect(String(thrown)).toMatch(/runs away.*maximum likelihood/);
      continue;
    }
    // What is told is a solution: its loadings leave what it says that they leave.
    expect(Math.max(...found.communalities)).toBeLessThanOrEqual(10);
  }
});

test('a communality that grows without bound is no improper value', () => {
  expect(ranAway({ communalities: Float64Array.of(0.4, 1.3) })).toBe(false);
  expect(ranAway({ communalities: Float64Array.of(0.4, 5e4) })).toBe(true);
  expect(ranAway({ communalities: Float64Array.of(0.4, NaN) })).toBe(true);
});
