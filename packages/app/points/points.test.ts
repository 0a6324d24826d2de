import fc from 'fast-check';
import { pointIndex } from './pointIndex';
import { stampOf } from './stamp';
import { stampPoints, type Bitmap } from './stampPoints';

const WHITE = 0xffffffff;
const bitmap = (width: number, height: number): Bitmap => ({
  width,
  height,
  pixels: new Uint32Array(width * height).fill(WHITE),
});
const channels = (pixel: number) => [pixel & 255, (pixel >>> 8) & 255, (pixel >>> 16) & 255, pixel >>> 24];
const still = { x: 0, y: 0, scaleX: 1, scaleY: 1 };
const byte = fc.integer({ min: 0, max: 255 });

test('a stamp over paper is the mixture by its alpha, channel by channel', () => {
  fc.assert(
    fc.property(fc.tuple(byte, byte, byte, byte), fc.tuple(byte, byte, byte), (rgba, ground) => {
      const pixels = Uint32Array.of(((255 << 24) | (ground[2] << 16) | (ground[1] << 8) | ground[0]) >>> 0);
      const stamp = stampOf(rgba, 1, 1);
      stampPoints({ width: 1, height: 1, pixels }, [0], [0], still, Uint32Array.of(0), [stamp], null);
      const share = rgba[3] / 255;
      channels(pixels[0]!).forEach((value, channel) => {
        const mixed = channel === 3 ? 255 : share * rgba[channel]! + (1 - share) * ground[channel]!;
        expect(Math.abs(value - mixed)).toBeLessThanOrEqual(2);
      });
    }),
  );
});

test('stamps at the edges are cut, those beyond leave no trace, and what comes later lies on top', () => {
  const solid = (red: number) => stampOf(Array.from({ length: 9 }, () => [red, 0, 0, 255]).flat(), 3, 3);
  const board = bitmap(6, 4);
  const xs = [0, 5, -3, 20, 1];
  const ys = [0, 3, 1, 1, 0];
  stampPoints(
    board,
    xs,
    ys,
    still,
    Uint32Array.of(0, 1, 2, 3, 4),
    [solid(10), solid(20)],
    Uint16Array.of(0, 0, 0, 0, 1),
  );
  const red = (x: number, y: number) => channels(board.pixels[y * 6 + x]!)[0];
  const rows = [0, 1, 2, 3].map(y => [0, 1, 2, 3, 4, 5].map(x => red(x, y)));
  expect(rows).toEqual([
    [20, 20, 20, 255, 255, 255],
    [20, 20, 20, 255, 255, 255],
    [255, 255, 255, 255, 10, 10],
    [255, 255, 255, 255, 10, 10],
  ]);
});

test('the order is that of the indices, whatever that of the points', () => {
  const of = (red: number) => stampOf([red, 0, 0, 255], 1, 1);
  const top = (indices: number[]) => {
    const board = bitmap(1, 1);
    stampPoints(
      board,
      [0, 0],
      [0, 0],
      still,
      Uint32Array.from(indices),
      [of(1), of(2)],
      Uint16Array.from(indices),
    );
    return channels(board.pixels[0]!)[0];
  };
  expect([top([0, 1]), top([1, 0])]).toEqual([2, 1]);
});

test('the nearest point and the points in a box are those that looking at all of them finds', () => {
  const coordinate = fc.integer({ min: -20, max: 20 });
  const points = fc.array(fc.tuple(coordinate, coordinate), { maxLength: 60 });
  fc.assert(
    fc.property(points, coordinate, coordinate, fc.integer({ min: 0, max: 15 }), (all, x, y, reach) => {
      const xs = Float64Array.from(all, ([a]) => a);
      const ys = Float64Array.from(all, ([, b]) => b);
      const index = pointIndex(xs, ys);
      const shown = (i: number) => i % 3 !== 0;
      const square = (i: number) => (xs[i]! - x) ** 2 + (ys[i]! - y) ** 2;
      const near = [...xs.keys()].filter(i => shown(i) && square(i) <= reach * reach);
      const found = index.nearest(x, y, reach, shown);
      if (near.length === 0) expect(found).toBe(-1);
      else {
        const least = Math.min(...near.map(square));
        expect(found).toBe(Math.max(...near.filter(i => square(i) === least)));
      }
      const inside = [...xs.keys()].filter(
        i => xs[i]! >= x && xs[i]! <= x + reach && ys[i]! >= y && ys[i]! <= y + 5,
      );
      expect(index.inBox(x, y, x + reach, y + 5).sort((a, b) => a - b)).toEqual(inside);
    }),
  );
});
