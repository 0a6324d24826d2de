import { entry } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { setApart } from '../methods/neighbours/setApart';
import { preparedOf, tableOf } from '../testTables';
import { levelCentres } from './levelCentres';

const N = 60;
const { normal, uniform } = seededRandom(4);
const label = Array.from({ length: N }, (_, i) => (i % 7 === 0 ? 'c' : i % 2 === 0 ? 'a' : 'b'));
const x1 = label.map(level => 1e6 + (level === 'a' ? 3 : 0) + normal());
const x2 = label.map(() => (uniform() < 0.1 ? '' : normal()));
const table = tableOf([x1, x2, label], ['x1', 'x2', 'group']);
const rows = Uint32Array.from({ length: N }, (_, i) => i);

test('means are those of the entries that are there, and what sets a level apart is as against all other rows', () => {
  const { levels, sizes, means, apart } = levelCentres(table, ['x1', 'x2'], { rows, weights: null }, 'group');
  expect(levels).toEqual(['a', 'b', 'c']);
  levels.forEach((level, g) => {
    const own = [...rows].filter(i => label[i] === level);
    expect(sizes[g]).toBe(own.length);
    const there = own.map(i => x2[i]!).filter((value): value is number => typeof value === 'number');
    expect(entry(means, 1, g)).toBeCloseTo(there.reduce((sum, v) => sum + v, 0) / there.length, 10);
    expect(entry(means, 0, g)).toBeCloseTo(own.reduce((sum, i) => sum + x1[i]!, 0) / own.length, 6);
    // The same by the way that holds one region against all others.
    const { columns } = setApart(table, preparedOf([x1, x1.map(v => v + normal())]), {
      kind: 'level',
      column: 'group',
      level,
    });
    for (const [j, name] of ['x1', 'x2'].entries()) {
      const expected = columns.find(({ column }) => column === name)!;
      expect(entry(apart, j, g)).toBeCloseTo(expected.d, 8);
    }
  });
});

test('counts equal repeated rows, and a measure that does not vary within sets nothing apart', () => {
  const counts = Float64Array.from(label, (_, i) => 1 + (i % 3));
  const again = Uint32Array.from([...rows].flatMap(row => Array<number>(counts[row]!).fill(row)));
  const one = levelCentres(table, ['x1', 'x2'], { rows, weights: counts }, 'group');
  const two = levelCentres(table, ['x1', 'x2'], { rows: again, weights: null }, 'group');
  [...one.sizes].forEach((size, g) => expect(size).toBe(two.sizes[g]));
  one.apart.values.forEach((value, i) => expect(value).toBeCloseTo(two.apart.values[i]!, 9));
  one.means.values.forEach((value, i) => expect(value).toBeCloseTo(two.means.values[i]!, 6));
  const flat = tableOf([label.map(() => 5), label], ['x1', 'group']);
  expect(levelCentres(flat, ['x1'], { rows, weights: null }, 'group').apart.values.every(Number.isNaN)).toBe(
    true,
  );
  expect(() => levelCentres(table, ['x1'], { rows: Uint32Array.of(0), weights: null }, 'group')).toThrow(
    /fewer/,
  );
});
