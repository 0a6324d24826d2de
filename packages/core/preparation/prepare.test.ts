import fc from 'fast-check';
import { columnOf } from '../algebra/matrix';
import { readDelimited } from '../table/readDelimited';
import { PLAIN_PREPARATION, rowsOf, type PreparationInput } from './prepared';
import { prepare } from './prepare';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const input = (measures: string[], more: Partial<PreparationInput> = {}): PreparationInput => ({
  ...PLAIN_PREPARATION,
  measures,
  weight: null,
  ...more,
});

test('rows that lack a measure are left out, named with what they lack', () => {
  const prepared = rowsOf(prepare(read('a,b,c\n1,2,x\n,3,x\n4,,x\n5,9,\n,,x\n7,1,x\n'), input(['a', 'b'])));
  expect([...prepared.rows]).toEqual([0, 3, 5]);
  expect(prepared.rowsLeftOut).toEqual([
    { row: 1, step: 'missing', because: ['a'] },
    { row: 2, step: 'missing', because: ['b'] },
    { row: 4, step: 'missing', because: ['a', 'b'] },
  ]);
});

test('means and standard deviations (n − 1) are those of the rows used', () => {
  const prepared = rowsOf(prepare(read('a,b\n1,10\n2,30\n3,20\n'), input(['a', 'b'])));
  expect([...prepared.means]).toEqual([2, 20]);
  expect([...prepared.sds]).toEqual([1, 10]);
  expect([...columnOf(prepared.values, 0)]).toEqual([-1, 0, 1]);
  const centred = rowsOf(prepare(read('a,b\n1,10\n2,30\n3,20\n'), input(['a', 'b'], { scale: 'centre' })));
  expect([...columnOf(centred.values, 1)]).toEqual([-10, 10, 0]);
});

test('measures that do not vary or have no entries are set aside by name', () => {
  const prepared = rowsOf(
    prepare(read('a,b,same,none\n1,2,5,\n2,1,5,\n3,3,5,\n'), input(['a', 'b', 'same'])),
  );
  expect(prepared.measures).toEqual(['a', 'b']);
  expect(prepared.measuresSetAside).toEqual([{ name: 'same', because: 'constant' }]);
});

test('a measure that varies only in the rows left out is constant in those used', () => {
  const prepared = rowsOf(prepare(read('a,b,c\n1,2,5\n2,1,5\n3,4,5\n,1,9\n'), input(['a', 'b', 'c'])));
  expect(prepared.measuresSetAside).toEqual([{ name: 'c', because: 'constant' }]);
});

test('a large common offset costs no digits', () => {
  const prepared = rowsOf(
    prepare(read('a,b\n1000000000001,1\n1000000000002,2\n1000000000003,3\n'), input(['a', 'b'])),
  );
  expect([...columnOf(prepared.values, 0)]).toEqual([-1, 0, 1]);
});

test.each([
  ['no measures', 'k,l\nx,y\nz,w\nv,u\n', [], /there is no measure/],
  ['one measure', 'a\n1\n2\n3\n', ['a'], /only one measure/],
  ['only constants', 'a,b\n1,2\n1,2\n1,2\n', ['a', 'b'], /set aside: “a” \(constant\), “b” \(constant\)/],
  ['one row', 'a,b\n1,2\n', ['a', 'b'], /1 row, too few/],
  [
    'no complete row',
    'a,b\n1,\n,2\n3,\n,4\n',
    ['a', 'b'],
    /no row is complete, of 4 \(“a” lacks 2, “b” lacks 2\)/,
  ],
  ['a column of words', 'a,k\n1,x\n2,y\n3,z\n', ['a', 'k'], /does not hold numbers/],
  ['a column that is not there', 'a,b\n1,2\n2,1\n3,3\n', ['a', 'q'], /no such column/],
])('%s: a named condition', (_, text, measures, message) => {
  expect(() => prepare(read(text), input(measures))).toThrow(message);
});

test('rows without a positive weight are left out for it', () => {
  const prepared = rowsOf(
    prepare(read('a,b,w\n1,2,1\n2,1,0\n3,3,\n4,1,2\n5,5,1\n'), input(['a', 'b'], { weight: 'w' })),
  );
  expect([...prepared.rows]).toEqual([0, 3, 4]);
  expect(prepared.rowsLeftOut.map(({ because }) => because)).toEqual([['w'], ['w']]);
  expect(prepared.weights!.reduce((sum, w) => sum + w, 0)).toBeCloseTo(3, 12);
});

test('prepared measures have mean 0 and standard deviation 1, whatever the numbers', () => {
  const numbers = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 3, maxLength: 30 });
  fc.assert(
    fc.property(numbers, values => {
      fc.pre(new Set(values.map(value => value.toFixed(3))).size > 2);
      const text = `a,b\n${values.map((value, i) => `${value},${i * i}`).join('\n')}\n`;
      const x = columnOf(rowsOf(prepare(read(text), input(['a', 'b']))).values, 0);
      const mean = x.reduce((sum, v) => sum + v, 0) / x.length;
      const sd = Math.sqrt(x.reduce((sum, v) => sum + (v - mean) * (v - mean), 0) / (x.length - 1));
      expect(mean).toBeCloseTo(0, 9);
      expect(sd).toBeCloseTo(1, 9);
    }),
  );
});
