import { seededRandom } from '../algebra/random';
import { imputeComponents } from './imputeComponents';

/** Columns made of two hidden dimensions and some noise, with the truth of the entries that are hidden. */
function made(n: number, p: number, noise: number, hiddenShare: number) {
  const random = seededRandom(4);
  const scores = [0, 1].map(() => Float64Array.from({ length: n }, () => random.normal()));
  const truth = Array.from({ length: p }, () => {
    const [a, b] = [random.normal(), random.normal()];
    return Float64Array.from(
      { length: n },
      (_, i) => 10 + a * scores[0]![i]! + b * scores[1]![i]! + noise * random.normal(),
    );
  });
  const hidden: [number, number][] = [];
  const columns = truth.map((values, j) =>
    values.map((value, i) => {
      if (random.uniform() >= hiddenShare) return value;
      hidden.push([j, i]);
      return NaN;
    }),
  );
  return { truth, columns, hidden };
}
const errorOf = ({ truth, columns, hidden }: ReturnType<typeof made>) =>
  Math.sqrt(hidden.reduce((sum, [j, i]) => sum + (columns[j]![i]! - truth[j]![i]!) ** 2, 0) / hidden.length);

test('two dimensions without noise are found again', () => {
  const data = made(60, 8, 0, 0.08);
  const { rounds } = imputeComponents(data.columns, 2, true);
  expect(errorOf(data)).toBeLessThan(1e-3);
  expect(rounds).toBeGreaterThan(1);
});

test('entries that are there are not touched', () => {
  const data = made(40, 6, 0.2, 0.1);
  const before = data.columns.map(values => values.slice());
  imputeComponents(data.columns, 2, false);
  before.forEach((values, j) =>
    values.forEach((value, i) => {
      if (!Number.isNaN(value)) expect(data.columns[j]![i]).toBe(value);
      else expect(Number.isFinite(data.columns[j]![i]!)).toBe(true);
    }),
  );
});

test('gaps are filled better than by means, and about as well as the noise allows', () => {
  const [byTwo, byNone] = [made(150, 10, 0.3, 0.1), made(150, 10, 0.3, 0.1)];
  imputeComponents(byTwo.columns, 2, true);
  byNone.columns.forEach(values => {
    const present = values.filter(value => !Number.isNaN(value));
    const mean = present.reduce((sum, value) => sum + value, 0) / present.length;
    values.forEach((value, i) => (values[i] = Number.isNaN(value) ? mean : value));
  });
  expect(errorOf(byTwo)).toBeLessThan(0.5);
  expect(errorOf(byNone)).toBeGreaterThan(2 * errorOf(byTwo));
});

test('cross-validation finds the two dimensions there are', () => {
  const { columns } = made(120, 10, 0.4, 0.06);
  const { dimensions, errors } = imputeComponents(columns, 'cross-validated', true);
  expect(dimensions).toBe(2);
  expect(errors).toHaveLength(6);
  expect(errors![0]).toBeGreaterThan(0.9);
});

test('it finds none where columns have nothing in common', () => {
  const random = seededRandom(8);
  const columns = Array.from({ length: 6 }, () =>
    Float64Array.from({ length: 200 }, () => (random.uniform() < 0.05 ? NaN : random.normal())),
  );
  const { dimensions, errors } = imputeComponents(columns, 'cross-validated', true);
  expect(dimensions).toBe(0);
  for (const error of errors!) expect(error).toBeGreaterThan(0.97);
});

test('more dimensions than there are is refused', () => {
  const { columns } = made(20, 4, 0.1, 0.05);
  expect(() => imputeComponents(columns, 4, true)).toThrow(/4 dimensions cannot be had.*at most 3/);
});

test('the same gaps are filled alike each time', () => {
  const [one, two] = [made(50, 6, 0.3, 0.1), made(50, 6, 0.3, 0.1)];
  imputeComponents(one.columns, 'cross-validated', true);
  imputeComponents(two.columns, 'cross-validated', true);
  expect(one.columns).toEqual(two.columns);
});
