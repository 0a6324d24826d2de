import fc from 'fast-check';
import { shortName } from '@wold/core/writeup/format';
import { namesApart } from './namesApart';

const lengthOf = (text: string) => [...text].length;

test('names that fit, and names that are cut unlike each other, are cut each by itself', () => {
  const names = ['CaO', 'a very long measure number 17', 'a very long measure number 18'];
  const cut = namesApart(names);
  for (const name of names) expect(cut(name, 15)).toBe(shortName(name, 15));
});

test('names that share their start and their end are cut around what differs', () => {
  const names = [450, 461, 1200].map(line => `peak height at ${line} nanometres of the first bank`);
  const cut = namesApart(names);
  expect(names.map(name => cut(name, 18))).toEqual([
    'peak… 450 nanomet…',
    'peak… 461 nanomet…',
    'peak… 1200 nanome…',
  ]);
  // A name that is not among them is cut, too.
  expect(cut('peak width at 450 nanometres of the second bank', 18)).toBe(
    shortName('peak width at 450 nanometres of the second bank', 18),
  );
});

test('names that differ in two places far apart are cut around the one that tells them apart', () => {
  const names = ['a', 'b'].flatMap(first =>
    ['x', 'y'].map(second => `the beginning, ${first}${'.'.repeat(30)}${second} and the very end of it`),
  );
  expect(new Set(names.map(name => namesApart(names)(name, 16))).size).toBe(4);
});

test('any names that differ in one place only come out different, and short enough', () => {
  const unit = fc.string({ unit: 'grapheme-ascii', maxLength: 40 });
  fc.assert(
    fc.property(
      unit,
      unit,
      fc.uniqueArray(fc.nat(999), { minLength: 2, maxLength: 12 }),
      fc.integer({ min: 8, max: 40 }),
      (start, end, numbers, most) => {
        // Of one length, as names counted through are.
        const names = numbers.map(number => `${start}${String(number).padStart(3, '0')}${end}`);
        const cut = namesApart(names);
        const short = names.map(name => cut(name, most));
        expect(new Set(short).size).toBe(names.length);
        for (const text of short) expect(lengthOf(text)).toBeLessThanOrEqual(most);
      },
    ),
  );
});

test('names of two groups that would come out alike are told apart together', () => {
  const names = [60, 960, 961, 61, 0].map(number => `     ${String(number).padStart(3, '0')}     `);
  expect(new Set(names.map(name => namesApart(names)(name, 12))).size).toBe(5);
});

test('letters are kept whole, and very many names cost nothing', () => {
  const names = ['𝒙', '𝒚'].map(letter => `the measurement of ${letter} as it was first written down`);
  const cut = namesApart(names);
  expect(cut(names[0]!, 14)).not.toBe(cut(names[1]!, 14));
  expect(cut(names[0]!, 14)).toContain('𝒙');
  const many = Array.from({ length: 20_001 }, (_, i) => `the same long beginning ${i} the same long end`);
  expect(namesApart(many)(many[0]!, 14)).toBe(shortName(many[0]!, 14));
});
