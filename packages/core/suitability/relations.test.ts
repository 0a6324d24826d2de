import fc from 'fast-check';
import { PLAIN_PREPARATION, SCALES } from '../preparation/prepared';
import { prepare } from '../preparation/prepare';
import { readDelimited } from '../table/readDelimited';
import { relations } from './relations';

const tableOf = (columns: readonly (readonly number[])[]) => {
  const header = columns.map((_, j) => `x${j}`).join(',');
  const rows = columns[0]!.map((_, i) => columns.map(column => column[i]).join(','));
  return readDelimited(new TextEncoder().encode([header, ...rows].join('\n')), 'made.csv');
};
const preparedOf = (columns: readonly (readonly number[])[], more = {}) =>
  prepare(tableOf(columns), {
    ...PLAIN_PREPARATION,
    measures: columns.map((_, j) => `x${j}`),
    weight: null,
    ...more,
  });
const of = (found: ReturnType<typeof relations>, measure: string) =>
  found.find(relation => relation.measure === measure)!.correlation;

const columns = [
  [1, 2, 3, 4, 5, 9],
  [2, 1, 4, 3, 6, 5],
  [9, 7, 6, 2, 3, 1],
];

test('Pearson’s correlation by its formula', () => {
  const [x, y] = columns as [number[], number[], number[]];
  const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
  const products = (a: number[], b: number[]) =>
    a.reduce((sum, v, i) => sum + (v - mean(a)) * (b[i]! - mean(b)), 0);
  const wanted = products(x, y) / Math.sqrt(products(x, x) * products(y, y));
  expect(of(relations(preparedOf(columns), 'x0'), 'x1')).toBeCloseTo(wanted, 13);
});

test.each(SCALES)('does not depend on the scale: %s', scale => {
  const plain = relations(preparedOf(columns), 'x0');
  const scaled = relations(preparedOf(columns, { scale }), 'x0');
  expect(scaled.map(({ measure }) => measure)).toEqual(plain.map(({ measure }) => measure));
  scaled.forEach(({ correlation }, i) => expect(correlation).toBeCloseTo(plain[i]!.correlation, 12));
});

test('counts of rows do what repeating them does', () => {
  const counts = [1, 2, 1, 3, 1, 2];
  const repeated = columns.map(column => column.flatMap((value, i) => Array<number>(counts[i]!).fill(value)));
  const weighted = prepare(tableOf([...columns, counts]), {
    ...PLAIN_PREPARATION,
    measures: ['x0', 'x1', 'x2'],
    weight: 'x3',
    weighting: 'counts',
  });
  expect(of(relations(weighted, 'x0'), 'x2')).toBeCloseTo(
    of(relations(preparedOf(repeated), 'x0'), 'x2'),
    13,
  );
});

test('is the same both ways, within −1 and 1, strongest first', () => {
  const numbers = fc.array(fc.integer({ min: -1000, max: 1000 }), { minLength: 8, maxLength: 8 });
  fc.assert(
    fc.property(numbers, numbers, numbers, (a, b, c) => {
      fc.pre([a, b, c].every(column => new Set(column).size > 1));
      const prepared = preparedOf([a, b, c]);
      const from = ['x0', 'x1', 'x2'].map(measure => relations(prepared, measure));
      expect(of(from[0]!, 'x1')).toBeCloseTo(of(from[1]!, 'x0'), 12);
      for (const found of from) {
        expect(found).toHaveLength(2);
        expect(Math.abs(found[0]!.correlation)).toBeGreaterThanOrEqual(Math.abs(found[1]!.correlation));
        expect(Math.abs(found[0]!.correlation)).toBeLessThanOrEqual(1 + 1e-12);
      }
    }),
  );
});
