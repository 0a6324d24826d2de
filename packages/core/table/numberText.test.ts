import fc from 'fast-check';
import { isMissingText, parseNumber, shortestDecimal } from './numberText';

test.each([
  ['1.5', '.', 1.5],
  ['-0.25', '.', -0.25],
  ['−3', '.', -3],
  ['.5', '.', 0.5],
  ['1e-3', '.', 0.001],
  ['1,234,567.5', '.', 1234567.5],
  ['1 234,5', ',', 1234.5],
  ['1.234,5', ',', 1234.5],
  ['12,5', ',', 12.5],
  ['12.5', ',', NaN],
  ['1,2', '.', NaN],
  ['007', '.', NaN],
  ['12345678901234567890', '.', NaN],
  ['1e999', '.', NaN],
  ['12 kg', '.', NaN],
  ['', '.', NaN],
  ['Infinity', '.', NaN],
  ['0x10', '.', NaN],
] as const)('%j with decimal %j is %d', (text, decimal, value) => {
  expect(parseNumber(text, { decimal, thousands: 'any' })).toBe(value);
});

test('words for a missing entry', () => {
  for (const text of ['', ' ', 'NA', 'n/a', 'NaN', '–', '?']) expect(isMissingText(text)).toBe(true);
  for (const text of ['0', 'none', 'no', 'n.d.']) expect(isMissingText(text)).toBe(false);
});

test('a shortest decimal is given back by its number, and read alike', () => {
  const digits = fc.string({ unit: fc.constantFrom('0', '1', '5', '9', '.', '-'), maxLength: 18 });
  fc.assert(
    fc.property(fc.oneof(digits, fc.double().map(String), fc.integer().map(String)), text => {
      const value = shortestDecimal(text);
      if (Number.isNaN(value)) return;
      expect(String(value)).toBe(text);
      expect(parseNumber(text, { decimal: '.', thousands: 'any' })).toBe(value);
    }),
    { numRuns: 5000 },
  );
});

test('plain numbers take the short way', () => {
  for (const text of ['0', '7', '-12', '342', '57.44', '-0.5', '0.000001'])
    expect(shortestDecimal(text)).toBe(Number(text));
  for (const text of ['-0', '00', '1.50', '1.', '.5', '+1', '1e5', '0.0000001']) {
    expect(shortestDecimal(text)).toBeNaN();
  }
});
