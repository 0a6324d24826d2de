import { columnOf, entry } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { PLAIN_PREPARATION, rowsOf, type PreparationInput } from '../../preparation/prepared';
import { prepare } from '../../preparation/prepare';
import { readDelimited } from '../../table/readDelimited';
import { keepComponents } from './keepComponents';
import { decompose } from './decompose';

const tableOf = (columns: readonly (readonly (number | string)[])[]) => {
  const header = columns.map((_, j) => `x${j}`).join(',');
  const rows = columns[0]!.map((_, i) => columns.map(column => column[i]).join(','));
  return readDelimited(new TextEncoder().encode([header, ...rows].join('\n')), 'made.csv');
};
const preparedOf = (columns: readonly (readonly number[])[], more: Partial<PreparationInput> = {}) =>
  rowsOf(
    prepare(tableOf(columns), {
      ...PLAIN_PREPARATION,
      measures: columns.map((_, j) => `x${j}`),
      weight: null,
      ...more,
    }),
  );

test('copied columns leave dimensions without variance, at the end, as zeros and not as noise', () => {
  const x = [1, 4, 2, 8, 5, 7, 3];
  const y = [2, 7, 1, 8, 2, 8, 1];
  const { eigenvalues, shares } = decompose(preparedOf([x, y, x, y.map(v => 3 * v + 2)]));
  expect([...eigenvalues.subarray(2)]).toEqual([0, 0]);
  expect(eigenvalues[0]! + eigenvalues[1]!).toBeCloseTo(4, 12);
  expect([...shares].every(share => share >= 0)).toBe(true);
});

test('no more dimensions are kept than have variance, and that is said', () => {
  const x = [1, 4, 2, 8, 5];
  const prepared = preparedOf([x, x.map(v => -v), x.map(v => 2 * v)]);
  const kept = keepComponents(prepared, decompose(prepared), 3);
  expect([kept.kept, kept.note]).toEqual([1, '3 asked for; only 1 dimension has any variance.']);
  // The first of tied columns decides the sign.
  expect(entry(kept.loadings, 0, 0)).toBeCloseTo(1, 12);
  expect(entry(kept.loadings, 1, 0)).toBeCloseTo(-1, 12);
});

test('two rows lie on one dimension', () => {
  const { eigenvalues } = decompose(preparedOf([[1, 2], [5, 1], [0, 4]], { scale: 'centre' })); // prettier-ignore
  expect(eigenvalues).toHaveLength(1);
  expect(eigenvalues[0]).toBeCloseTo((1 + 16 + 16) / 2, 12);
});

test('units far apart do not spoil each other on unit variance', () => {
  const { normal } = seededRandom(5);
  const common = Array.from({ length: 60 }, normal);
  const columns = [1e-9, 1, 1e9].map(unit => common.map(c => unit * (c + 0.3 * normal())));
  const { eigenvalues } = decompose(preparedOf(columns));
  expect(eigenvalues.reduce((sum, value) => sum + value, 0)).toBeCloseTo(3, 10);
  expect(eigenvalues[0]).toBeGreaterThan(2.5);
});

test('on other scales correlations of measures with dimensions are still correlations', () => {
  const { normal } = seededRandom(6);
  const common = Array.from({ length: 50 }, normal);
  const columns = [1, 5, 20].map(unit => common.map(c => unit * (c + normal())));
  for (const scale of ['centre', 'range', 'robust'] as const) {
    const prepared = preparedOf(columns, { scale });
    const found = keepComponents(prepared, decompose(prepared), 2);
    for (let d = 0; d < 2; d++) {
      const score = columnOf(found.scores, d);
      for (let j = 0; j < 3; j++) {
        const x = columnOf(prepared.values, j);
        const product = x.reduce((sum, v, i) => sum + v * score[i]!, 0);
        const length = (v: Float64Array) => Math.sqrt(v.reduce((sum, value) => sum + value * value, 0));
        expect(entry(found.correlations, j, d)).toBeCloseTo(product / length(x) / length(score), 10);
      }
    }
  }
});

test('a table of two rows says that everything in it correlates 1 or −1', () => {
  const prepared = preparedOf([
    [1, 5],
    [2, 3],
    [7, 7.5],
  ]);
  const made = keepComponents(prepared, decompose(prepared), 1);
  expect(made.note).toMatch(/two rows every measure correlates 1 or −1/);
  expect(made.shares[0]).toBeCloseTo(1, 12);
  const three = preparedOf([
    [1, 5, 2],
    [2, 3, 9],
  ]);
  expect(keepComponents(three, decompose(three), 1).note).toBeNull();
});
