import fc from 'fast-check';
import { coefficient, count, figure, fixed, percent, shortName } from '@wold/core/writeup/format';
import { occupied } from './occupied';
import { placeNames, type Name } from './placeNames';

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

  const sideOf = (name: Name, place: ReturnType<typeof placeNames>[number]) => {
    if (place === null) return null;
    if (place.left >= name.x) return 'right';
    if (place.left + place.width <= name.x) return 'left';
    return place.top >= name.y ? 'bottom' : 'top';
  };

  test('stand on the side away from the centre', () => {
    const names: Name[] = [
      { x: 200, y: 150, text: 'a' },
      { x: 100, y: 150, text: 'b' },
      { x: 150, y: 60, text: 'c' },
      { x: 150, y: 240, text: 'd' },
    ];
    const places = placeNames(names, centre, placing);
    expect(names.map((name, i) => sideOf(name, places[i]!))).toEqual(['right', 'left', 'top', 'bottom']);
  });

  test('none meets another; one without room is left out, or moves away with a line', () => {
    const name = { x: 200, y: 160, text: 'the same name' };
    const crowd = Array<Name>(20).fill(name);
    const places = placeNames(crowd, centre, placing);
    expect(places[0]).not.toBeNull();
    expect(places.at(-1)).toBeNull();
    const moved = placeNames(
      crowd.map(one => ({ ...one, moves: true })),
      centre,
      placing,
    );
    expect(moved.every(place => place !== null)).toBe(true);
    expect(moved.filter(place => place!.far).length).toBeGreaterThan(5);
    for (const [i, a] of moved.entries()) {
      for (const b of moved.slice(0, i)) {
        const apart =
          a!.left + a!.width <= b!.left ||
          b!.left + b!.width <= a!.left ||
          a!.top + a!.height <= b!.top ||
          b!.top + b!.height <= a!.top;
        expect(apart).toBe(true);
      }
    }
  });

  test('however they lie, whatever their length: none meets another or what is taken, and all are in bounds', () => {
    const box = fc.record({ left: fc.integer({ min: 0, max: 250 }), top: fc.integer({ min: 0, max: 250 }) });
    const name = fc.record({
      x: fc.integer({ min: 0, max: 300 }),
      y: fc.integer({ min: 0, max: 300 }),
      text: fc.string({ minLength: 1, maxLength: 30 }),
      moves: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(name, { maxLength: 60 }), fc.array(box, { maxLength: 3 }), (names, boxes) => {
        const taken = boxes.map(({ left, top }) => ({ left, top, right: left + 40, bottom: top + 20 }));
        const places = placeNames(names, centre, { ...placing, taken }).filter(place => place !== null);
        const all = [
          ...places.map(({ left, top, width, height }) => ({
            left,
            top,
            right: left + width,
            bottom: top + height,
          })),
        ];
        const meet = (a: (typeof all)[number], b: (typeof all)[number]) =>
          a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
        all.forEach((own, i) => {
          expect(all.slice(0, i).some(other => meet(own, other))).toBe(false);
          expect(taken.some(other => meet(own, other))).toBe(false);
          const { bounds } = placing;
          expect(own.left >= bounds.left && own.right <= bounds.right).toBe(true);
          expect(own.top >= bounds.top && own.bottom <= bounds.bottom).toBe(true);
        });
      }),
      { numRuns: 60 },
    );
  });

  test('points are kept clear of where there is room', () => {
    const name = { x: 200, y: 150, text: 'abc' };
    const isAvoided = occupied([{ left: 202, right: 260, top: 140, bottom: 160 }], {
      width: 400,
      height: 300,
    });
    expect(sideOf(name, placeNames([name], centre, { ...placing, isAvoided })[0]!)).not.toBe('right');
    // Where all around is to be kept clear of, one that must stand clear is left out, and another is not.
    const crowded = { ...placing, isAvoided: () => true };
    expect(placeNames([{ ...name, clear: true }], centre, crowded)).toEqual([null]);
    expect(placeNames([name], centre, crowded)[0]).not.toBeNull();
  });

  test('none leaves the bounds', () => {
    const name = { x: 295, y: 150, text: 'too long for it' };
    expect(sideOf(name, placeNames([name], centre, placing)[0]!)).not.toBe('right');
  });
});

test('a box runs into others as it does one by one, at the edges and outside too', () => {
  const side = fc.integer({ min: -20, max: 80 });
  const box = fc
    .tuple(side, side, fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 30 }))
    .map(([left, top, width, height]) => ({ left, right: left + width, top, bottom: top + height }));
  fc.assert(
    fc.property(fc.array(box, { maxLength: 12 }), box, (boxes, asked) => {
      const size = { width: 60, height: 50 };
      const within = ({ left, right, top, bottom }: typeof asked) => ({
        left: Math.max(0, left),
        right: Math.min(60, right),
        top: Math.max(0, top),
        bottom: Math.min(50, bottom),
      });
      const [a, all] = [within(asked), boxes.map(within)];
      const meets = all.some(
        b =>
          Math.min(a.right, b.right) > Math.max(a.left, b.left) &&
          Math.min(a.bottom, b.bottom) > Math.max(a.top, b.top),
      );
      expect(occupied(boxes, size)(asked)).toBe(meets);
    }),
  );
});
