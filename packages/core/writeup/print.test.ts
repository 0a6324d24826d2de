import { PLAIN_PRINT, printed } from './print';
import { plainText, told, live } from './told';

test('figures are printed in one style', () => {
  const { coefficient: plain, finer, p } = printed(PLAIN_PRINT);
  expect([plain(0.456), plain(-0.004), plain(-0.996), plain(1), finer(0.0456)]).toEqual([
    '.46',
    '.00',
    '−1.00',
    '1.00',
    '.046',
  ]);
  expect([p(0.0321), p(0.00001)]).toEqual(['=\u00a0.032', '<\u00a0.001']);
  const other = printed({ decimals: 3, zero: true, p: 'levels' });
  expect([other.coefficient(-0.4567), other.p(0.03), other.p(0.0005), other.p(0.3)]).toEqual([
    '−0.457',
    '<\u00a00.05',
    '<\u00a00.001',
    '≥\u00a00.05',
  ]);
});

test('sentences join texts and keep figures apart', () => {
  const one = told('x')`a ${'b'} c ${live('f', '1', 2)}${live('g', '2', 2)}.`;
  expect(one.parts).toEqual(['a b c ', live('f', '1', 2), live('g', '2', 2), '.']);
  expect(plainText(one)).toBe('a b c 12.');
});
