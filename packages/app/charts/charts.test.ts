import fc from 'fast-check';
import { coefficient, count, figure, fixed, percent, shortName } from './format';
import { placeLabels, type Label } from './placeLabels';

describe('numbers as they are shown', () => {
  test.each([
    [0.873, '.87'],
    [-0.049, '−.05'],
    [-0.001, '.00'],
    [1, '1.00'],
    [-1, '−1.00'],
  ])('a loading of %d', (value, shown) => expect(coefficient(value)).toBe(shown));

  test.each([
    [1260.4, '1,260'],
    [0.09312, '0.0931'],
    [-57.456, '−57.5'],
    [0, '0'],
    [NaN, '–'],
    [0.00001234, '1.23e−5'],
    [123456789, '1.23e+8'],
  ])('a figure of %d', (value, shown) => expect(figure(value)).toBe(shown));

  test('shares, counts and fixed decimals', () => {
    expect(percent(0.6777)).toBe('68\u00a0%');
    expect(percent(0.6777, 1)).toBe('67.8\u00a0%');
    expect(count(1, 'row')).toBe('1\u00a0row');
    expect(count(1286, 'row')).toBe('1,286\u00a0rows');
    expect(count(2, 'entry', 'entries')).toBe('2\u00a0entries');
    expect(fixed(-0.5, 2)).toBe('−0.50');
  });

  test('long names keep their beginning and their end', () => {
    expect(shortName('CaO %', 15)).toBe('CaO %');
    expect(shortName('a very long measure number 17', 15)).toBe('a very lo…er 17');
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.integer({ min: 3, max: 40 }), (name, most) => {
        expect([...shortName(name, most)].length).toBeLessThanOrEqual(Math.max(most, 0));
      }),
    );
  });
});

describe('names beside points', () => {
  const bounds = { left: 0, right: 300, top: 0, bottom: 300 };
  const centre = { x: 150, y: 150 };
  const placing = { fontSize: 12, distance: 4, bounds };

  test('stand on the side away from the centre', () => {
    const labels: Label[] = [
      { x: 200, y: 150, text: 'a' },
      { x: 100, y: 150, text: 'b' },
      { x: 150, y: 60, text: 'c' },
      { x: 150, y: 240, text: 'd' },
    ];
    expect(placeLabels(labels, centre, placing)).toEqual(['right', 'left', 'top', 'bottom']);
  });

  test('the first of two in one place keeps it; the other goes elsewhere, or is not shown', () => {
    const label = { x: 200, y: 160, text: 'same' };
    expect(placeLabels([label, label, label], centre, { ...placing, distance: 10 })).toEqual([
      'right',
      'bottom',
      null,
    ]);
  });

  test('none leaves the bounds', () => {
    expect(placeLabels([{ x: 295, y: 150, text: 'too long for it' }], centre, placing)).not.toContain(
      'right',
    );
  });
});
