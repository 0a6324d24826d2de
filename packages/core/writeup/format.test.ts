import { percent } from './format';

test('a share is 100 % only where it is all', () => {
  expect(percent(1)).toBe('100\u00a0%');
  expect(percent(0.99894)).toBe('99.9\u00a0%');
  expect(percent(0.99996)).toBe('99.996\u00a0%');
  expect(percent(0.994)).toBe('99\u00a0%');
  expect(percent(0.9999, 1)).toBe('99.99\u00a0%');
  expect(percent(1 - 1e-15)).toBe('100\u00a0%');
  expect(percent(NaN)).toBe(percent(Infinity));
});
